<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** One fault put into the mended demo is reported as exactly that fault, and its fix clears it. */
final class FaultsTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, list<string>}> changes by pointer, and the causes that are found */
    public static function faults(): iterable
    {
        $unit = static fn (string $name): int => self::place('units', 'name', $name);
        $lead = static fn (string $id): int => self::place('leads', 'id', $id);
        yield 'an adapter of the other kind' => [["/leads/{$lead('tilt')}/parts/0/map" => 'straight'], ['lead tilt: lead-dead']];
        yield 'a thru that is off' => [["/units/{$unit('knot')}/settings/thru/value" => 'off'], ['unit knot thru: thru-off']];
        yield 'two units on one channel' => [["/units/{$unit('gulls')}/settings/channel/value" => 3], ['units moths and gulls: shared-channel']];
        yield 'a jack in another mode' => [["/units/{$unit('drive')}/settings/jack/value" => 'expression'], ['lead drive: lead-may-damage']];
        yield 'another supply' => [["/leads/{$lead('power drive')}/a/plug" => 'ac'], ['lead power drive: lead-may-damage']];
        yield 'phantom power' => [["/leads/{$lead('lantern')}/parts/1/phantomOff" => false], ['lead lantern: lead-may-damage']];
        yield 'a long DIN lead' => [["/leads/{$lead('desk')}/parts/0/lengthM" => 20], ['lead desk: lead-unknown']];
        yield 'an extension' => [["/leads/{$lead('host')}/parts/0/passiveExtension" => true], ['lead host: lead-risky']];
        yield 'a default left alive' => [
            ["/units/{$unit('treadle')}/settings/bankprogram/value" => 'on'],
            ['unit treadle bankprogram: default-alive'],
        ];
        yield 'a battery that is too short' => [["/units/{$unit('tilt')}/battery/hours" => 1], ['unit tilt battery: battery-short']];
        yield 'firmware older than the chart' => [
            ["/units/{$unit('tilt')}/firmware" => '1.9', '/charts/tilt/chart/firmwareMin' => '1.10'],
            ['unit tilt firmware: firmware-old'],
        ];
        yield 'a label that is too long' => [
            ["/units/{$unit('treadle')}/labels/Switch 1/text" => 'The harbour at night'],
            ['unit treadle "Switch 1": label-too-long'],
        ];
        yield 'a number that is not for controls' => [
            ["/units/{$unit('treadle')}/assigned/Switch 4" => ['message' => ['kind' => 'cc', 'number' => 98], 'state' => 'set']],
            ['unit treadle "Switch 4": number-not-for-controls'],
        ];
        yield 'a port taken away' => [
            ['/rulebook' => str_replace("port lantern out\n", '', self::text('rulebook')), "/leads/{$lead('lantern')}/a/unit" => 'post'],
            ['lead lantern: lead-dangling'],
        ];
        yield 'a misspelt name' => [
            ['/rulebook' => str_replace('turn brine "Swell"', 'turn brine "Swel"', self::text('rulebook'))],
            ['line 84: unknown-parameter'],
        ];
        yield 'a stream that is not thinned' => [
            ['/rulebook' => str_replace("  deadband 2\n  thin 20ms\n", '', self::text('rulebook'))],
            ['lead sampler from post sampler: lead-flooded'],
        ];
        yield 'an overloaded supply' => [["/leads/{$lead('power treadle')}/a/plug" => 'o1'], ['supply oil Output 1: supply-overloaded']];
    }

    /**
     * @param array<string, mixed> $changes
     * @param list<string> $causes
     */
    #[DataProvider('faults')]
    public function testAFaultIsFoundAsItself(array $changes, array $causes): void
    {
        $faulty = Kit::changed(self::mended(), $changes);
        $found = self::found($faulty);
        self::assertEqualsCanonicalizing(
            $causes,
            array_map(static fn (RigFinding $finding): string => "{$finding->fact->subject()->words()}: {$finding->fact->code()}", $found),
            implode("\n", array_map(static fn (RigFinding $finding): string => $finding->print('rig'), $found)),
        );
        foreach ($found as $finding) {
            if (null !== $finding->fix) {
                // What may damage does so until somebody has set it on the box and ticked it.
                $fixed = Json::decode(str_replace('"planned"', '"set"', Json::encode(Kit::fixed($finding->fix, $faulty))));
                self::assertIsArray($fixed);
                self::assertSame([], self::found($fixed), "the fix \"{$finding->fix->title}\" leaves something");
            }
        }
    }

    public function testTheMendedDemoHasNoErrorAndNoWarningAndTheOtherHasItsFaults(): void
    {
        self::assertSame([], self::found(self::mended()));
        self::assertSame(
            ['falls-short', 'lead-dead', 'lead-flooded', 'lead-may-damage', 'lead-may-damage', 'shared-channel', 'thru-off'],
            self::sorted(array_map(static fn (RigFinding $finding): string => $finding->fact->code(), self::found(self::read('salt-ferry-as-found')))),
        );
    }

    public function testAFindingThatWasPutToRestWakesWhenItsCauseChanges(): void
    {
        $faulty = Kit::changed(self::mended(), ['/units/'.self::place('units', 'name', 'tilt').'/battery/hours' => 1]);
        $rested = Kit::changed($faulty, ['/rests' => [['cause' => self::found($faulty)[0]->key(), 'reason' => 'a spare one is packed']]]);
        self::assertSame([], self::found($rested));
        $changed = Kit::changed($rested, ['/units/'.self::place('units', 'name', 'tilt').'/battery/hours' => 0.5]);
        self::assertCount(1, self::found($changed));
    }

    /**
     * @param array<mixed> $json
     *
     * @return list<RigFinding> errors and warnings
     */
    private static function found(array $json): array
    {
        $examined = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)))));

        return array_values(array_filter($examined->findings, static fn (RigFinding $finding): bool => Severity::Hint !== $finding->fact->severity()));
    }

    /** @return array<mixed> */
    private static function mended(): array
    {
        return self::read('salt-ferry');
    }

    /** @return array<mixed> */
    private static function read(string $name): array
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3)."/demo/{$name}.rig.json"));

        return \is_array($json) ? $json : [];
    }

    private static function text(string $field): string
    {
        $text = self::mended()[$field] ?? '';

        return \is_string($text) ? $text : '';
    }

    private static function place(string $list, string $field, string $value): int
    {
        $entries = self::mended()[$list] ?? [];

        return (int) array_search($value, array_column(\is_array($entries) ? $entries : [], $field), true);
    }

    /**
     * @param list<string> $words
     *
     * @return list<string>
     */
    private static function sorted(array $words): array
    {
        sort($words);

        return $words;
    }
}
