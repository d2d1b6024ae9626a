<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Documents\EarlierNotes;
use App\Documents\RigParts;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Cases;

/** Ticks, log, proofs, report and rests of a rig are documents beside it, and read together with it, whatever is changed in which order. */
final class RigPartsTest extends TestCase
{
    public function testWhatIsTakenApartAndPutTogetherIsWhatItWas(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(23));
        for ($case = 0; $case < Cases::number(20); ++$case) {
            $rig = self::decoded((string) file_get_contents(\dirname(__DIR__, 2).'/demo/salt-ferry.rig.json'));
            $stored = RigParts::split(Json::encode($rig))->rig;
            for ($step = 0; $step < 12; ++$step) {
                $isNote = 1 === $random->getInt(0, 1);
                $rig = $isNote ? self::noted($rig, $random) : self::edited($rig, $random);
                $apart = RigParts::split(Json::encode($rig));
                self::assertSame($isNote, RigParts::areSame($apart->rig, $stored), 'a tick is no edit, and an edit no tick');
                $alone = self::decoded($apart->rig);
                self::assertSame([], array_intersect(['done', 'log', 'proofs', 'report', 'rests'], array_keys($alone)));
                self::assertStringNotContainsString('"state":"set"', str_replace(' ', '', $apart->rig));
                $stored = $isNote ? $stored : $apart->rig;
                self::assertSame(self::sorted($rig), self::sorted(self::decoded(RigParts::join($stored, $apart->parts))));
            }
        }
    }

    public function testATickIsOnAValueAndOnAnotherOneItIsNone(): void
    {
        $rig = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 3, 'state' => 'planned']]]]];
        $ticked = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 3, 'state' => 'set', 'at' => 'now', 'by' => 'Ida']]]]];
        $apart = RigParts::split(Json::encode($ticked));
        self::assertTrue(RigParts::areSame($apart->rig, Json::encode($rig)));
        self::assertSame($ticked, self::decoded(RigParts::join(Json::encode($rig), $apart->parts)));
        $moved = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 4, 'state' => 'planned']]]]];
        self::assertSame($moved, self::decoded(RigParts::join(Json::encode($moved), $apart->parts)));
        $pinned = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 3, 'state' => 'planned', 'pinned' => true]]]]];
        self::assertStringContainsString('"set"', RigParts::join(Json::encode($pinned), $apart->parts), 'a pin takes no tick away');
    }

    public function testWhatIsNoRigStaysAsItIs(): void
    {
        foreach (
            [
                '',
                '{',
                '[]',
                'null',
                '{"units":7}',
                '{"units":[7,{"name":"a","settings":7},{"name":"b","settings":{"x":1}}]}',
                "\0\xFF",
            ] as $text
        ) {
            self::assertSame($text, RigParts::join($text, []));
            $apart = RigParts::split($text);
            self::assertSame($text, $apart->rig);
            RigParts::join($apart->rig, ['ticks' => $text, 'log' => $text]);
            RigParts::join($text, ['ticks' => '{"units":{"a":{"settings":{"x":1}},"b":7}}']);
            EarlierNotes::join($text, $text);
        }
    }

    /** Until November 2026 ticks stood under "unit what setting", whatever spaces there were in these. */
    public function testNotesOfEarlierLibrariesAreRead(): void
    {
        $rig = Json::encode([
            'units' => [
                ['name' => 'a', 'settings' => ['in channel' => ['value' => 3, 'state' => 'planned']]],
                ['name' => 'a settings b', 'assigned' => ['x' => ['message' => ['kind' => 'note'], 'state' => 'planned']]],
            ],
        ]);
        $notes = Json::encode([
            'log' => [['at' => 'x']],
            'ticks' => [
                'a settings in channel' => ['value' => 3, 'state' => 'read'],
                'a settings b assigned x' => ['message' => ['kind' => 'note'], 'state' => 'set'],
            ],
        ]);
        $whole = self::decoded(EarlierNotes::join($rig, $notes));
        self::assertSame([['at' => 'x']], $whole['log']);
        self::assertSame(
            [['in channel' => ['value' => 3, 'state' => 'read']], ['x' => ['message' => ['kind' => 'note'], 'state' => 'set']]],
            [self::units($whole)[0]['settings'] ?? null, self::units($whole)[1]['assigned'] ?? null],
        );
    }

    /**
     * @param array<mixed> $rig
     *
     * @return array<mixed>
     */
    private static function noted(array $rig, \Random\Randomizer $random): array
    {
        $done = \is_array($rig['done'] ?? null) ? $rig['done'] : [];
        $log = \is_array($rig['log'] ?? null) ? $rig['log'] : [];
        switch ($random->getInt(0, 5)) {
            case 4:
                $rests = \is_array($rig['rests'] ?? null) ? $rig['rests'] : [];

                return ['rests' => [...$rests, ['cause' => bin2hex($random->getBytes(4)), 'reason' => 'so', 'at' => 'x']]] + $rig;
            case 5:
                return ['report' => ['at' => 'x', 'tried' => $random->getInt(1, 9)], 'proofs' => [['name' => bin2hex($random->getBytes(3))]]] + $rig;
            case 0:
                return ['done' => $done + ['job '.bin2hex($random->getBytes(4)) => ['at' => '2026-11-29', 'by' => 'Ida']]] + $rig;
            case 1:
                return ['log' => [...$log, ['at' => '2026-11-29T20:00:00+00:00', 'what' => 'rehearsal', 'who' => bin2hex($random->getBytes(3))]]] +
                    $rig;
            case 2:
                return [] === $log ? ['log' => [['at' => 'x', 'what' => 'rehearsal']]] + $rig : ['log' => \array_slice($log, 1)] + $rig;
            default:
                $units = self::units($rig);
                foreach ($units as $place => $unit) {
                    foreach (['settings', 'assigned'] as $what) {
                        $things = \is_array($unit[$what] ?? null) ? $unit[$what] : [];
                        foreach ($things as $id => $thing) {
                            if (\is_array($thing) && 1 === $random->getInt(1, 4)) {
                                $things[$id] =
                                    ['state' => ['planned', 'set', 'read'][$random->getInt(0, 2)], 'at' => bin2hex($random->getBytes(4))] + $thing;
                            }
                        }
                        $units[$place] = ([] === $things ? [] : [$what => $things]) + $units[$place];
                    }
                }
                $rig = ['units' => $units] + $rig;

                return ['done' => $done + ['job '.bin2hex($random->getBytes(4)) => ['at' => 'x']]] + $rig;
        }
    }

    /**
     * @param array<mixed> $rig
     *
     * @return array<mixed>
     */
    private static function edited(array $rig, \Random\Randomizer $random): array
    {
        $units = self::units($rig);
        $place = $random->getInt(0, \count($units) - 1);
        $word = bin2hex($random->getBytes(4));
        switch ($random->getInt(0, 3)) {
            case 0:
                $units[$place] = ['label' => $word] + $units[$place];
                break;
            case 1:
                $settings = \is_array($units[$place]['settings'] ?? null) ? $units[$place]['settings'] : [];
                $units[$place] =
                    ['settings' => ['odd '.$word => ['value' => $random->getInt(1, 16), 'state' => 'planned']] + $settings] + $units[$place];
                break;
            case 2:
                return ['show' => ['songs' => [['id' => $word, 'title' => $word, 'tempo' => 96.0]]]] + $rig;
            default:
                $units[] = ['name' => "unit_{$word}", 'chart' => ['id' => 'x', 'revision' => 1]];
        }

        return ['units' => $units] + $rig;
    }

    /**
     * @param array<mixed> $rig
     *
     * @return list<array<mixed>>
     */
    private static function units(array $rig): array
    {
        return array_values(array_filter(\is_array($rig['units'] ?? null) ? $rig['units'] : [], is_array(...)));
    }

    /** @return array<mixed> */
    private static function decoded(string $text): array
    {
        $json = json_decode($text, true);
        self::assertIsArray($json);

        return $json;
    }

    /**
     * @param array<mixed> $value
     *
     * @return array<mixed>
     */
    private static function sorted(array $value): array
    {
        array_is_list($value) || ksort($value);
        foreach (['done', 'log', 'proofs', 'rests', 'report'] as $field) {
            // none is as good as an empty one
            $value = [] === ($value[$field] ?? null) ? array_diff_key($value, [$field => 0]) : $value;
        }

        return array_map(static fn (mixed $each): mixed => \is_array($each) ? self::sorted($each) : $each, $value);
    }
}
