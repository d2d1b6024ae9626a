<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;

/** Zones that are not the same at both ends are found: straight from unit to unit, into the post, and out of it. */
final class ZonesTest extends TestCase
{
    /**
     * @param array<string, mixed> $sent
     * @param array<string, mixed> $heard
     * @param list<string> $found
     */
    #[DataProvider('zones')]
    public function testZonesOfTwoUnits(array $sent, array $heard, array $found): void
    {
        $keys = Kit::board([]);
        $keys['sends'] = [['at' => ['out'], 'kinds' => ['note' => true], 'zone' => $sent]];
        $waves = Kit::hearer('Waves', more: ['settings' => [['id' => 'members', 'title' => 'Members', 'values' => [1, 15], 'factory' => 7]]]);
        $waves['hears'] = [['id' => 'all', 'at' => ['in'], 'zone' => $heard]];
        $rig = Kit::rig(
            ['a' => $keys, 'b' => $waves],
            [['name' => 'keys', 'chart' => 'a'], ['name' => 'waves', 'chart' => 'b']],
            [Kit::lead('1', 'keys out', 'waves in')],
        );
        self::assertSame($found, self::found(new RigAnalysis(Kit::setup($rig))));
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, list<string>}> */
    public static function zones(): iterable
    {
        $zone = static fn (string $side, int|string $members, ?int $bend = null): array => array_filter(
            ['side' => $side, 'members' => $members, 'bend' => $bend],
            static fn ($each): bool => null !== $each,
        );
        yield 'the same' => [$zone('lower', 15, 48), $zone('lower', 15, 48), []];
        yield 'fewer hear' => [
            $zone('lower', 15),
            $zone('lower', 8),
            ['keys sends a zone of 15 members, waves has one of 8: notes on the other 7 are not heard'],
        ];
        yield 'more hear' => [
            $zone('lower', 5),
            $zone('lower', 'members'),
            ['keys sends a zone of 5 members, waves has one of 7: fewer notes sound at once than could'],
        ];
        yield 'other bend' => [
            $zone('upper', 7, 48),
            $zone('upper', 7, 24),
            ['keys sends bends over 48 semitones, waves has a range of 24: a bend of one semitone becomes 0.5 of one'],
        ];
        yield 'other side' => [
            $zone('upper', 7, 48),
            $zone('lower', 7, 24),
            ['keys sends a zone from channel 16 down, waves has one from channel 1 up: nothing of it is heard as a zone'],
        ];
        yield 'unknown bend' => [$zone('lower', 7, 48), $zone('lower', 7), []];
    }

    public function testZonesOfPorts(): void
    {
        $keys = Kit::board([]);
        $keys['sends'] = [['at' => ['out'], 'kinds' => ['note' => true], 'zone' => ['side' => 'lower', 'members' => 15, 'bend' => 48]]];
        $waves = Kit::hearer('Waves');
        $waves['hears'] = [['id' => 'all', 'at' => ['in'], 'zone' => ['side' => 'lower', 'members' => 7, 'bend' => 24]]];
        $rig = Kit::rig(
            ['a' => $keys, 'b' => $waves],
            [['name' => 'keys', 'chart' => 'a'], ['name' => 'waves', 'chart' => 'b']],
            [Kit::lead('1', 'keys out', 'post keys'), Kit::lead('2', 'post synths', 'waves in')],
        );
        $book = "rulebook \"Zones\"\nport keys in mpe lower 7 bend 48\nport synths out mpe lower 7 bend 12\n";
        self::assertSame(
            [
                'keys sends a zone of 15 members, post has one of 7: notes on the other 8 are not heard',
                'port synths sends bends over 12 semitones, waves has a range of 24: a bend of one semitone becomes 2 of one',
            ],
            self::found(new RigAnalysis(Kit::setup($rig, $book))),
        );
    }

    /** @return list<string> */
    private static function found(RigAnalysis $analysis): array
    {
        $zones = array_filter(Examination::of($analysis)->findings, static fn (RigFinding $finding): bool => 'zone-differs' === $finding->fact->code());

        return array_values(array_map(static fn (RigFinding $finding): string => $finding->fact->text(), $zones));
    }
}
