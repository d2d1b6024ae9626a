<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

/** One word for one thing: what people read uses none of the words that docs/words.md gives up. */
final class WordsTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';

    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        foreach ((new Finder())->files()->in(self::ROOT.'/docs')->name('*.md')->notName(['words.md', 'benchmarks.md']) as $file) {
            // Code, file names and addresses stand between backticks.
            $text = (string) preg_replace(['/^```.*?^```$/ms', '/^ {4}.*$/m', '/`[^`\n]*`/', '/\]\([^)]*\)/'], '', $file->getContents());
            yield "docs/{$file->getFilename()}" => [$file->getFilename(), $text];
        }
        foreach ((new Finder())->files()->in([self::ROOT.'/core/Finding', self::ROOT.'/core/Check', self::ROOT.'/core/Rig/Wire'])->name('*.php') as $file) {
            yield "core/{$file->getFilename()}" => [$file->getFilename(), self::stringsOf($file->getContents())];
        }
        foreach ((new Finder())->files()->in(self::ROOT.'/web')->name('*.tsx')->notName('*.test.tsx') as $file) {
            preg_match_all('/>([^<>{}=;]+)<|(?:label|title|aria-label|placeholder)="([^"]*)"/', $file->getContents(), $match);
            yield "web/{$file->getRelativePathname()}" => [$file->getFilename(), implode("\n", [...$match[1], ...$match[2]])];
        }
    }

    #[DataProvider('texts')]
    public function testNoWordIsUsedThatWasGivenUp(string $file, string $text): void
    {
        $used = [];
        foreach (self::givenUp() as $word => $instead) {
            $pattern = '/(?<![\w-])'.preg_quote($word, '/').'(?:s|es)?(?![\w-])/'.(strtoupper($word) === $word ? 'u' : 'iu');
            if (1 === preg_match($pattern, $text, $match)) {
                $used[] = "{$file} says \"{$match[0]}\"; the word is \"{$instead}\"";
            }
        }
        self::assertSame([], $used);
    }

    public function testEveryWordIsExplainedOnceAndInOrder(): void
    {
        $words = array_column(self::rows(), 0);
        $sorted = $words;
        sort($sorted, \SORT_STRING | \SORT_FLAG_CASE);
        self::assertSame($sorted, $words);
        self::assertSame($words, array_unique($words));
        self::assertGreaterThan(40, \count($words));
        self::assertSame([], array_intersect($words, array_keys(self::givenUp())), 'no word is both used and given up');
    }

    /** @return array<string, string> the word to use, by the one that was given up */
    private static function givenUp(): array
    {
        $words = [];
        foreach (self::rows() as [$word, $not]) {
            foreach (array_filter(array_map(trim(...), explode(',', $not))) as $each) {
                $words[$each] = $word;
            }
        }

        return $words;
    }

    /** @return list<array{string, string}> each word, and those that it stands for */
    private static function rows(): array
    {
        preg_match_all('/^\| ([^|]+?) \| [^|]+ \|([^|]*)\|$/m', (string) file_get_contents(self::ROOT.'/docs/words.md'), $match, \PREG_SET_ORDER);
        $rows = array_map(static fn (array $row): array => [trim($row[1]), trim($row[2])], $match);

        return array_values(array_filter($rows, static fn (array $row): bool => 'word' !== $row[0]));
    }

    /** What is written in quotes, in which people read: sentences, and no single words. */
    private static function stringsOf(string $php): string
    {
        $strings = [];
        foreach (\PhpToken::tokenize($php) as $token) {
            if ($token->is([\T_CONSTANT_ENCAPSED_STRING, \T_ENCAPSED_AND_WHITESPACE]) && str_contains(trim($token->text, "'\""), ' ')) {
                $strings[] = $token->text;
            }
        }

        return implode("\n", $strings);
    }
}
