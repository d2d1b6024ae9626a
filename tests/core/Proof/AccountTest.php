<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Proof\Account;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Rig\Kit;

/** What happened in a minute, told in words: what is one movement, what sounds, which scenes came. */
final class AccountTest extends TestCase
{
    private const RULES = "port in in\nport out out\nscene \"Calm\"\nscene \"Storm\"\nalways\n"
        ."rule \"switch\"\n  from in\n  take cc 80\n  press\n  go \"Storm\"\n"
        ."rule \"rest\"\n  from in\n  take note, cc, program\n  send out\n";

    public function testEachMovementIsALineAndWhatSoundsIsListed(): void
    {
        $told = self::told([
            '0 in B0 0B 01', '100 in B0 0B 02', '1599 in B0 0B 03', '3099 in B0 0B 04',
            '4000 in 90 3C 64', '4100 in 90 40 64', '4200 in 80 3C 40', '4300 in 90 43 00', '4400 in 91 30 01',
            '5000 in B0 50 7F', '5100 in B0 50 00',
        ]);
        self::assertSame([
            '0 Board “Swell” (3 messages)',
            '0 Box: Level 1',
            '100 Box: Level 2',
            '1599 Box: Level 3',
            '3099 Board “Swell”',
            '3099 Box: Level 4',
            '4000 notes at in (5 messages)',
            '4000 Box sounds (2 messages)',
            '5000 Board “Go” (2 messages)',
            '5000 scene Storm',
        ], $told['lines']);
        self::assertSame(['out channel 1 E4', 'out channel 2 C3'], $told['sounding']);
        self::assertSame([0, 'Calm'], [$told['begins'], $told['beginsIn']]);
    }

    public function testWhatPeopleDidIsToldAndPanicEndsWhatSounds(): void
    {
        $told = self::told(['0 in 90 3C 64', '100 panic', '200 scene 1', '300 in C0 05']);
        self::assertContains('100 panic', $told['lines']);
        self::assertContains('200 scene Storm', $told['lines']);
        self::assertContains('300 program 5 channel 1 at in', $told['lines']);
        self::assertSame([], $told['sounding']);
    }

    /**
     * @param list<string> $deeds milliseconds, then a port and bytes, or what was done
     *
     * @return array{lines: list<string>, sounding: list<string>, begins: int, beginsIn: string|null}
     */
    private static function told(array $deeds): array
    {
        $board = Kit::board([
            ['name' => 'Pedal', 'sort' => 'pedal', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 11]]]],
            ['name' => 'Go', 'sort' => 'switch', 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 80]]]],
        ]);
        $level = ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 11], 'raw' => [0, 127]];
        $box = Kit::hearer('Box', more: ['parameters' => [$level], 'keys' => ['low' => 0, 'high' => 127, 'key60' => 'C4']]);
        $rig = Kit::rig(
            ['board' => $board, 'box' => $box],
            [
                ['name' => 'board', 'label' => 'Board', 'chart' => 'board', 'labels' => ['Pedal' => ['text' => 'Swell']]],
                ['name' => 'box', 'label' => 'Box', 'chart' => 'box'],
            ],
            [Kit::lead('a', 'board out', 'post in'), Kit::lead('b', 'post out', 'box in')],
            ['rulebook' => self::RULES],
        );
        $setup = Kit::setup($rig, self::RULES);
        $checked = Checker::check(self::RULES);
        self::assertFalse($checked->hasErrors());
        [$book, $seats] = [Compiler::load($checked->book, true), Patch::of($setup)];
        $bench = Bench::start($book, $seats);
        $bench->takeJournal();
        $state = $bench->save();
        foreach ($deeds as $deed) {
            [$ms, $what, $rest] = explode(' ', $deed, 3) + [2 => ''];
            $timeUs = 1000 * (int) $ms;
            match ($what) {
                'panic' => $bench->panic($timeUs),
                'scene' => $bench->go((int) $rest, $timeUs),
                default => $bench->feed($timeUs, $what, (string) Bytes::fromHex($rest)),
            };
        }
        $told = Account::of(new Capture($state, $bench->takeJournal()), $book, $seats, $setup);

        return [
            'lines' => array_map(static fn (array $line): string => intdiv($line['timeUs'], 1000)." {$line['words']}", $told['lines']),
            'sounding' => $told['sounding'],
            'begins' => $told['begins'],
            'beginsIn' => $told['beginsIn'],
        ];
    }
}
