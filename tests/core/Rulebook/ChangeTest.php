<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\RuleText;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Vocabulary;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\RandomBook;

/** Changes made in code: what is not meant stays as it stood, comments and crooked lines included. */
final class ChangeTest extends TestCase
{
    use TestTrait;

    private const BOOK = <<<'BOOK'
    port keys in   # the old ones
    port moths out
    memory octave = 0

    # low notes
    # and more of them
    rule "Low"
        from keys
      take note key 0..59 where octave = 0   # below
      # a thought
      set key=key-12
      send moths

    rule "High"
      take note
      remember octave = octave + 1 # up
      send moths
    BOOK;

    public function testARenameReachesEveryPlaceAndNothingElse(): void
    {
        $edits = Rename::edits(Source::of(self::BOOK), 3, 9, 'shift');
        self::assertSame(str_replace(['octave', 'keys'], ['shift', 'keys'], self::BOOK), Edit::apply($edits, self::BOOK));
        $edits = Rename::edits(Source::of(self::BOOK), 8, 12, 'piano');
        self::assertSame(str_replace(['port keys', 'from keys'], ['port piano', 'from piano'], self::BOOK), Edit::apply($edits, self::BOOK));
    }

    public function testARenameThatCannotBeIsRefused(): void
    {
        foreach (
            [[2, 7, 'keys', 'duplicate'],
                [2, 7, 'Moths', 'syntax'], [3, 9, 'key', 'reserved-name'], [6, 3, 'x', 'nothing-to-rename']] as [$line, $column, $to, $code]
        ) {
            try {
                Rename::edits(Source::of(self::BOOK), $line, $column, $to);
                self::fail("renaming to {$to}");
            } catch (RulebookError $error) {
                self::assertSame($code, $error->errorCode);
            }
        }
    }

    public function testARuleIsMadeMovedRewrittenAndTakenOut(): void
    {
        $source = Source::of(self::BOOK);
        [$low, $high] = $source->book->rules;
        $made = RuleText::of('Storm')->from('keys')->take('cc 82')->step('press')->step('post program 3 to moths');
        $added = $source->with(RuleChange::add($source, $made, $high));
        self::assertStringContainsString(
            "  send moths\n\nrule \"Storm\"\n  from keys\n  take cc 82\n  press\n  post program 3 to moths\n\nrule \"High\"",
            $added->text,
        );
        $moved = $source->with(RuleChange::move($source, $high, $low));
        self::assertStringContainsString(
            "memory octave = 0\n\nrule \"High\"\n  take note\n  remember octave = octave + 1 # up\n  send moths\n\n# low notes\n# and more",
            $moved->text,
        );
        self::assertStringContainsString("  set key = key + 1\n  send", $source->with(RuleChange::rewrite($source, 11, 'set key = key + 1'))->text);
        self::assertStringContainsString(
            "take note key 0..9   # below\n",
            $source->with(RuleChange::rewrite($source, 9, 'take note key 0..9'))->text,
        );
        self::assertStringContainsString("  send moths\n  drop", $source->with(RuleChange::addStep($source, $high, 9, 'drop'))->text);
        $without = $source->with(RuleChange::remove($source, $low))->text;
        self::assertStringContainsString("# low notes\n# and more of them\n# below\n# a thought\n", $without);
        self::assertStringNotContainsString('Low', $without);
        $this->expectException(RulebookError::class);
        RuleText::of('Wrong')->take('cc 820')->print();
    }

    public function testChangesKeepEveryCommentAndEveryLineThatWasNotTouched(): void
    {
        $tried = [];
        $this->limitTo(Cases::number(120))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed) use (&$tried): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $source = Source::of(self::crooked(RandomBook::text($seed), $random));
                for ($i = 0; $i < 4 && [] !== $source->book->rules; ++$i) {
                    $rules = $source->book->rules;
                    $rule = $rules[$random->getInt(0, \count($rules) - 1)];
                    $other = $rules[$random->getInt(0, \count($rules) - 1)];
                    $what = ['rename', 'move', 'add', 'remove', 'add step', 'remove step', 'rewrite'][$random->getInt(0, 6)];
                    $step = $rule->steps[0] ?? null;
                    $touched = match ($what) {
                        'remove' => range($rule->span->line, $source->end($rule)),
                        'remove step', 'rewrite' => null === $step ? [] : [$step->span->line],
                        default => [],
                    };
                    $edits = match ($what) {
                        'rename' => self::rename($source, $random),
                        'move' => RuleChange::move($source, $rule, $other),
                        'add' => RuleChange::add(
                            $source,
                            RuleText::of("new {$i}")
                                ->take('cc 99')
                                ->step('send moths'),
                            1 === $random->getInt(0, 1) ? $other : null,
                        ),
                        'remove' => RuleChange::remove($source, $rule),
                        'add step' => RuleChange::addStep($source, $rule, $random->getInt(0, 5), 'only 1'),
                        'remove step' => RuleChange::removeStep($source, $rule, 0),
                        'rewrite' => null === $step ? [] : RuleChange::rewrite($source, $step->span->line, 'only 2'),
                    };
                    $tried[$what] = true;
                    $changed = $source->with($edits);
                    $message = "{$what} in\n{$source->text}\ngives\n{$changed->text}";
                    self::assertSame(self::comments($source->text), self::comments($changed->text), $message);
                    self::assertSame([], self::lost($source, $changed, $touched, 'rename' === $what), $message);
                    $printed = Printer::print($changed->book);
                    self::assertSame($printed, Printer::print(Parser::parse($printed)->book), $message);
                    self::assertSame(self::titles($source, $what, $rule->title, "new {$i}"), self::titles($changed), $message);
                    $source = $changed;
                }
            });
        self::assertCount(7, $tried);
    }

    /** A law: a word of the language is refused as a name, or the rules read as before and it can be taken back. */
    public function testNoWordOfTheLanguageChangesWhatRulesMean(): void
    {
        $text =
            "port keys in\nport moths out\ntable map: 36=38\nmemory shift = 3\ngroup song of keys cc 20..23\nclock lead\n  send "
                ."moths\nstack storm\n  post cc 1 value shift to moths\n\nscene \"A\"\n  on enter do storm\n\nrule \"R\"\n  from keys\n  "
                    ."take cc 1 where shift > 1 and song = 2\n  set value = map(value) + shift\n  remember shift = value\n  start lead\n  "
                        ."send moths\n\nrule \"S\"\n  take cc 2\n  turn brine \"Mix\" to shift\n  recall brine \"Storm\"\n";
        $source = Source::of($text);
        self::assertSame([], $source->errors);
        $refused = $taken = $tries = 0;
        $words = array_values(array_unique([...array_merge(...array_values(Vocabulary::all())), 'another']));
        $every = false === getenv('ZIGZAG_CASES') ? 4 : 1;
        foreach ($words as $index => $word) {
            foreach (
                [
                    'keys' => [1, 6],
                    'moths' => [2, 6],
                    'map' => [3, 7],
                    'shift' => [4, 8],
                    'song' => [5, 7],
                    'lead' => [6, 7],
                    'storm' => [8, 7],
                    'brine' => null,
                ] as $name => $place
            ) {
                if (0 !== (++$tries + $index) % $every) {
                    continue; // all of them where more cases are asked for
                }
                $rename = static fn (Source $in, string $to): array => null === $place
                    ? Rename::device($in, $to === $name ? $word : $name, $to)
                    : Rename::edits($in, $place[0], $place[1], $to);
                try {
                    $there = $source->with($rename($source, $word));
                } catch (RulebookError) {
                    ++$refused;
                    continue;
                }
                ++$taken;
                self::assertSame([], $there->errors, "{$name} to {$word}");
                self::assertSame($text, $there->with($rename($there, $name))->text, "{$name} to {$word} and back");
            }
        }
        self::assertGreaterThan(5, $refused);
        self::assertGreaterThan(5, $taken);
    }

    public function testARenameTakenBackGivesTheSameText(): void
    {
        $this->limitTo(Cases::number(200))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $source = Source::of(self::crooked(RandomBook::text($seed), $random));
                [$line, $column] = self::place($source, $random);
                $found = Rename::at($source->book, $line, $column);
                self::assertNotNull($found);
                $there = $source->with(Rename::edits($source, $line, $column, 'another_name'));
                self::assertStringNotContainsString('another_name', $source->text);
                self::assertSame($source->text, $there->with(Rename::edits($there, $line, $column, $found['name']))->text);
            });
    }

    /** The same book with comments, and lines that are not laid out as the printer would. */
    private static function crooked(string $text, \Random\Randomizer $random): string
    {
        $lines = [];
        foreach (explode("\n", trim($text)) as $index => $line) {
            $line = 0 === $random->getInt(0, 3) ? str_replace(' = ', '=', "   {$line}") : $line;
            $lines[] = 0 === $random->getInt(0, 3) ? "{$line}  # c{$index}" : $line;
            if (0 === $random->getInt(0, 5)) {
                $lines[] = ['', '# d'.$index, '   # e'.$index][$random->getInt(0, 2)];
            }
        }

        return implode("\n", $lines).(1 === $random->getInt(0, 1) ? "\n" : '');
    }

    /** @return array{int, int} line and column of a name */
    private static function place(Source $source, \Random\Randomizer $random): array
    {
        $names = [
            ...array_values($source->book->ports),
            ...array_values($source->book->memories),
            ...array_values($source->book->tables),
            ...array_values($source->book->groups),
            ...array_values($source->book->stacks),
            ...array_values($source->book->clocks),
            ...array_values($source->book->curves),
        ];
        $span = $names[$random->getInt(0, \count($names) - 1)]->name->span;

        return [$span->line, $span->column];
    }

    /** @return list<Edit> */
    private static function rename(Source $source, \Random\Randomizer $random): array
    {
        [$line, $column] = self::place($source, $random);

        return Rename::edits($source, $line, $column, 'n'.$random->getInt(100, 100_000));
    }

    /**
     * Lines that are missing afterwards, and should not be.
     *
     * @param list<int> $touched numbers of lines that were meant
     *
     * @return list<string>
     */
    private static function lost(Source $before, Source $after, array $touched, bool $isRename): array
    {
        $has = array_count_values($after->lines);
        $lost = [];
        foreach ($before->lines as $index => $line) {
            if ('' === trim($line) || \in_array($index + 1, $touched, true)) {
                continue;
            }
            if (($has[$line] ?? 0) > 0) {
                --$has[$line];
            } elseif (!$isRename || preg_replace('/\bn?\w+\b/', 'w', $line) !== preg_replace('/\bn?\w+\b/', 'w', $after->lines[$index] ?? '')) {
                $lost[] = $line;
            }
        }

        return $lost;
    }

    /** @return list<string> titles of the rules, sorted; those that there have to be after a change */
    private static function titles(Source $source, string $change = '', string $rule = '', string $new = ''): array
    {
        $titles = array_map(static fn ($each): string => $each->title, $source->book->rules);
        if ('remove' === $change) {
            unset($titles[(int) array_search($rule, $titles, true)]);
        } elseif ('add' === $change) {
            $titles[] = $new;
        }
        sort($titles);

        return $titles;
    }

    /** @return list<string> */
    private static function comments(string $text): array
    {
        preg_match_all('/# [cde]\d+/', $text, $match);
        sort($match[0]);

        return $match[0];
    }
}
