<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\Hand;

/** A rule is for what a control sends exactly where the engine lets it through; a part can complete what it takes. */
final class TakenByTest extends TestCase
{
    private const MESSAGES = [
        [Kind::Cc, 7],
        [Kind::Cc, 20],
        [Kind::Cc, 52],
        [Kind::Cc, 119],
        [Kind::Cc, 6],
        [Kind::Cc, 38],
        [Kind::Cc, 96],
        [Kind::Cc, 98],
        [Kind::Cc, 101],
        [Kind::Cc, 0],
        [Kind::Cc, 32],
        [Kind::Cc, 64],
        [Kind::Note, 36],
        [Kind::Note, 60],
        [Kind::Program, 0],
        [Kind::Program, 5],
        [Kind::Pressure, null],
        [Kind::Bend, null],
        [Kind::PolyPressure, 36],
    ];
    private const TAKES = [
        'cc',
        'cc 7',
        'cc 20..52',
        'cc 20, 119 channel 2',
        'cc channel 2',
        'note',
        'note key 36',
        'note key C4..C6 channel 1',
        'program',
        'program 1',
        'program 6 channel 1',
        'pressure',
        'bend',
        'bend channel 3',
        'polypressure key 36',
        'any',
        'any channel 2',
        'nrpn 300',
        'rpn 0',
        'cc14 7',
        'cc14 20',
    ];

    /** @return iterable<string, array{string}> */
    public static function takes(): iterable
    {
        foreach (self::TAKES as $take) {
            yield $take => [$take];
        }
    }

    #[DataProvider('takes')]
    public function testARuleIsForWhatTheEngineLetsThrough(string $take): void
    {
        $checked = Checker::check("port a in\nport b in\nport x out\n\nprograms from 1\n\nrule \"R\"\n  from a\n  take {$take}\n  send x\n");
        self::assertFalse($checked->hasErrors(), implode("\n", array_map(static fn ($finding): string => $finding->text, $checked->findings)));
        $compiled = Compiler::load($checked->book);
        $isGroup = 1 === preg_match('/^(nrpn|rpn|cc14)/', $take);
        foreach (self::MESSAGES as [$kind, $number]) {
            foreach ([1, 2] as $channel) {
                foreach (['a', 'b'] as $port) {
                    $message = new ControlMessage($kind, $number, $channel, [$port], 0, 100, false);
                    $engine = new Engine($compiled);
                    foreach (Hand::at($message, 100) as $bytes) {
                        $engine->feed(1000, (int) $compiled->inPort($port), $bytes);
                    }
                    $engine->advance(1_000_000);
                    $hasCome = [] !== array_filter($engine->take(), static fn (array $made): bool => true);
                    $said = RuleMatch::isFor($checked->book, $checked->book->rules[0], $message);
                    self::assertSame($hasCome && !$isGroup, $said, "{$take}: {$kind->value} {$number} channel {$channel} at {$port}");
                }
            }
        }
    }

    /** @return iterable<string, array{string, list<int>}> what a rule takes, and the controllers that are a part of it */
    public static function parts(): iterable
    {
        yield 'nrpn' => ['nrpn', [6, 38, 96, 97, 98, 99, 100, 101]];
        yield 'rpn 3' => ['rpn 3', [6, 38, 96, 97, 98, 99, 100, 101]];
        yield 'cc14 7' => ['cc14 7', [7, 39]];
        yield 'program' => ['program', [0, 32]];
        yield 'cc 7' => ['cc 7', []];
        yield 'note' => ['note', []];
    }

    /** @param list<int> $expected */
    #[DataProvider('parts')]
    public function testWhatCanBecomeAPart(string $take, array $expected): void
    {
        $book = Checker::check("port a in\nport x out\n\nrule \"R\"\n  take {$take}\n  drop\n")->book;
        $parts = [];
        for ($number = 0; $number < 128; ++$number) {
            if (RuleMatch::isPartFor($book, $book->rules[0], new ControlMessage(Kind::Cc, $number, 1, ['a'], 0, 127, false))) {
                $parts[] = $number;
            }
        }

        self::assertSame($expected, $parts);
        self::assertFalse(RuleMatch::isPartFor($book, $book->rules[0], new ControlMessage(Kind::Note, 38, 1, ['a'], 0, 127, false)));
        self::assertFalse(RuleMatch::isPartFor($book, $book->rules[0], new ControlMessage(Kind::Cc, $expected[0] ?? 0, 1, ['b'], 0, 127, false)));
    }

    /** @return iterable<string, array{string, bool}> rules, and whether nothing below ever gets controller 20 of channel 1 */
    public static function wholes(): iterable
    {
        yield 'the controller' => ["rule \"R\"\n  take cc 20\n  drop\n", true];
        yield 'a copy' => ["rule \"R\"\n  copy cc 20\n  drop\n", false];
        yield 'some values' => ["rule \"R\"\n  take cc 20 value 3..9\n  drop\n", false];
        yield 'what has changed' => ["rule \"R\"\n  take cc 20 changed\n  drop\n", false];
        yield 'a condition' => ["memory m = 0\nrule \"R\"\n  take cc 20 where m > 1\n  drop\n", false];
        yield 'a gesture' => ["rule \"R\"\n  take cc 20 held 400ms\n  drop\n", false];
        yield 'another one' => ["rule \"R\"\n  take cc 21\n  drop\n", false];
        yield 'in a scene' => ["scene \"A\"\nrule \"R\"\n  take cc 20\n  drop\n", false];
        yield 'from another port' => ["rule \"R\"\n  from b\n  take cc 20\n  drop\n", false];
    }

    #[DataProvider('wholes')]
    public function testWhatNoRuleBelowGets(string $rules, bool $isAll): void
    {
        $checked = Checker::check("port a in\nport b in\nport x out\n{$rules}");
        self::assertFalse($checked->hasErrors(), implode("\n", array_map(static fn ($finding): string => $finding->text, $checked->findings)));
        $rule = $checked->book->rules[0];

        self::assertSame($isAll, RuleMatch::isAllFor($checked->book, $rule, new ControlMessage(Kind::Cc, 20, 1, ['a'], 0, 127, false)));
        self::assertFalse(
            RuleMatch::isAllFor($checked->book, $rule, new ControlMessage(Kind::Cc, null, 1, ['a'], 0, 127, false)),
            'its number is not known',
        );
        self::assertFalse(
            RuleMatch::isAllFor($checked->book, $rule, new ControlMessage(Kind::Cc, 20, null, ['a'], 0, 127, false)),
            'its channel is not known',
        );
    }
}
