<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Live\AtPort;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Mirror\LedBench;
use ZigzagPost\Core\Live\Mirror\PlayedRules;
use ZigzagPost\Core\Live\Ports;
use ZigzagPost\Core\Live\Recording\RecordingRun;
use ZigzagPost\Core\Live\Standing;
use ZigzagPost\Core\Live\Waiting;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\JournalEntry;
use ZigzagPost\Core\World\Transit;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\RandomBook;

/** The law of live: the recording of a live run gives the bytes that left, whatever happened. */
final class LawOfLiveTest extends TestCase
{
    use TestTrait;

    private const INS = ['keys', 'pads'];

    public function testARecordingGivesTheBytesThatLeft(): void
    {
        $this->forSeeds(10, function (int $seed, \Random\Randomizer $random): void {
            [$text, $other] = [self::text($seed), self::text($seed + 1)];
            $live = new Surroundings($text, $random, ['other' => $other]);
            $this->play($live, $random, $seed, true, true);
            self::assertHolds($live, $live->recording(), $live->got, [], $text, "seed {$seed}");
        });
    }

    public function testARecordingFromTheMiddleGivesTheRest(): void
    {
        $this->forSeeds(8, function (int $seed, \Random\Randomizer $random): void {
            $text = self::text($seed);
            $live = new Surroundings($text, $random);
            $this->play($live, $random, $seed, false, true);
            while ($live->run->waiting() > 0) {
                $live->goOn($live->now + 1_000_000);
            }
            $live->keep();
            $before = $live->got;
            $this->play($live, $random, $seed + 2, false, false);
            $after = [];
            foreach ($live->got as $port => $got) {
                $after[$port] = substr($got, \strlen($before[$port] ?? ''));
            }
            self::assertHolds($live, $live->recordingSinceCheckpoint(), $after, $live->before, $text, "seed {$seed}");
        });
    }

    /** One long run; minutes of simulated time by ZIGZAG_MINUTES. */
    public function testALongRunIsWhatItsRecordingGives(): void
    {
        $minutes = (int) (getenv('ZIGZAG_MINUTES') ?: 1);
        $seed = (int) (getenv('ZIGZAG_SEED') ?: 3);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        [$text, $other] = [self::text($seed), self::text($seed + 1)];
        $live = new Surroundings($text, $random, ['other' => $other, '' => $text]);
        for ($round = 0; $live->now < 60_000_000 * $minutes; ++$round) {
            $this->play($live, $random, $seed + $round, true, true);
            // Back to the first rules, so that both play for a good part of it.
            0 !== $random->getInt(0, 2) ?: $live->do(EntrySort::Rules);
        }
        self::assertHolds($live, $live->recording(), $live->got, [], $text, "seed {$seed}");
    }

    public function testPortsOfWhichNobodyTakesTheDeviceAwayPlayOnWhateverIsConnectedElsewhere(): void
    {
        $this->forSeeds(6, function (int $seed, \Random\Randomizer $random): void {
            $text = self::text($seed);
            $live = new Surroundings($text, $random);
            $names = $live->run->course->ports->names;
            $stay = array_filter($names, static fn (): bool => 0 === $random->getInt(0, 1));
            for ($round = 0; $round < 4; ++$round) {
                $this->play($live, $random, $seed + $round, false, true);
                $isThere = static fn (string $name): bool => \in_array($name, $stay, true) || 0 === $random->getInt(0, 1);
                $live->connect(array_values(array_filter($names, $isThere)));
                $watched = $live->watched();
                $standing = $live->run->standing($live->now);
                $waits = static fn (Standing $of): array => array_filter(array_map(
                    static fn (array $all): array => array_map(static fn (Waiting $each): string => $each->bytes, $all),
                    $of->waiting,
                ));
                self::assertEquals($waits($standing), $waits($watched), "seed {$seed}: what waits");
                self::assertSame($standing->numbers, $watched->numbers, "seed {$seed}");
                self::assertEquals(
                    array_filter(array_map(static fn (AtPort $at): array => $at->silence(), $standing->at)),
                    array_filter(array_map(static fn (AtPort $at): array => $at->silence(), $watched->at)),
                    "seed {$seed}: what sounds",
                );
            }
            self::assertHolds($live, $live->recording(), $live->got, [], $text, "seed {$seed}", $stay);
        });
    }

    public function testABenchThatIsLedMakesTheSameAndItsDevicesHearWhatLeft(): void
    {
        $this->forSeeds(6, function (int $seed, \Random\Randomizer $random): void {
            [$text, $other] = [self::text($seed), self::text($seed + 1)];
            $live = new Surroundings($text, $random, ['other' => $other]);
            $this->play($live, $random, $seed, true, true);
            $live->connect(array_values(array_filter($live->run->course->ports->names, static fn (): bool => 0 === $random->getInt(0, 1))));
            $this->play($live, $random, $seed + 1, true, true);
            $names = $live->run->course->ports->names;
            $book = Play::traced($text);
            $bench = Bench::start($book, null, $transit = new Transit($names));
            $led = new LedBench($bench, new Ports($book), static fn (): PlayedRules => new PlayedRules(Play::traced($other), null));
            $at = 0;
            foreach (Entry::read($live->journal, $at) as $entry) {
                $led->take($entry);
                // As between two requests.
                $transit = Transit::load($transit->save());
                $bench->beLed($transit);
            }
            $made = $run = [];
            foreach ($bench->takeJournal() as $entry) {
                if (JournalEntry::OUT === $entry->what) {
                    $made[$entry->port][] = [$entry->timeUs, $entry->bytes, $entry->number];
                }
            }
            $out = Play::stream('');
            $recorded = new RecordingRun(Play::book($text), static fn (string $rules): CompiledBook => Play::book($rules), new TapeWriter($out));
            $recorded->run(TapeReader::all(Play::stream($live->recording()), 'tape'), 'tape');
            rewind($out);
            foreach (TapeReader::events($out, 'out') as $event) {
                $run[$event->port][] = [$event->timeUs, $event->bytes, $event->pulseUs];
            }
            ksort($made);
            ksort($run);
            self::assertSame($run, $made, "seed {$seed}");
            foreach ($names as $port => $name) {
                $waits = array_map(static fn (Waiting $each): int => $each->number, $live->run->outlet($port)?->waiting() ?? []);
                self::assertEqualsCanonicalizing(
                    array_filter($waits),
                    array_keys($transit->save()['waiting'][$name] ?? []),
                    "seed {$seed}: what has not left at {$name}",
                );
            }
        });
    }

    /** @param \Closure(int, \Random\Randomizer): void $try */
    private function forSeeds(int $cases, \Closure $try): void
    {
        $this->limitTo(Cases::number($cases))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->disableShrinking()
            ->then(static fn (int $seed) => $try($seed, new \Random\Randomizer(new \Random\Engine\Mt19937($seed))));
    }

    private function play(Surroundings $live, \Random\Randomizer $random, int $seed, bool $changesRules, bool $keeps): void
    {
        $start = $live->now;
        $previous = 0;
        foreach (TapeReader::ofText(RandomBook::tape($seed, 40)) as $event) {
            $live->goOn($live->now + min(400_000, $event->timeUs - $previous));
            $previous = $event->timeUs;
            if (\in_array($event->port, self::INS, true) && isset($live->run->course->ports->in[$live->run->course->ports->number($event->port) ?? -1])) {
                $live->came($event->port, $event->bytes);
            }
            switch ($random->getInt(0, 40)) {
                case 0:
                    $live->do(EntrySort::Panic);
                    break;
                case 1:
                    $live->do(EntrySort::Scene, $random->getInt(0, 2));
                    break;
                case 2:
                    $live->gone(self::INS[$random->getInt(0, 1)]);
                    break;
                case 3:
                    $live->goOn($live->now + $random->getInt(0, 150_000));
                    $live->stall($random->getInt(100_000, 900_000));
                    break;
                case 4:
                    $changesRules ? $live->do(EntrySort::Rules, 0, 'other') : null;
                    break;
                case 5:
                    $live->kill($random->getInt(1_000, 900_000));
                    break;
                case 6:
                    $keeps ? $live->keep() : null;
                    break;
                case 7:
                    $live->deafUntil[$random->getInt(0, 4)] = $live->now + $random->getInt(100_000, 3_000_000);
                    break;
            }
        }
        self::assertGreaterThan($start, $live->now);
    }

    /** The next valid rulebook. */
    private static function text(int $seed): string
    {
        do {
            $text = RandomBook::text($seed++);
        } while (Checker::check($text)->hasErrors());

        return $text;
    }

    /**
     * @param array<int, string> $got by port
     * @param array<int, int> $before how many messages each port had been given when the recording began
     * @param array<int, string>|null $only names of the ports that are looked at
     */
    private static function assertHolds(
        Surroundings $live,
        string $recording,
        array $got,
        array $before,
        string $text,
        string $case,
        ?array $only = null,
    ): void {
        $out = Play::stream('');
        $run = new RecordingRun(Play::book($text), static fn (string $rules): CompiledBook => Play::book($rules), new TapeWriter($out));
        $run->run(TapeReader::all(Play::stream($recording), 'tape'), 'tape');
        rewind($out);
        $named = $waits = [];
        foreach ($live->run->course->ports->names as $port => $name) {
            if (null !== $only && !\in_array($name, $only, true)) {
                continue;
            }
            $named[$name] = $got[$port] ?? '';
            foreach ($live->run->outlet($port)?->waiting() ?? [] as $waiting) {
                $waits[$name][$waiting->number - ($before[$port] ?? 0)] = WhatLeft::hex($waiting->bytes);
            }
        }
        WhatLeft::assertIs($recording, (string) stream_get_contents($out), $named, $waits, $case);
    }
}
