<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What units need in practice, over its edges: batteries, firmware, labels, backups, numbers that mean something. */
final class PracticeTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, list<string>}> more of the unit, more of its chart, and what is found */
    public static function units(): iterable
    {
        $control = static fn (string $sort, int $number, array $more = []): array => [
            'surface' => [
                'controls' => [
                    [
                        'name' => 'One',
                        'sort' => $sort,
                        'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => $number]]],
                        ...$more,
                    ],
                ],
            ],
        ];
        $display = ['display' => ['characters' => 4, 'lines' => 2]];
        $label = static fn (string $text): array => ['labels' => ['One' => ['text' => $text]]];
        $backup = static fn (string $at, string $setAt): array => [
            'backup' => ['file' => 'box.syx', 'at' => $at],
            'settings' => ['channel' => ['value' => 2, 'state' => 'set', 'at' => $setAt]],
        ];
        $assignable = ['assign' => ['how' => [['by' => 'menu']]]];
        yield 'a battery for the whole show' => [['battery' => ['hours' => 3.0]], [], []];
        yield 'one for less' => [['battery' => ['hours' => 2.9]], [], ['battery-short: its battery lasts 2.9 h, the show 3 h']];
        yield 'firmware as old as the chart' => [['firmware' => '1.4'], ['firmwareMin' => '1.4'], []];
        yield 'older firmware' => [
            ['firmware' => '1.3.9'],
            ['firmwareMin' => '1.4'],
            ['firmware-old: its firmware is 1.3.9; its chart is right from 1.4 on'],
        ];
        yield 'newer by number, not by letter' => [['firmware' => '1.10'], ['firmwareMin' => '1.9'], []];
        yield 'firmware unknown' => [[], ['firmwareMin' => '1.9'], []];
        yield 'a label that just fits' => [$label('12345678'), $control('switch', 80, $display), []];
        yield 'a label that does not' => [
            $label('123456789'),
            $control('switch', 80, $display),
            ['label-too-long: the label "123456789" has 9 characters, and the display of "One" shows 8'],
        ];
        yield 'letters, not bytes, are counted' => [$label('äöüäöüäö'), $control('switch', 80, $display), []];
        yield 'a display without lines' => [
            $label('12345'),
            $control('switch', 80, ['display' => ['characters' => 4, 'lines' => 0]]),
            ['label-too-long: the label "12345" has 5 characters, and the display of "One" shows 4'],
        ];
        yield 'no display' => [$label('123456789012'), $control('switch', 80), []];
        yield 'a backup of the same day' => [$backup('2026-11-01', '2026-11-01'), [], []];
        yield 'a backup of the day before' => [
            $backup('2026-10-31', '2026-11-01'),
            [],
            ['backup-old: the backup box.syx is of 2026-10-31, older than channel, which was set on 2026-11-01'],
        ];
        yield 'no backup' => [['settings' => ['channel' => ['value' => 2, 'state' => 'set', 'at' => '2026-11-01']]], [], []];
    }

    /**
     * @param array<string, mixed> $unit
     * @param array<string, mixed> $chart
     * @param list<string> $expected
     */
    #[DataProvider('units')]
    public function testWhatIsFound(array $unit, array $chart, array $expected): void
    {
        $rig = Kit::rig(['box' => Kit::hearer('Box', 2, more: $chart)], [['name' => 'box', 'chart' => 'box', ...$unit]], [], ['showHours' => 3.0]);
        $findings = Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings;
        $found = array_map(static fn (RigFinding $finding): string => "{$finding->fact->code()}: {$finding->fact->text()}", $findings);

        self::assertSame(
            $expected,
            array_values(array_filter($found, static fn (string $each): bool => 1 === preg_match('/^(battery|firmware|label|backup)/', $each))),
        );
    }
}
