<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Check;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\RandomBook;

/** A law over random rulebooks with random faults: a fix clears its finding, adds no error and loses no comment. */
final class FixesTest extends TestCase
{
    use TestTrait;

    public function testAFixClearsItsFindingAddsNoErrorAndLosesNoComment(): void
    {
        $fixed = [];
        $this->limitTo(Cases::number(100))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed) use (&$fixed): void {
                $text = self::spoilt(RandomBook::text($seed), new \Random\Randomizer(new \Random\Engine\Mt19937($seed)));
                $findings = Checker::check($text)->findings;
                foreach ($findings as $finding) {
                    foreach ($finding->fixes as $fix) {
                        $fixed[$finding->code] = true;
                        $after = $fix->apply($text);
                        $left = Checker::check($after)->findings;
                        $hidden = \in_array($finding->code, ['syntax', 'unknown-port', 'unknown-memory', 'unknown-name'], true); // what it hid shows now
                        self::assertSame(
                            [],
                            $hidden ? [] : array_diff(self::errors($left), self::errors($findings)),
                            "\"{$fix->title}\" for {$finding->print('book')} adds an error to\n{$text}",
                        );
                        self::assertLessThan(
                            self::like($findings, $finding),
                            self::like($left, $finding),
                            "\"{$fix->title}\" does not clear {$finding->print('book')} in\n{$text}",
                        );
                        self::assertSame(self::comments($text), self::comments($after), "\"{$fix->title}\" loses a comment of\n{$text}");
                    }
                }
            });
        self::assertGreaterThan(5, \count($fixed), 'fixes of many kinds were tried: '.implode(', ', array_keys($fixed)));
    }

    /** The same book with comments, and here and there a fault that has a fix. */
    private static function spoilt(string $text, \Random\Randomizer $random): string
    {
        $text = "table spare: 1=2\nport idle out\nmemory free = 1\n{$text}rule \"last\"\n  take cc 3 value 90..20\n  toggle\n  toggle\n  "
            ."send moths\nrule \"beyond\"\n  take note key 100..127\n  set key = key + 20\n  send gulls\nrule \"never\"\n  take note key 110\n  send moths\n";
        $faults = [
            'send moths' => 'send mots',
            '  take ' => '  tkae ',
            'set ' => 'ste ',
            'from keys' => 'from kees',
            'scale value' => 'scale vaule',
            'remember m' => 'remember mm',
        ];
        $lines = explode("\n", trim($text));
        foreach ($lines as $index => $line) {
            if (0 === $random->getInt(0, 19)) {
                $line = strtr($line, $faults);
            }
            $lines[$index] = 0 === $random->getInt(0, 3) ? "{$line}  # c{$index}" : $line;
        }

        return implode("\n", $lines)."\n";
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<string>
     */
    private static function errors(array $findings): array
    {
        $errors = array_filter($findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity);

        return array_values(array_map(static fn (Finding $finding): string => "{$finding->code}: {$finding->text}", $errors));
    }

    /** @param list<Finding> $findings */
    private static function like(array $findings, Finding $like): int
    {
        return \count(array_filter($findings, static fn (Finding $finding): bool => $finding->code === $like->code && $finding->text === $like->text));
    }

    /** @return list<string> */
    private static function comments(string $text): array
    {
        preg_match_all('/# c\d+/', $text, $match);
        sort($match[0]);

        return $match[0];
    }
}
