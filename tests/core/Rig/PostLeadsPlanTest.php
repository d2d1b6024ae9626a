<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Plan\PlannedCable;
use ZigzagPost\Core\Rig\Plan\PlannedSetting;
use ZigzagPost\Core\Rig\Plan\Planner;

/** What a plug at the post's lead is set to is planned like everything else, and cables are, where that is less work. */
final class PostLeadsPlanTest extends TestCase
{
    /**
     * @param array<string, mixed> $more
     * @param list<string> $planned
     */
    #[DataProvider('leads')]
    public function testALeadToThePostIsThereToWork(string $by, string $factory, string $map, array $more, array $planned, int $cost): void
    {
        $box = Kit::hearer('Box');
        $box['settings'] = [
            ['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16], 'factory' => 1],
            ['id' => 'jack', 'title' => 'Jack', 'values' => ['A', 'B', 'pedal'], 'factory' => $factory, 'how' => [['by' => $by]]],
        ];
        $uses = [];
        foreach (['A', 'B'] as $wiring) {
            $uses[] = ['way' => 'in', 'carries' => 'midi', 'wiring' => $wiring, 'when' => ['jack' => [$wiring]]];
        }
        $uses[] = ['way' => 'in', 'carries' => 'expression', 'when' => ['jack' => ['pedal']]];
        $box['plugs'] = [['id' => 'in', 'label' => 'IN', 'connector' => 'jack 3.5', 'uses' => $uses]];
        $lead = Kit::lead('1', 'post boxes', 'box in', [['what' => 'cable', 'map' => $map, 'ends' => ['din5', 'jack 3.5']]]);
        $rig = Kit::rig(['b' => $box], [['name' => 'box', 'chart' => 'b']], [[...$lead, ...$more]]);
        $plan = Planner::plan(Kit::setup($rig, "rulebook \"Boxes\"\nport boxes out\n"));
        $changes = array_filter($plan->settings, static fn (PlannedSetting $setting): bool => $setting->changes());
        self::assertSame(
            $planned,
            [
                ...array_values(array_map(self::words(...), $changes)),
                ...array_map(static fn (PlannedCable $cable): string => "{$cable->words}, {$cable->reason}", $plan->cables),
            ],
        );
        self::assertSame($cost, $plan->cost);
    }

    private static function words(PlannedSetting $setting): string
    {
        return "{$setting->setting->id} {$setting->value}, {$setting->reason}";
    }

    /** @return iterable<string, array{string, string, string, array<string, mixed>, list<string>, int}> */
    public static function leads(): iterable
    {
        yield 'it works' => ['menu', 'A', 'straight', [], [], 0];
        yield 'the jack is for a pedal' => ['menu', 'pedal', 'straight', [], ['jack A, lead 1 is to work'], 1];
        yield 'the other contact, by menu' => ['menu', 'A', 'crossed', [], ['jack B, lead 1 is to work'], 1];
        yield 'the other contact, inside the box' => [
            'jumper',
            'A',
            'crossed',
            [],
            ['replace the cable with a straight one, lead 1 is to work'],
            4,
        ];
        yield 'a pedal, inside the box' => ['jumper', 'pedal', 'crossed', [], ['jack B, lead 1 is to work'], 5];
        yield 'a lead to edit with' => ['menu', 'pedal', 'straight', ['use' => 'edit'], [], 0];
    }

    /** One jumper decides two plugs, and their cables cannot be exchanged: it is named. */
    public function testTwoPlugsOfOneJumper(): void
    {
        $use = static fn (string $way, string $wiring, string $jumper): array => [
            'way' => $way,
            'carries' => 'midi',
            'contacts' => 'near' === $wiring ? ['tip' => 'data', 'ring' => 'source', 'sleeve' => 'shield'] : array_fill_keys(['tip', 'ring', 'sleeve'], 'open'),
            'when' => ['jumper' => [$jumper]],
        ];
        $board = Kit::board([]);
        $board['keys'] = ['low' => 36, 'high' => 84];
        $board['settings'] = [['id' => 'jumper', 'title' => 'Jumper inside', 'values' => ['one', 'two'], 'factory' => 'one']];
        $board['plugs'] = [];
        foreach (['out1' => ['near', 'far'], 'out2' => ['far', 'near']] as $id => [$one, $two]) {
            $uses = [$use('out', $one, 'one'), $use('out', $two, 'two')];
            $board['plugs'][] = ['id' => $id, 'label' => $id, 'connector' => 'jack 3.5', 'uses' => $uses];
        }
        $board['sends'] = [['at' => ['out1', 'out2'], 'channel' => 1, 'kinds' => ['note' => true]]];
        $box = Kit::hearer('Box');
        $box['plugs'] = [['id' => 'in', 'label' => 'IN', 'connector' => 'jack 3.5', 'uses' => [['way' => 'in', 'carries' => 'midi', 'wiring' => 'A']]]];
        $rig = Kit::rig(
            ['a' => $board, 'b' => $box],
            [['name' => 'board', 'chart' => 'a'], ['name' => 'left', 'chart' => 'b'], ['name' => 'right', 'chart' => 'b']],
            [Kit::lead('1', 'board out1', 'left in'), Kit::lead('2', 'board out2', 'right in')],
            ['intents' => [
                ['from' => 'board', 'to' => 'left', 'of' => ['notes'], 'means' => 'plays'],
                ['from' => 'board', 'to' => 'right', 'of' => ['notes'], 'means' => 'plays'],
            ]],
        );

        self::assertSame(
            'no settings bring about that board plays left, and that board plays right: all of it hangs on Jumper inside of board',
            Planner::plan(Kit::setup($rig))->conflict?->why->words(),
        );
    }
}
