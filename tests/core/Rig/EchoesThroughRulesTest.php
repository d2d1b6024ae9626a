<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Tests\Core\Cases;

/** What rules send out, and what comes in again over a hub: it is found where it goes round without end, and nowhere else. */
final class EchoesThroughRulesTest extends TestCase
{
    /** Random rules that change number and channel, and hubs that lead some ports back, against a walk over (port, channel, number) by hand. */
    public function testWhatGoesRoundForEverIsFound(): void
    {
        $endless = $ending = 0;
        for ($seed = 0; $seed < Cases::number(60); ++$seed) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $pick = static fn (int ...$of): int => $of[$random->getInt(0, \count($of) - 1)];
            $back = ['x' => ['a', 'b', null][$random->getInt(0, 2)], 'y' => ['b', null][$random->getInt(0, 1)]];
            if ($back['x'] === $back['y']) {
                $back['y'] = null;
            }
            $blocks = 0 === $random->getInt(0, 4);
            $rules = [];
            $text = "port a in\nport b in\nport x out\nport y out\n";
            for ($rule = 0; $rule < 4; ++$rule) {
                $rules[] = $it = [
                    'from' => ['a', 'b'][$random->getInt(0, 1)],
                    'numbers' => array_values(array_unique([$pick(20, 21, 22), $pick(20, 21, 22)])),
                    'channel' => $pick(1, 2),
                    'number' => $pick(0, 20, 21, 22, 23),
                    'to' => $pick(0, 1, 2),
                    'port' => ['x', 'y'][$random->getInt(0, 1)],
                    'line' => substr_count($text, "\n") + 3,
                ];
                $text .=
                    "rule \"{$rule}\"\n  from {$it['from']}\n  take cc ".
                    implode(',', $it['numbers']).
                    " channel {$it['channel']}\n".
                    (0 === $it['number'] ? '' : "  set number = {$it['number']}\n").
                    (0 === $it['to'] ? '' : "  set channel = {$it['to']}\n").
                    "  send {$it['port']}\n";
            }
            $expected = [];
            foreach ($rules as $it) {
                foreach ($it['numbers'] as $number) {
                    if (self::goesOn($rules, $blocks ? ['x' => null, 'y' => null] : $back, $it['from'], $it['channel'], $number)) {
                        $expected[$it['line']] = true;
                    }
                }
            }
            $found = self::found($text, $back, $blocks ? ['cc'] : []);
            self::assertSame([] === $expected ? 0 : 1, \count($found) > 0 ? 1 : 0, "seed {$seed}\n{$text}".json_encode([$back, $blocks]));
            $endless += [] === $expected ? 0 : 1;
            $ending += [] === $expected ? 1 : 0;
        }
        self::assertGreaterThan(5, $endless);
        self::assertGreaterThan(5, $ending);
    }

    /**
     * @param list<array{from: string, numbers: list<int>, channel: int, number: int, to: int, port: string, line: int}> $rules
     * @param array<string, string|null> $back
     */
    private static function goesOn(array $rules, array $back, string $port, int $channel, int $number): bool
    {
        for ($step = 0; $step < 100; ++$step) {
            $taken = null;
            foreach ($rules as $rule) {
                if (null === $taken && $rule['from'] === $port && $rule['channel'] === $channel && \in_array($number, $rule['numbers'], true)) {
                    $taken = $rule;
                }
            }
            $to = null === $taken ? null : $back[$taken['port']];
            if (null === $taken || null === $to) {
                return false;
            }
            [$port, $channel, $number] = [$to, 0 === $taken['to'] ? $channel : $taken['to'], 0 === $taken['number'] ? $number : $taken['number']];
        }

        return true;
    }

    /** @return iterable<string, array{string, bool}> what a rule takes, sent out as it is, and whether it goes round */
    public static function selectors(): iterable
    {
        $all = [
            'note', 'note key 0', 'note key 127 velocity 3', 'note channel 16', 'polypressure key 5', 'polypressure key 127 value 127', 'cc 0', 'cc 119',
            'cc 123', 'cc 20 value 127', 'cc 20 value 0', 'cc14 3', 'cc14 31 value 16383', 'cc14 31 value 127', 'nrpn 1027', 'nrpn 16382',
            'nrpn 127 value 300', 'nrpn 128 value 16383', 'rpn 5', 'rpn 260', 'program', 'program value 127', 'pressure', 'pressure value 0', 'bend',
            'bend value 0', 'bend value -8192', 'bend value 8191', 'bend value 100', 'sysex', 'timecode', 'position', 'song', 'tune', 'clock', 'start',
            'continue', 'stop', 'any',
        ];
        foreach ($all as $selector) {
            yield "take {$selector}" => [$selector, true];
        }
        yield 'another number' => ["nrpn 1027\n  set number = 1028", false];
        yield 'the fine half of a number' => ["nrpn 1027\n  set number = number + 1", false];
        yield 'the coarse half of a number' => ["nrpn 1027\n  set number = number + 128", false];
        yield 'another channel' => ["bend channel 3\n  set channel = 4", false];
        yield 'another value' => ["program value 5\n  set value = 6", false];
        yield 'another value of a bend' => ["bend value 100\n  set bend = 101", false];
        yield 'a key that goes up' => ["note key 60\n  set key = 61", false];
        yield 'notes' => ['note channel 3 key C5 velocity 90..100', true];
        yield 'any velocity' => ['note velocity 1', true];
        yield 'key pressure' => ['polypressure key 61 value 9', true];
        yield 'a controller' => ['cc 38 channel 16 value 0', true];
        yield 'the eighth of controllers' => ['cc 1..8 where number = 8', true];
        yield 'a mode message' => ['mode 123', true];
        yield 'a mode message of its number' => ['mode 121 value 0', true];
        yield 'a pair' => ['cc14 5 value 8064', true];
        yield 'a parameter' => ['nrpn 133', true];
        yield 'a parameter above 7 bits' => ['nrpn 1000 channel 2', true];
        yield 'a registered one' => ['rpn 129', true];
        yield 'a parameter of one value' => ['nrpn 133 value 300', true];
        yield 'a registered one of one value' => ['rpn 0 value 12000', true];
        yield 'a program' => ['program value 64', true];
        yield 'pressure' => ['pressure channel 5 value 1', true];
        yield 'bend' => ['bend value 0', true];
        yield 'bend up' => ['bend channel 9 where value > 8000', true];
        yield 'system exclusive' => ['sysex', true];
        yield 'time code' => ['timecode', true];
        yield 'a position' => ['position', true];
        yield 'a song' => ['song', true];
        yield 'tune' => ['tune', true];
        yield 'clock' => ['clock', true];
        yield 'start' => ['start', true];
        yield 'continue' => ['continue', true];
        yield 'stop' => ['stop', true];
        yield 'sensing' => ['sensing', true];
        yield 'reset' => ['reset', true];
        yield 'nothing that there is' => ['cc 20 where value > 200', false];
    }

    #[DataProvider('selectors')]
    public function testEveryKindOfMessageGoesRound(string $selector, bool $isEndless): void
    {
        $rules = "port a in\nport x out\nrule \"Round\"\n  from a\n  take {$selector}\n  send x\n";
        self::assertCount($isEndless ? 1 : 0, self::found($rules, ['x' => 'a']));
    }

    public function testWhatComesToAnEndIsNoneThatGoesRoundForEver(): void
    {
        $book = static fn (string $steps): string => "port a in\nport x out\nrule \"Round\"\n  from a\n  take cc 20\n{$steps}  send x\n";
        // Raised by one at each turn it ends at its highest, and so does what is lowered; what turns over does not.
        self::assertSame([], self::found($book("  only value < 127\n  set value = value + 1\n"), ['x' => 'a']));
        self::assertSame([], self::found($book("  only value > 0\n  set value = value - 1\n"), ['x' => 'a']));
        self::assertCount(1, self::found($book("  set value = (value + 1) % 128\n"), ['x' => 'a']));
        self::assertCount(1, self::found($book("  set value = 127 - value\n"), ['x' => 'a']));
    }

    public function testEachPairOfPortsIsToldOnceWithAllItsLines(): void
    {
        $rules = "port a in\nport b in\nport x out\nport y out\n"
            ."rule \"One\"\n  from a\n  take cc 20\n  send x\n"
            ."rule \"Two\"\n  from a\n  take cc 21\n  take cc 22\n  send x\n"
            ."rule \"Three\"\n  from b\n  take note\n  send y\n"
            ."rule \"Four\"\n  from a, b\n  take program\n  send x, y\n";
        $texts = array_map(static fn (RigFinding $each): string => $each->fact->text(), self::found($rules, ['x' => 'a', 'y' => 'b']));
        self::assertSame(
            [
                'what leaves port x comes in again at a over hub_x, and rules send it out again without end: lines 7, 11, 12',
                'what leaves port y comes in again at b over hub_y, and rules send it out again without end: lines 16, 20',
            ],
            $texts,
        );
    }

    public function testEverySceneUpToTheSixteenthIsLookedAt(): void
    {
        $rules = "port a in\nport x out\n";
        for ($scene = 1; $scene <= 17; ++$scene) {
            $rules .= "scene \"{$scene}\"\n".(16 === $scene ? "rule \"Here\"\n  from a\n  take note\n  send x\n" : '');
        }
        self::assertCount(1, self::found($rules, ['x' => 'a']));
    }

    public function testItIsToldOnceWithItsPlacesAndNotForAClockThatRunsByItself(): void
    {
        $ports = "port a in\nport b in\nport x out\nport y out\n";
        $back = ['x' => 'a', 'y' => null];
        $thru = self::found("{$ports}rule \"All\"\n  from a\n  take any\n  send x\n", $back);
        self::assertSame(
            ['what leaves port x comes in again at a over hub_x, and rules send it out again without end: line 7'],
            array_map(static fn (RigFinding $each): string => $each->fact->text(), $thru),
        );
        self::assertSame(7, $thru[0]->fact->line());
        self::assertSame([], self::found("{$ports}rule \"Other\"\n  from b\n  take any\n  send x\n", $back), 'what comes back is taken by nobody');
        self::assertCount(
            1,
            self::found("{$ports}rule \"Late\"\n  from a\n  take note\n  delay 300ms\n  send x\n", $back),
            'a delay does not end it',
        );
        self::assertSame(
            [],
            self::found("{$ports}rule \"Less\"\n  from a\n  take cc 1\n  take cc 2\n  deadband 3\n  send x\n", $back),
            'what does not change any more goes out no more',
        );
        self::assertSame(
            [],
            self::found(
                "{$ports}clock lead\n  tempo 100\n  send x\nscene \"One\"\n  on enter start lead\nrule \"Keys\"\n  from a\n  take note\n  send y\n",
                $back,
            ),
            'a clock that comes back and that nobody takes',
        );
        self::assertCount(
            1,
            self::found("{$ports}scene \"One\"\nscene \"Two\"\nrule \"Here\"\n  from a\n  take note\n  send x\n", $back),
            'in the second scene',
        );
    }

    /**
     * @param array<string, string|null> $back in ports that each out port comes back to over a hub
     * @param list<string> $blocks
     *
     * @return list<RigFinding>
     */
    private static function found(string $rules, array $back, array $blocks = []): array
    {
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message', 'blocks' => $blocks]],
        ];
        $units = $leads = [];
        foreach (array_filter($back) as $out => $in) {
            $units[] = ['name' => "hub_{$out}", 'chart' => 'hub'];
            array_push($leads, Kit::lead("to {$out}", "post {$out}", "hub_{$out} in"), Kit::lead("from {$out}", "hub_{$out} out", "post {$in}"));
        }
        $findings = Examination::of(new RigAnalysis(Kit::setup(Kit::rig(['hub' => $hub], $units, $leads, ['rulebook' => $rules]), $rules)))->findings;

        return array_values(array_filter($findings, static fn (RigFinding $finding): bool => 'loop' === $finding->fact->code()));
    }
}
