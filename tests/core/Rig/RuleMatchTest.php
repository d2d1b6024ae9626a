<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** Which rules are for what a control sends, and which take all of it. */
final class RuleMatchTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> the rule, what is sent, and which of is for it, takes part of it, takes all of it holds */
    public static function rules(): iterable
    {
        $cc = 'cc 20 1 a';
        yield 'the very controller' => ["from a\n take cc 20 channel 1", $cc, 'for all'];
        yield 'of any number' => ["from a\n take cc", $cc, 'for all'];
        yield 'of a range' => ["from a\n take cc 10..30", $cc, 'for all'];
        yield 'of another number' => ["from a\n take cc 21", $cc, ''];
        yield 'of another channel' => ["from a\n take cc 20 channel 2", $cc, ''];
        yield 'of another kind' => ["from a\n take note", $cc, ''];
        yield 'from another port' => ["from b\n take cc 20", $cc, ''];
        yield 'from any port' => ['take cc 20', $cc, 'for all'];
        yield 'on condition' => ["from a\n take cc 20 where value > 3", $cc, 'for'];
        yield 'of some values' => ["from a\n take cc 20 value 1..127", $cc, 'for'];
        yield 'when it is another' => ["from a\n take cc 20 changed", $cc, 'for'];
        yield 'a copy' => ["from a\n copy cc 20", $cc, 'for'];
        yield 'of two selectors one' => ["from a\n take cc 21\n take cc 20", $cc, 'for all'];
        yield 'of two selectors one on condition' => ["from a\n take cc 20\n take note velocity 5", $cc, 'for'];
        yield 'at two ports' => ['take cc 20', 'cc 20 1 a,b', 'for all'];
        yield 'at one of two ports' => ["from a\n take cc 20", 'cc 20 1 a,b', 'for'];
        yield 'at two ports by two selectors' => ["from a, b\n take cc 20\n take cc 21", 'cc 20 1 a,b', 'for'];
        yield 'of an unknown number' => ["from a\n take cc", 'cc ? 1 a', 'for'];
        yield 'on an unknown channel' => ["from a\n take cc 20 channel 3", 'cc 20 ? a', 'for'];
        yield 'keys' => ["from a\n take note key 60..62", 'note 61 1 a', 'for all'];
        yield 'another key' => ["from a\n take note key 60..62", 'note 63 1 a', ''];
        yield 'of some velocities' => ["from a\n take note velocity 5", 'note 61 1 a', 'for'];
        yield 'a program' => ["from a\n take program 5", 'program 5 1 a', 'for all'];
        yield 'another program' => ["from a\n take program 6", 'program 5 1 a', ''];
        yield 'bend has no number' => ["from a\n take bend", 'bend ? 1 a', 'for all'];
        yield 'a start has no channel' => ["from a\n take start", 'start ? ? a', 'for all'];
        foreach ([6, 38, 96, 97, 98, 99, 100, 101] as $part) {
            yield "controller {$part} of a parameter" => ["from a\n take nrpn 5", "cc {$part} 1 a", 'part'];
        }
        yield 'controller 95 is none' => ["from a\n take nrpn 5", 'cc 95 1 a', ''];
        yield 'controller 102 is none' => ["from a\n take rpn 5", 'cc 102 1 a', ''];
        yield 'from another port no part' => ["from b\n take nrpn 5", 'cc 6 1 a', ''];
        yield 'upper half' => ["from a\n take cc14 11", 'cc 11 1 a', 'part'];
        yield 'lower half' => ["from a\n take cc14 11", 'cc 43 1 a', 'part'];
        yield 'neither half' => ["from a\n take cc14 11", 'cc 75 1 a', ''];
        yield 'half of another' => ["from a\n take cc14 12", 'cc 43 1 a', ''];
        yield 'half of any' => ["from a\n take cc14", 'cc 63 1 a', 'part'];
        yield 'behind the last half' => ["from a\n take cc14", 'cc 64 1 a', ''];
        yield 'upper bank' => ["from a\n take program", 'cc 0 1 a', 'part'];
        yield 'lower bank' => ["from a\n take program", 'cc 32 1 a', 'part'];
        yield 'no bank' => ["from a\n take program", 'cc 64 1 a', ''];
        yield 'no bank either' => ["from a\n take program", 'cc 1 1 a', ''];
        yield 'a note is a part of nothing' => ["from a\n take nrpn", 'note 6 1 a', ''];
    }

    #[DataProvider('rules')]
    public function testARuleIsForWhatIsSent(string $rule, string $sent, string $expected): void
    {
        $text = "port a in\nport b in\nport x out\nrule \"r\"\n ".str_replace("\n", "\n ", $rule)."\n  send x\n";
        $checked = Checker::check($text);
        self::assertFalse($checked->hasErrors(), $text);
        [$kind, $number, $channel, $ports] = explode(' ', $sent);
        $known = static fn (string $word): ?int => '?' === $word ? null : (int) $word;
        $message = new ControlMessage(Kind::from($kind), $known($number), $known($channel), self::ports($ports), 0, 127, false);
        $book = $checked->book;
        self::assertSame(
            $expected,
            implode(' ', array_keys(array_filter([
                'for' => RuleMatch::isFor($book, $book->rules[0], $message),
                'part' => RuleMatch::isPartFor($book, $book->rules[0], $message),
                'all' => RuleMatch::isAllFor($book, $book->rules[0], $message),
            ]))),
        );
    }

    public function testARuleOfASceneNeverTakesAll(): void
    {
        $book = Checker::check("port a in\nport x out\nscene \"One\"\nrule \"r\"\n  from a\n  take cc 20\n  send x\n")->book;
        $message = new ControlMessage(Kind::Cc, 20, 1, ['a'], 0, 127, false);
        self::assertTrue(RuleMatch::isFor($book, $book->rules[0], $message));
        self::assertFalse(RuleMatch::isAllFor($book, $book->rules[0], $message));
    }

    /** @return non-empty-list<string> */
    private static function ports(string $ports): array
    {
        return explode(',', $ports);
    }
}
