<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Live\Checkpoint;
use ZigzagPost\Core\Live\Course;
use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\LiveRun;
use ZigzagPost\Core\Live\Outlet;
use ZigzagPost\Core\Live\Recording\Recorder;
use ZigzagPost\Core\Live\Standing;
use ZigzagPost\Tests\Core\Play;

/**
 * A live run in simulated time, with ports that take what they like, and a player that can be killed at any moment.
 *
 * It keeps what the far ends of the leads got, byte by byte, and knows nothing of what the player thinks that it sent.
 */
final class Surroundings
{
    public int $now = 0;
    public LiveRun $run;
    /** All entries ever written. */
    public string $journal = '';
    /** After so many more steps of handing over it is killed, in the middle of whatever it does; null for never. */
    public ?int $killIn = null;
    /** @var array<int, string> bytes that the far end of each out port got */
    public array $got = [];
    /** @var array<int, int> until when a port takes nothing */
    public array $deafUntil = [];

    /** @var array<int, int> how many messages each port had been given at the last checkpoint */
    public array $before = [];

    /** @var list<string>|null names of the ports at which something hears; null for all */
    private ?array $connected = null;
    private string $checkpoint = '';
    private string $sinceCheckpoint = '';
    private readonly CompiledBook $book;

    /** @param array<string, string> $others texts of other rulebooks, by name */
    public function __construct(
        string $text,
        private readonly \Random\Randomizer $random,
        private readonly array $others = [],
        private readonly int $byteUs = 320,
    ) {
        $this->book = Play::book($text);
        $this->begin($this->fresh());
    }

    public function compile(string $name): CompiledBook
    {
        return '' === $name ? $this->book : Play::book($this->others[$name]);
    }

    public function came(string $port, string $bytes): void
    {
        $this->run->came($this->now, (int) $this->run->course->ports->number($port), $bytes);
        $this->handOver();
    }

    public function gone(string $port): void
    {
        $this->run->gone($this->now, (int) $this->run->course->ports->number($port), 'unplugged');
        $this->handOver();
    }

    public function do(EntrySort $sort, int $number = 0, string $text = ''): void
    {
        $this->run->do($this->now, $sort, $number, $text);
        $this->handOver();
    }

    /** Lets time go on, as an event loop does. */
    public function goOn(int $untilUs): void
    {
        while (true) {
            $next = $this->run->nextAt($this->now) ?? \PHP_INT_MAX;
            foreach ($this->deafUntil as $port => $until) {
                if ($until > $this->now && true === $this->run->outlet($port)?->isBlocked()) {
                    $next = min($next, $until);
                }
            }
            if ($next > $untilUs) {
                break;
            }
            $this->now = max($next, $this->now + 1);
            $this->run->due($this->now);
            $this->handOver();
        }
        $this->now = max($this->now, $untilUs);
    }

    /** Nothing is done for a while, then everything at once. */
    public function stall(int $us): void
    {
        $this->now += $us;
        $this->run->due($this->now);
        $this->handOver();
    }

    /**
     * Other devices are connected from here on.
     *
     * @param list<string> $names of ports at which something hears
     */
    public function connect(array $names): void
    {
        $this->connected = $names;
        $this->run->connect($this->now, $this->outlets($this->run->course->ports->names), [], []);
        $this->handOver();
    }

    /** How everything stands by the whole journal, as a watcher knows it. */
    public function watched(): Standing
    {
        $this->write();
        $standing = $this->fresh();
        $at = 0;
        foreach (Entry::read($this->journal, $at) as $entry) {
            $standing->take($entry);
        }

        return $standing;
    }

    /** The player writes a checkpoint and begins its journal anew. */
    public function keep(): void
    {
        $this->write();
        $standing = $this->run->standing($this->now);
        $this->before = $standing->numbers;
        $this->checkpoint = Checkpoint::write($standing);
        $this->sinceCheckpoint = '';
    }

    /** The player is killed where it stands; another one goes on a while later. */
    public function kill(int $deadUs): void
    {
        $this->now += $deadUs;
        $standing = '' === $this->checkpoint
            ? $this->fresh()
            : Checkpoint::read(
                $this->checkpoint,
                $this->compile(...),
                null === $this->connected ? $this->everyPort($this->book) : array_fill_keys($this->connected, true),
            );
        $at = 0;
        foreach (Entry::read($this->sinceCheckpoint, $at) as $entry) {
            $standing->take($entry);
        }
        $this->begin($standing);
    }

    /** The recording of the whole run. */
    public function recording(): string
    {
        $this->write();
        $standing = $this->fresh();
        $recorder = new Recorder($standing, fn (string $name): string => $this->others[$name]);
        $text = Recorder::head();
        $at = 0;
        foreach (Entry::read($this->journal, $at) as $entry) {
            $text .= $recorder->lines($entry);
        }

        return $text.$recorder->tail();
    }

    /** A recording of all that came after the last checkpoint. */
    public function recordingSinceCheckpoint(): string
    {
        $this->write();
        $standing = Checkpoint::read($this->checkpoint, $this->compile(...), $this->everyPort($this->book));
        $recorder = new Recorder($standing, fn (string $name): string => $this->others[$name], true);
        $text = $recorder->headFromHere();
        $at = 0;
        foreach (Entry::read($this->sinceCheckpoint, $at) as $entry) {
            $text .= $recorder->lines($entry);
        }

        return $text.$recorder->tail();
    }

    private function fresh(): Standing
    {
        $standing = new Standing(new Course(new Engine($this->book), $this->compile(...)), $this->everyPort($this->book));
        $standing->course->engine->start();
        $standing->distribute();

        return $standing;
    }

    private function begin(Standing $standing): void
    {
        $outlets = $this->outlets($standing->course->ports->names);
        $this->run = LiveRun::goOn($standing, $this->now, new HazardGuard([]), $outlets);
        $this->handOver();
    }

    /**
     * @param list<string> $names of ports
     *
     * @return array<int, Outlet>
     */
    private function outlets(array $names): array
    {
        $names = null === $this->connected ? $names : array_intersect($names, $this->connected);

        return array_map(fn (): Outlet => new Outlet($this->byteUs), $names);
    }

    /** @return array<string, true> */
    private function everyPort(CompiledBook $book): array
    {
        $names = $book->ports();
        foreach ($this->others as $name => $text) {
            $names = [...$names, ...$this->compile($name)->ports()];
        }

        return array_fill_keys($names, true);
    }

    private function handOver(): void
    {
        foreach (array_keys($this->run->course->ports->names) as $port) {
            while (null !== $this->run->outlet($port) && '' !== ($bytes = $this->run->next($this->now, $port))) {
                $this->write();
                $this->step();
                $taken = ($this->deafUntil[$port] ?? 0) > $this->now ? 0 : $this->random->getInt(1, \strlen($bytes));
                $this->got[$port] = ($this->got[$port] ?? '').substr($bytes, 0, $taken);
                $this->step();
                $this->run->took($this->now, $port, $taken);
                $this->step();
                if (0 === $taken) {
                    break;
                }
            }
        }
        $this->write();
    }

    /** @throws Killed */
    private function step(): void
    {
        if (null !== $this->killIn && 0 === $this->killIn--) {
            $this->killIn = null;
            throw new Killed();
        }
    }

    private function write(): void
    {
        $entries = $this->run->takeJournal();
        $this->journal .= $entries;
        $this->sinceCheckpoint .= $entries;
    }
}
