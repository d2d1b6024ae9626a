<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** The crossing board as its plan sets it; then one thing wrong at a time is found first, with its cause, and its fix makes the rig sound again. */
final class CrossingFaultsTest extends TestCase
{
    private const ADAPTER = ['what' => 'adapter', 'map' => 'crossed', 'ends' => ['jack 6.35', 'jack 6.35']];

    public function testSetAsPlannedNothingIsWrong(): void
    {
        $found = self::found(self::sound());

        self::assertSame(['standard-number: unit board "Switch 5"'], array_map(self::words(...), $found));
    }

    /**
     * @param array<string, mixed> $changes
     * @param bool $isFixed whether a change of the rig puts it right; else it is a job for hands
     */
    #[DataProvider('faults')]
    public function testItsCauseIsFoundFirst(array $changes, string $first, bool $isFixed): void
    {
        $sound = self::sound();
        $faulty = Kit::changed($sound, $changes);
        $found = self::found($faulty);
        self::assertSame($first, self::words($found[0]));
        $before = array_map(self::words(...), self::found($sound));
        $more = array_diff(array_map(self::words(...), $found), $before);
        self::assertCount(1, $more, 'one cause is one finding');
        self::assertSame($isFixed, null !== $found[0]->fix);
        if ($found[0]->fix instanceof RigFix) {
            $ticked = Json::decode(str_replace('"planned"', '"set"', Json::encode(Kit::fixed($found[0]->fix, $faulty))));
            self::assertIsArray($ticked);
            self::assertSame($before, array_map(self::words(...), self::found($ticked)));
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string, bool}> */
    public static function faults(): iterable
    {
        $set = static fn (int $unit, string $setting, string|int $value): array => [
            "/units/{$unit}/settings/{$setting}" => ['value' => $value, 'state' => 'set'],
        ];
        yield 'a jack in the wrong mode' => [$set(0, 'jack1', 'footswitch'), 'lead-dead: lead brine', true];
        yield 'another' => [$set(0, 'jack2', 'footswitch'), 'lead-dead: lead far', true];
        yield 'a jumper' => [$set(0, 'jumper', 'tip'), 'lead-dead: lead drive', true];
        yield 'a crossed adapter' => [['/leads/1/parts/1' => self::ADAPTER], 'lead-dead: lead far', true];
        yield 'a channel' => [$set(2, 'channel', 9), 'does-not-play: units board and drive', true];
        yield 'a receive switch' => [$set(3, 'programs', 'off'), 'does-not-play: units board and far', true];
        yield 'no clock out' => [$set(0, 'clockout', 'off'), 'does-not-play: units board and far', true];
        yield 'no clock in' => [$set(3, 'sync', 'off'), 'does-not-play: units board and far', true];
        yield 'automatic programs' => [$set(0, 'bankprogram', 'on'), 'default-alive: unit board bankprogram', true];
        yield 'a thru that is shut' => [$set(3, 'thru', 'off'), 'thru-off: unit far thru', true];
        yield 'supply on a data contact' => [$set(1, 'control', 'expression'), 'lead-may-damage: lead brine', true];
        yield 'a label that was copied' => [
            ['/units/0/labels' => ['Switch 1' => ['text' => 'Dry'], 'Switch 2' => ['text' => 'dry '], 'Switch 3' => ['text' => 'Wet']]],
            'label-twice: unit board "Switch 2"',
            false,
        ];
        yield 'a number that was copied' => [
            ['/units/0/assigned' => self::numbers([80, 81, 82, 83, 84, 80])],
            'controls-alike: unit board "Switch 6"',
            false,
        ];
        yield 'a number that two units understand' => [
            ['/charts/brine-pedal/chart/parameters/0/message/number' => 82],
            'moves-several: unit board "Switch 3"',
            false,
        ];
        yield 'a number of the factory\'s that nobody asked for' => [
            ['/units/0/assigned' => self::numbers([80, 81, 82])],
            'factory-number-alive: unit board "Switch 4"',
            false,
        ];
    }

    /**
     * @param list<int> $numbers
     *
     * @return array<string, mixed>
     */
    private static function numbers(array $numbers): array
    {
        $assigned = [];
        foreach ($numbers as $index => $number) {
            $assigned['Switch '.($index + 1)] = ['message' => ['kind' => 'cc', 'number' => $number, 'values' => [0, 127]], 'state' => 'set'];
        }

        return $assigned;
    }

    private static function words(RigFinding $finding): string
    {
        return "{$finding->fact->code()}: {$finding->fact->subject()->words()}";
    }

    /**
     * @param array<mixed> $json
     *
     * @return list<RigFinding> without the job to send it from the editor, which any edit brings about
     */
    private static function found(array $json): array
    {
        $isFault = static fn (RigFinding $finding): bool => 'not-sent' !== $finding->fact->code();

        return array_values(array_filter(Examination::of(self::analysis($json))->findings, $isFault));
    }

    /** @return array<mixed> the rig with what its plan says, ticked */
    private static function sound(): array
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/crossing-board.rig.json'));
        self::assertIsArray($json);
        $json['intents'] = [['from' => 'board', 'to' => 'far', 'of' => ['controls', 'programs', 'clock'], 'means' => 'plays']];

        return PlannedJson::of($json, self::analysis($json)) ?? [];
    }

    /** @param array<mixed> $json */
    private static function analysis(array $json): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
    }
}
