<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Proof\Account;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\JournalEntry;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Cases;

/** What is written down of a bench can be played again, from anywhere in it, and comes out as it came. */
final class MinuteTest extends TestCase
{
    private const CONTROLS = [
        ['treadle', 'Switch 1'],
        ['treadle', 'Switch 2'],
        ['treadle', 'Switch 3'],
        ['treadle', 'Switch 4'],
        ['treadle', 'Switch 5'],
        ['treadle', 'Switch 6'],
        ['treadle', 'Switch 7'],
        ['treadle', 'Pedal'],
        ['tilt', 'Tilt'],
        ['keys', 'key 60'],
        ['keys', 'key 40'],
        ['strip', 'A fader 1'],
        ['slab', 'finger 1 key 62'],
    ];

    public function testAMinutePlaysAgainToTheSameBytes(): void
    {
        [$setup, $book, $seats] = self::demo();
        for ($seed = 0; $seed < Cases::number(10); ++$seed) {
            mt_srand($seed);
            $bench = Bench::start($book, $seats);
            self::play($bench, 0, 150);
            $bench->takeJournal();
            $state = $bench->save();
            $deeds = [];
            for ($part = 0; $part < 4; ++$part) {
                self::play($bench, $bench->nowUs(), 60);
                array_push($deeds, ...$bench->takeJournal());
                /** @var array<string, mixed> $saved */
                $saved = unserialize(serialize($bench->save()));
                $bench = Bench::load($book, $saved, $seats); // as with every request, and after a reload
            }
            $kept = array_values(
                array_filter(array_map(static fn (JournalEntry $deed): ?JournalEntry => JournalEntry::of(rtrim($deed->line())), $deeds)),
            );
            self::assertEquals($deeds, $kept, 'a journal reads back as it was written');
            $minute = new Capture($state, $kept);
            self::assertNotSame([], $minute->came());
            self::assertEquals($minute->came(), $minute->replay($book, $seats), "seed {$seed}");
            self::assertNotSame([], Account::of($minute, $book, $seats, $setup)['lines']);
        }
    }

    public function testWhatHappenedIsSaidInWords(): void
    {
        [$setup, $book, $seats] = self::demo();
        $bench = Bench::start($book, $seats);
        $bench->takeJournal();
        $state = $bench->save();
        $bench->touch(1_000_000, 'treadle', 'Switch 2', 127);
        $bench->touch(1_100_000, 'treadle', 'Switch 2', 0);
        $bench->touch(5_000_000, 'keys', 'key 48', 90);
        $bench->advance(6_000_000);
        $account = Account::of(new Capture($state, $bench->takeJournal()), $book, $seats, $setup);
        $words = array_column($account['lines'], 'words');
        self::assertContains('Foot board “Open sea” (2 messages)', $words);
        self::assertContains('scene Open sea', $words);
        self::assertContains('Brine: program 6', $words);
        self::assertSame(['synths channel 3 C3'], $account['sounding']);
        self::assertSame('Harbour', $account['beginsIn']);
    }

    public function testLinesThatSayNothingAreNoDeeds(): void
    {
        foreach (
            [
                '',
                '5',
                '5 in',
                '5 in keys',
                '5 in keys 9',
                '5 in keys 90 3c',
                '-5 to',
                '5 scene x',
                '5 out keys pulse',
                '5 in keys pulse 5',
                '1e9 to',
                str_repeat('9', 40).' to',
            ] as $line
        ) {
            self::assertNull(JournalEntry::of($line), $line);
        }
        for ($seed = 0; $seed < 500; ++$seed) {
            mt_srand($seed);
            JournalEntry::of(implode('', array_map(static fn (): string => \chr(mt_rand(0, 255)), range(0, mt_rand(0, 40)))));
        }
    }

    /** What can be written into a file by hand: any value in place of any other. It plays, or it says that it cannot. */
    public function testAMinuteWhoseStateWasChangedEnds(): void
    {
        [$setup, $book, $seats] = self::demo();
        mt_srand(7);
        $bench = Bench::start($book, $seats);
        self::play($bench, 0, 150);
        $bench->takeJournal();
        $state = $bench->save();
        self::play($bench, $bench->nowUs(), 40);
        $deeds = $bench->takeJournal();
        $ends = ['plays' => 0, 'says' => 0];
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $changed = $state;
            for ($times = mt_rand(1, 3); $times > 0; --$times) {
                $changed = self::changed($changed);
            }
            set_error_handler(static fn (int $level, string $message): never => throw new \ErrorException($message, 0, $level));
            try {
                /** @var array<string, mixed> $changed */
                $minute = new Capture($changed, $deeds);
                $minute->replay($book, $seats);
                Account::of($minute, $book, $seats, $setup);
                ++$ends['plays'];
            } catch (\Throwable) {
                ++$ends['says'];
            } finally {
                restore_error_handler();
            }
        }
        self::assertGreaterThan(0, $ends['plays']);
        self::assertGreaterThan(0, $ends['says']);
    }

    public function testWhatIsDueForEverIsGivenUp(): void
    {
        $rules =
            "rulebook \"Ever\"\n\nport keys in\nport moths out\n\nclock lead\n  tempo 120\n  send moths\n\nrule \"Go\"\n  take note key C4\n  start lead\n";
        $book = Compiler::load(Checker::check($rules)->book, true);
        $bench = Bench::start($book);
        $bench->feed(1_000, 'keys', "\x90\x3C\x40");
        $bench->advance(1_000_000);
        self::assertGreaterThan(10, \count($bench->takeJournal()), 'the clock runs');
        $minute = new Capture($bench->save(), [new JournalEntry(2_000_000, JournalEntry::TO)]);
        self::assertGreaterThan(40, \count($minute->replay($book, null)));
        /** @var array<string, mixed> $hurried */
        $hurried = self::hurried($minute->state);
        $this->expectException(\OverflowException::class);
        (new Capture($hurried, $minute->deeds))->replay($book, null);
    }

    /**
     * @param array<mixed> $state
     *
     * @return array<mixed> with beats of no time
     */
    private static function hurried(array $state): array
    {
        foreach ($state as $name => $value) {
            $state[$name] = match (true) {
                'beat' === $name => [0, 1],
                \is_array($value) => self::hurried($value),
                default => $value,
            };
        }

        return $state;
    }

    /**
     * @param array<array-key, mixed> $in
     *
     * @return array<array-key, mixed>
     */
    private static function changed(array $in): array
    {
        if ([] === $in) {
            return [0 => 1];
        }
        $key = array_rand($in);
        $value = $in[$key];
        if (\is_array($value) && 0 !== mt_rand(0, 12)) {
            $in[$key] = self::changed($value);
        } elseif (0 === mt_rand(0, 4)) {
            unset($in[$key]);
        } else {
            $in[$key] = [0, -1, 1, \PHP_INT_MAX, \PHP_INT_MIN, 0.5, 'x', '', null, [], true, 60, 1_000_000][mt_rand(0, 12)];
        }

        return $in;
    }

    private static function play(Bench $bench, int $fromUs, int $times): void
    {
        $at = $fromUs;
        for ($time = 0; $time < $times; ++$time) {
            $at += [0, 1000, 7_300, 90_000, 800_000, 12_000_000][mt_rand(0, 5)] * (0 === mt_rand(0, 3) ? 1 : 0) + mt_rand(0, 40_000);
            $what = mt_rand(0, 30);
            [$unit, $control] = self::CONTROLS[mt_rand(0, \count(self::CONTROLS) - 1)];
            match (true) {
                0 === $what => $bench->panic($at),
                1 === $what => $bench->go(mt_rand(0, 2), $at),
                2 === $what => $bench->restore($at, ['brine', 'drive', 'moths', 'treadle'][mt_rand(0, 3)]),
                3 === $what => $bench->goToSong(mt_rand(0, 4), $at),
                $what < 7 => $bench->advance($at),
                default => $bench->touch($at, $unit, $control, [0, 127, mt_rand(0, 127)][mt_rand(0, 2)]),
            };
        }
        $bench->advance($at + 50_000);
    }

    /** @return array{Setup, CompiledBook, Patch} */
    private static function demo(): array
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        $checked = Checker::check($rig->rulebook ?? '', static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($rig, $book)));
        $setup = Setup::of($rig, $checked->written);

        return [$setup, Compiler::load($checked->book, true), Patch::of($setup)];
    }
}
