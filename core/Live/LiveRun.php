<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Live\Hazard\GuardedWay;
use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Journal\KeptBackFor;
use ZigzagPost\Core\Midi\Identity;
use ZigzagPost\Core\Midi\Kind;

/**
 * A rulebook at work in real time, without any input or output of its own: it is told what came and what time it is, and says what may be handed
 * over at each port. Everything goes into its journal first.
 *
 * Times are microseconds since the run began.
 */
final class LiveRun
{
    /** Entries that wait to be written. */
    private string $journal = '';
    private int $now;
    private readonly LoopWatch $loops;
    /** @var array<int, int> numbers of messages that were begun and not yet sent, by port */
    private array $begun = [];

    /**
     * @param array<int, Outlet> $outlets by number of the port
     * @param array<int, Holding> $holdings by number of the port; anew where a port has none yet
     */
    private function __construct(
        public readonly Course $course,
        public readonly HazardGuard $guard,
        private array $outlets,
        private array $holdings,
        /** @var array<int, int> */
        private array $numbers,
        /** @var array<int, array<string, string>> */
        private array $switches,
    ) {
        $this->now = $course->engine->state->now;
        $this->loops = new LoopWatch();
    }

    /**
     * Goes on from where a run stood. Whoever held something counts as having let go; of what waits, what may have left already is not sent
     * again, but for note-offs.
     *
     * @param array<int, Outlet> $outlets by number of the port
     * @param array<int, array<string, string>> $switches by in port, what lets go of switches, see {@see Holding}
     */
    public static function goOn(Standing $standing, int $nowUs, HazardGuard $guard, array $outlets, array $switches = []): self
    {
        $run = new self($standing->course, $guard, $outlets, $standing->holdings, $standing->numbers, $switches);
        $run->now = max($standing->timeUs, $run->now);
        foreach ($outlets as $port => $outlet) {
            $outlet->resume($standing->at[$port] ?? new AtPort());
            foreach ($standing->waiting[$port] ?? [] as $number => $message) {
                $isDoubtful = ($standing->begun[$port] ?? 0) === $number;
                if ($isDoubtful && !AtPort::isNoteOff($message->bytes)) {
                    $run->note(new Entry(EntrySort::KeptBack, $run->now, $port, $number, '', KeptBackFor::Doubtful));
                    continue;
                }
                if ($isDoubtful) {
                    $run->note(new Entry(EntrySort::Again, $run->now, $port, $number));
                }
                $run->pass($nowUs, $port, $number, $message->bytes);
            }
        }
        foreach (array_keys($run->holdings) as $port) {
            $run->gone($nowUs, $port, 'the player was started again');
        }
        $run->due($nowUs);

        return $run;
    }

    /** Bytes that came in at a port. */
    public function came(int $nowUs, int $port, string $bytes): void
    {
        $this->catchUp($nowUs);
        $bytes = $this->loops->came($nowUs, $port, $bytes);
        if ('' === $bytes) {
            return;
        }
        ($this->holdings[$port] ??= new Holding())->hear($bytes);
        $this->deed(new Entry(EntrySort::Came, $this->tick($nowUs), $port, 0, $bytes));
    }

    /**
     * What stands behind a port has gone away: the engine is given what a hand would do.
     *
     * @param string $why as people are told
     */
    public function gone(int $nowUs, int $port, string $why): void
    {
        $this->catchUp($nowUs);
        $this->deed(new Entry(EntrySort::Gone, $this->tick($nowUs), $port, 0, $why));
        $bytes = ($this->holdings[$port] ?? new Holding())->letGo($this->down($port), $this->switches[$port] ?? []);
        if ('' !== $bytes) {
            $this->deed(new Entry(EntrySort::Came, $this->tick($nowUs), $port, 0, $bytes));
        }
    }

    /**
     * Something that a person does: panic, scene, song, restore, rules.
     *
     * @return bool false where there is no such thing, so that nothing was done
     */
    public function do(int $nowUs, EntrySort $sort, int $number = 0, string $text = ''): bool
    {
        $this->catchUp($nowUs);
        if (EntrySort::Panic === $sort) {
            foreach ($this->outlets as $outlet) {
                $outlet->panic();
            }
            $this->noteKeptBack();
        }

        return $this->deed(new Entry($sort, $this->tick($nowUs), 0, $number, $text));
    }

    /** Does what is due. */
    public function due(int $nowUs): void
    {
        $this->catchUp($nowUs);
        $due = $this->course->engine->nextDue();
        if (null !== $due && $due <= $nowUs) {
            $this->deed(new Entry(EntrySort::Due, $this->tick($nowUs)));
        }
        $this->loops->settle($nowUs);
        foreach ($this->loops->takeNews() as $cut) {
            $this->say($nowUs, EntrySort::LoopCut, $cut->out, $cut->in);
        }
        foreach ($this->outlets as $port => $outlet) {
            if ($outlet->stick($nowUs, $this->mayLeave($port))) {
                $this->say($nowUs, EntrySort::Stuck, $port);
            }
        }
        $this->noteKeptBack();
    }

    /** Lets nothing leave at a port but the ends of what sounds, or all again. */
    public function mute(int $nowUs, int $port, bool $isMuted): void
    {
        $this->outlets[$port]->mute($nowUs, $isMuted, $this->mayLeave($port));
        $this->noteKeptBack();
        $this->say($nowUs, $isMuted ? EntrySort::Muted : EntrySort::Unmuted, $port);
    }

    /**
     * Other devices are connected from here on. What waits for a port at which nothing hears any more is left out; rules and sources go on as they are.
     *
     * @param array<int, Outlet> $outlets those of ports that are connected, by number; a port that was keeps its own
     * @param list<GuardedWay> $guarded
     * @param array<int, array<string, string>> $switches by in port
     */
    public function connect(int $nowUs, array $outlets, array $guarded, array $switches): void
    {
        foreach (array_diff_key($this->outlets, $outlets) as $outlet) {
            $outlet->drop();
        }
        $this->guard->guard($guarded);
        foreach ($this->outlets as $port => $outlet) {
            $outlet->withhold($this->mayLeave($port));
        }
        $this->noteKeptBack();
        $this->begun = array_intersect_key($this->begun, $outlets);
        $this->switches = $switches;
        $names = [];
        foreach (array_keys($outlets) as $port) {
            $names[] = (isset($this->outlets[$port]) ? '' : '+').$this->course->ports->names[$port];
        }
        $this->outlets = array_intersect_key($this->outlets, $outlets) + $outlets;
        ksort($this->outlets);
        $this->say($nowUs, EntrySort::Connected, 0, 0, implode("\n", $names));
    }

    /**
     * Asks the devices at a port what they are, but for those that can hurt somebody.
     *
     * @return bool false where none may be asked
     */
    public function ask(int $nowUs, int $port): bool
    {
        if (!isset($this->outlets[$port]) || $this->guard->isGuarded($this->course->ports->names[$port])) {
            return false;
        }
        $this->outlets[$port]->accept($this->present($nowUs), 0, Identity::REQUEST);

        return true;
    }

    /** From now on nothing gets to a unit that can hurt somebody, whatever waits for it. */
    public function disarm(int $nowUs, string $unit): void
    {
        $this->guard->disarm($unit);
        foreach ($this->outlets as $port => $outlet) {
            $outlet->withhold($this->mayLeave($port));
        }
        $this->noteKeptBack();
        $this->say($nowUs, EntrySort::Disarmed, 0, 0, $unit);
    }

    /** What may be handed to the system at a port now. */
    public function next(int $nowUs, int $port): string
    {
        $bytes = $this->outlets[$port]->next($nowUs);
        if ('' === $bytes) {
            return '';
        }
        $number = $this->outlets[$port]->begins();
        if (null !== $number && ($this->begun[$port] ?? -1) !== $number) {
            $this->begun[$port] = $number;
            if ($number > 0) {
                $this->note(new Entry(EntrySort::Begun, $this->present($nowUs), $port, $number));
            }
        }

        return $bytes;
    }

    /** No device is there at a port: it counts as one that takes nothing. */
    public function absent(int $nowUs, int $port): void
    {
        if ('' !== $this->outlets[$port]->next($nowUs)) {
            $this->outlets[$port]->took($nowUs, 0);
        }
    }

    /** Tells how much of it the system took. */
    public function took(int $nowUs, int $port, int $bytes): void
    {
        $message = $this->outlets[$port]->took($nowUs, $bytes);
        if (null !== $message) {
            unset($this->begun[$port]);
            $this->loops->sent($nowUs, $port, $message->bytes);
            $this->note(
                $message->number > 0
                    ? new Entry(EntrySort::Sent, $this->present($nowUs), $port, $message->number)
                    : new Entry(EntrySort::Owed, $this->present($nowUs), $port, 0, $message->bytes),
            );
        }
    }

    /**
     * Lets through what comes back from an out port at an in port.
     *
     * @return bool false where there is no such way
     */
    public function letThrough(string $out, string $in): bool
    {
        [$from, $to] = [$this->course->ports->number($out), $this->course->ports->number($in)];
        if (null === $from || null === $to) {
            return false;
        }
        $this->loops->letThrough($from, $to);

        return true;
    }

    /** When there is something to do again, if nothing comes in before; null for never. */
    public function nextAt(int $nowUs): ?int
    {
        $next = min($this->course->engine->nextDue() ?? \PHP_INT_MAX, $this->loops->nextAt() ?? \PHP_INT_MAX);
        foreach ($this->outlets as $outlet) {
            $next = min($next, $outlet->nextAt($nowUs) ?? \PHP_INT_MAX, $outlet->stuckAt() ?? \PHP_INT_MAX);
        }

        return \PHP_INT_MAX === $next ? null : $next;
    }

    /** Lets people know something that has no sort of its own. */
    public function tell(int $nowUs, string $text): void
    {
        $this->say($nowUs, EntrySort::Told, 0, 0, $text);
    }

    /** Lets people know something. */
    public function say(int $nowUs, EntrySort $sort, int $port = 0, int $number = 0, string $text = ''): void
    {
        $this->note(new Entry($sort, $this->present($nowUs), $port, $number, $text));
    }

    /** A sign that the player is at work. */
    public function beat(int $nowUs): void
    {
        $this->note(new Entry(EntrySort::Beat, $this->present($nowUs)));
    }

    /** What is to be written to the journal before anything is handed over. */
    public function takeJournal(): string
    {
        $journal = $this->journal;
        $this->journal = '';

        return $journal;
    }

    public function outlet(int $port): ?Outlet
    {
        return $this->outlets[$port] ?? null;
    }

    /** Bytes that wait at all ports. */
    public function waiting(): int
    {
        return array_sum(array_map(static fn (Outlet $outlet): int => $outlet->size(), $this->outlets));
    }

    /** Where the run stands, for a checkpoint. */
    public function standing(int $nowUs): Standing
    {
        $standing = new Standing($this->course, $this->connected());
        $standing->timeUs = $this->present($nowUs);
        $standing->numbers = $this->numbers;
        $standing->begun = array_filter($this->begun);
        $standing->holdings = $this->holdings;
        foreach ($this->outlets as $port => $outlet) {
            $standing->at[$port] = $outlet->at();
            foreach ($outlet->waiting() as $message) {
                if ($message->number > 0) {
                    $standing->waiting[$port][$message->number] = $message;
                }
            }
        }

        return $standing;
    }

    /** @return array<string, true> names of out ports at which something is connected */
    private function connected(): array
    {
        return array_fill_keys(array_map(fn (int $port): string => $this->course->ports->names[$port], array_keys($this->outlets)), true);
    }

    private function deed(Entry $entry): bool
    {
        $this->note($entry);
        $isDone = $this->course->do($entry);
        $this->distribute($entry->timeUs);
        foreach ($this->course->takeLost() as $lost) {
            $this->tell($entry->timeUs, $lost);
        }

        return $isDone;
    }

    /** After a stall what is too late is left out. */
    private function catchUp(int $nowUs): void
    {
        if (Overdue::is($this->course->engine, $nowUs)) {
            $ms = intdiv($nowUs - (int) $this->course->engine->nextDue(), 1000);
            $stood = Milliseconds::format($this->course->engine->state->now);
            $this->deed(new Entry(EntrySort::Late, $this->tick($nowUs), 0, 0, $stood));
            $this->say($nowUs, EntrySort::Stalled, 0, $ms);
        }
    }

    private function distribute(int $nowUs): void
    {
        foreach ($this->course->take() as $made) {
            $number = $this->numbers[$made->port] = ($this->numbers[$made->port] ?? 0) + 1;
            if (isset($this->outlets[$made->port]) && '' !== $made->bytes) {
                $this->pass($nowUs, $made->port, $number, $made->bytes);
            }
        }
        $this->noteKeptBack();
    }

    private function pass(int $nowUs, int $port, int $number, string $bytes): void
    {
        if (null !== $this->guard->withheldFor($this->course->ports->names[$port], $bytes)) {
            $this->note(new Entry(EntrySort::KeptBack, $this->present($nowUs), $port, $number, '', KeptBackFor::Unarmed));
        } else {
            $this->outlets[$port]->accept($nowUs, $number, $bytes);
        }
    }

    /** @return \Closure(string): bool whether a message may leave at a port, by what is armed */
    private function mayLeave(int $port): \Closure
    {
        return fn (string $bytes): bool => null === $this->guard->withheldFor($this->course->ports->names[$port], $bytes);
    }

    private function noteKeptBack(): void
    {
        foreach ($this->outlets as $port => $outlet) {
            foreach ($outlet->takeKeptBack() as $keptBack) {
                if ($keptBack->number > 0) {
                    $this->note(new Entry(EntrySort::KeptBack, $this->now, $port, $keptBack->number, '', $keptBack->reason));
                }
            }
        }
    }

    /** @return list<string> controllers of a port that rules take for held, as channel status and number */
    private function down(int $port): array
    {
        $state = $this->course->engine->state;
        $position = $this->course->ports->in[$port] ?? -1;
        $down = [];
        foreach ([...array_keys($state->pressed), ...array_keys($state->down), ...array_keys($state->gestures)] as $control) {
            if (ControlAddress::port($control) === $position && Kind::ORDINAL['cc'] === ControlAddress::kind($control)) {
                $down[] = \chr(0xAF + ControlAddress::channel($control)).\chr(ControlAddress::number($control));
            }
        }

        return $down;
    }

    /** A time of its own for what is done to the engine: later than everything before. */
    private function tick(int $nowUs): int
    {
        return $this->now = max($nowUs, $this->now + 1);
    }

    private function present(int $nowUs): int
    {
        return $this->now = max($nowUs, $this->now);
    }

    private function note(Entry $entry): void
    {
        $this->journal .= $entry->bytes();
    }
}
