<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Documents\RigNotes;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Cases;

/** Ticks and log of a rig are kept apart from it, and read together with it, whatever is changed in which order. */
final class RigNotesTest extends TestCase
{
    public function testWhatIsTakenApartAndPutTogetherIsWhatItWas(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(23));
        for ($case = 0; $case < Cases::number(20); ++$case) {
            $rig = self::decoded((string) file_get_contents(\dirname(__DIR__, 2).'/demo/salt-ferry.rig.json'));
            [$stored, $notes] = [Json::encode($rig), ''];
            for ($step = 0; $step < 12; ++$step) {
                $isNote = 1 === $random->getInt(0, 1);
                $rig = $isNote ? self::noted($rig, $random) : self::edited($rig, $random);
                $apart = RigNotes::split(Json::encode($rig), $stored);
                self::assertSame($isNote, $apart->isSame, 'a tick is no edit, and an edit no tick');
                if ($isNote) {
                    self::assertSame($stored, $apart->text, 'what can be locked is as it was');
                }
                [$stored, $notes] = [$apart->text, $apart->notes];
                self::assertSame(self::sorted($rig), self::sorted(self::decoded(RigNotes::join($stored, $notes))));
            }
        }
    }

    public function testATickIsOnAValueAndOnAnotherOneItIsNone(): void
    {
        $rig = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 3, 'state' => 'planned']]]]];
        $ticked = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 3, 'state' => 'set', 'at' => 'now', 'by' => 'Ida']]]]];
        $apart = RigNotes::split(Json::encode($ticked), Json::encode($rig));
        self::assertTrue($apart->isSame);
        self::assertSame($ticked, self::decoded(RigNotes::join(Json::encode($rig), $apart->notes)));
        $moved = ['units' => [['name' => 'a', 'settings' => ['channel' => ['value' => 4, 'state' => 'planned']]]]];
        self::assertSame($moved, self::decoded(RigNotes::join(Json::encode($moved), $apart->notes)));
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
                '{"units":[7,{"name":"a","settings":7},{"name":"b","settings":{"x":1}}],"done":8,"log":"x"}',
                "\0\xFF",
            ] as $text
        ) {
            self::assertSame($text, RigNotes::join($text, ''));
            $apart = RigNotes::split($text, $text);
            RigNotes::join($apart->text, $apart->notes);
            RigNotes::join($text, $text);
            RigNotes::withNotesOf($text, $text);
        }
        $this->addToAssertionCount(1);
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
        switch ($random->getInt(0, 3)) {
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
        foreach (['done', 'log'] as $field) {
            // none is as good as an empty one
            $value = [] === ($value[$field] ?? null) ? array_diff_key($value, [$field => 0]) : $value;
        }

        return array_map(static fn (mixed $each): mixed => \is_array($each) ? self::sorted($each) : $each, $value);
    }
}
