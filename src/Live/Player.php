<?php

declare(strict_types=1);

namespace App\Live;

use Revolt\EventLoop;
use ZigzagPost\Core\Live\Checkpoint;
use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\LiveRun;
use ZigzagPost\Core\Live\Outlet;
use ZigzagPost\Core\Live\Ports;
use ZigzagPost\Core\Live\StateSum;

/**
 * Plays: bytes of devices go to the rules, what the rules make goes to devices. Nothing else stands in the way of a message: no disk, no check,
 * no framework.
 */
final class Player
{
    /** Tells it that other devices are connected, as the plan in its folder says. */
    public const CONNECT = 'connect';
    /** Bytes of a port that are looked at in one turn, so that no port keeps the others waiting. */
    private const MOST_AT_ONCE = 256;
    private const BEAT_S = 0.25;
    /** Player and watcher are compared once a second. */
    private const BEATS_A_SUM = 4;
    private const LOOK_S = 0.5;
    private const ASK_EVERY_S = 2.0;
    /** A journal as long as this is begun anew in an idle moment; one as long as the second at any. */
    private const LONG_JOURNAL = 512 << 10;
    private const LONGEST_JOURNAL = 64 << 20;
    /** So long nothing may be due for a moment to count as idle. */
    private const IDLE_US = 20_000;
    /** Active sensing, once heard, comes at least so often (MIDI 1.0, "Active Sensing"). */
    private const SENSING_US = 330_000;
    /** A device that is let go gets what it is owed within so long. */
    private const LEAVES_WITHIN_US = 300_000;

    private readonly LiveRun $run;
    private readonly JournalFiles $journal;
    /** @var array<int, PlannedPort> by the number that the run gives them */
    private array $ports = [];
    /** @var list<int> out ports at which a device should hear */
    private array $heard = [];
    /** The plan that is played as soon as devices that are not in it are let go. */
    private ?LivePlan $next = null;
    /** @var array<int, int> until when a device is given what it is owed before it is let go, by out port */
    private array $leaving = [];
    /** @var array<int, DeviceFile> by in port */
    private array $ins = [];
    /** @var array<int, DeviceFile> by out port */
    private array $outs = [];
    /** @var array<int, true> out ports whose device was away */
    private array $away = [];
    /** @var array<string, string> what watches devices, by direction and port */
    private array $watches = [];
    /** @var array<int, int> when active sensing was heard last, by in port */
    private array $sensed = [];
    private ?string $timer = null;
    private int $timerAt = \PHP_INT_MAX;
    private bool $isEnding = false;
    private int $beats = 0;
    private int $beatUs = 0;
    /** When a watcher was last asked for. */
    private float $askedAt = 0.0;

    public function __construct(private LivePlan $plan, private readonly string $folder, private readonly HostClock $clock)
    {
        $this->journal = new JournalFiles($folder);
        $told = [];
        $standing = $this->journal->recover($plan, $told);
        $now = $clock->begin($standing->timeUs);
        if ($standing->course->rules !== $plan->rules) {
            $change = new Entry(EntrySort::Rules, $now, 0, 0, $plan->rules);
            $this->journal->write($change->bytes());
            $standing->take($change);
        }
        $this->seat($standing->course->ports);
        $this->run = LiveRun::goOn($standing, $now, new HazardGuard($plan->guarded), $this->outlets(), $this->switches());
        array_map(fn (string $text) => $this->run->tell($now, $text), $told);
    }

    /** @param list<string> $notes what people should know of this process */
    public function play(array $notes = []): void
    {
        HostFolder::write("{$this->folder}/".PlayerProcess::FILE, (string) getmypid());
        $this->connect();
        EventLoop::repeat(self::BEAT_S, $this->beat(...));
        EventLoop::repeat(self::LOOK_S, $this->connect(...));
        EventLoop::repeat(self::LOOK_S, $this->beWatched(...));
        foreach ([\SIGTERM, \SIGINT, \SIGHUP] as $signal) {
            EventLoop::onSignal($signal, $this->end(...));
        }
        (new CommandSocket($this->folder, $this->obey(...)))->listen();
        foreach ($this->run->guard->units() as $unit) {
            $this->run->say($this->now(), EntrySort::Disarmed, 0, 0, $unit);
        }
        $this->run->say($this->now(), EntrySort::Playing);
        array_map(fn (string $note) => $this->run->tell($this->now(), $note), $notes);
        $this->handOver();
        EventLoop::run();
    }

    /** Notes off, pedals up, and no more. */
    public function end(): void
    {
        if ($this->isEnding) {
            return;
        }
        $this->isEnding = true;
        foreach (array_keys($this->ins) as $port) {
            $this->run->gone($this->now(), $port, 'the host ends');
        }
        $this->run->do($this->now(), EntrySort::Panic);
        $this->handOver();
        // What the wires still have to take leaves first, for two seconds at most.
        $until = $this->now() + 2_000_000;
        EventLoop::repeat(0.005, function () use ($until): void {
            $this->handOver();
            if ($this->now() > $until || 0 === $this->run->waiting()) {
                $this->run->say($this->now(), EntrySort::Ended);
                $this->checkpoint();
                EventLoop::getDriver()->stop();
            }
        });
    }

    /** Finds the ports of the plan by the numbers of the run. */
    private function seat(Ports $ports): void
    {
        $this->ports = $this->heard = [];
        foreach ($this->plan->ports as $port) {
            $number = $ports->number($port->name);
            if (null !== $number) {
                $this->ports[$number] = $port;
                !$this->plan->isHeard($port) ?: $this->heard[] = $number;
            }
        }
    }

    /** @return array<int, Outlet> by number of the port */
    private function outlets(): array
    {
        $outlets = [];
        foreach ($this->heard as $number) {
            $outlets[$number] = new Outlet($this->ports[$number]->byteUs);
        }

        return $outlets;
    }

    /** @return array<int, array<string, string>> by number of the port */
    private function switches(): array
    {
        return array_map(static fn (PlannedPort $port): array => $port->switches, $this->ports);
    }

    private function now(): int
    {
        return $this->clock->nowUs();
    }

    /** Bytes have come at a port. */
    private function read(int $port): void
    {
        $bytes = $this->ins[$port]->read(self::MOST_AT_ONCE);
        if (null === $bytes) {
            $this->inGone($port);
        } elseif ('' !== $bytes) {
            $now = $this->now();
            if (isset($this->sensed[$port]) || str_contains($bytes, "\xFE")) {
                $this->sensed[$port] = $now;
            }
            $this->run->came($now, $port, $bytes);
        }
        $this->handOver();
    }

    /** Sees to it that somebody watches: whoever did may have died. */
    private function beWatched(): void
    {
        $state = HostFolder::stateOf($this->folder);
        if (null === $state) {
            $this->end(); // nobody can want this to go on

            return;
        }
        if ($this->isEnding || null !== HostFolder::ownerOf($state) || microtime(true) - $this->askedAt < self::ASK_EVERY_S) {
            return;
        }
        $this->askedAt = microtime(true);
        $null = ['file', '/dev/null', 'r+'];
        $process = proc_open(['setsid', '--fork', \PHP_BINARY, '-d', 'memory_limit=1G', __DIR__.'/watch.php', $state], [$null, $null, $null], $pipes);
        \is_resource($process) && proc_close($process);
    }

    /** Opens what is there and was not, and lets go of what is there no more. */
    private function connect(): void
    {
        foreach ($this->ports as $number => $port) {
            if ($port->isIn && $port->in->isDevice()) {
                $this->look($number, false, $port->in->name);
            }
            if ($this->plan->isHeard($port)) {
                $this->look($number, true, $port->out->name);
            }
        }
        $this->handOver();
    }

    /**
     * Plays with other devices, as the plan says that now lies in the folder. Those that are let go get the ends of what sounds there first.
     *
     * @return string {@see Command::OK}, or why not
     */
    private function reconnect(): string
    {
        try {
            $this->next = LivePlan::of((string) @file_get_contents("{$this->folder}/".LivePlan::FILE));
        } catch (CannotPlay $cannot) {
            return $cannot->getMessage();
        }
        $now = $this->now();
        foreach ($this->next->ports as $port) {
            $number = $this->run->course->ports->number($port->name);
            $isAnother = null !== $number && isset($this->outs[$number]) && $port->out->text() !== $this->ports[$number]->out->text();
            if ($isAnother && false === $this->run->outlet($number)?->isMuted()) {
                $this->run->mute($now, $number, true);
                $this->leaving[$number] = $now + self::LEAVES_WITHIN_US;
            }
        }
        $this->takeNext();

        return Command::OK;
    }

    /** Takes the next plan once all that is let go has got what it is owed. */
    private function takeNext(): void
    {
        $now = $this->now();
        foreach ($this->leaving as $port => $until) {
            if (isset($this->outs[$port]) && $now < $until && 0 < $this->run->outlet($port)?->size()) {
                return;
            }
        }
        $plan = $this->next;
        if (null === $plan) {
            return;
        }
        [$before, $this->plan, $this->next] = [$this->ports, $plan, null];
        $this->seat($this->run->course->ports);
        foreach ($before as $number => $port) {
            if (isset($this->ins[$number]) && $port->in->text() !== ($this->ports[$number] ?? null)?->in->text()) {
                $this->inGone($number);
            }
            if (isset($this->outs[$number]) && $port->out->text() !== ($this->ports[$number] ?? null)?->out->text()) {
                $this->outGone($number);
            }
        }
        foreach (array_keys($this->leaving) as $port) {
            $this->run->mute($now, $port, false);
        }
        $this->leaving = [];
        $this->run->connect($now, $this->outlets(), $plan->guarded, $this->switches());
        foreach ($this->run->guard->units() as $unit) {
            $this->run->guard->isArmed($unit) || $this->run->say($now, EntrySort::Disarmed, 0, 0, $unit);
        }
        $this->connect();
    }

    private function look(int $port, bool $isOut, string $path): void
    {
        $device = $isOut ? $this->outs[$port] ?? null : $this->ins[$port] ?? null;
        if (null !== $device && !$device->isThere()) {
            $isOut ? $this->outGone($port) : $this->inGone($port);
            $device = null;
        }
        if (null !== $device) {
            return;
        }
        try {
            $found = Devices::find($path);
            $device = DeviceFile::open($found->path, $isOut, $found->plug);
        } catch (CannotPlay) {
            return; // it is looked for again
        }
        if ($isOut) {
            $this->outs[$port] = $device;
        } else {
            $this->ins[$port] = $device;
            $this->watches["in {$port}"] = EventLoop::onReadable($device->stream, fn () => $this->read($port));
        }
        $this->run->say($this->now(), EntrySort::Opened, $port, $isOut ? Entry::OUT : Entry::IN, $device->path);
        if ($isOut && isset($this->away[$port])) {
            unset($this->away[$port]);
            foreach ($this->ports[$port]->restores as $unit) {
                $this->run->do($this->now(), EntrySort::Restore, 0, $unit);
            }
        }
    }

    private function inGone(int $port): void
    {
        $path = $this->ins[$port]->path;
        $this->unwatch("in {$port}");
        $this->ins[$port]->close();
        unset($this->ins[$port], $this->sensed[$port]);
        $this->run->gone($this->now(), $port, "{$path} is gone");
        $this->run->say($this->now(), EntrySort::Closed, $port, Entry::IN, $path);
    }

    private function outGone(int $port): void
    {
        $this->run->say($this->now(), EntrySort::Closed, $port, Entry::OUT, $this->outs[$port]->path);
        $this->unwatch("out {$port}");
        $this->outs[$port]->close();
        unset($this->outs[$port]);
        $this->away[$port] = true;
    }

    private function unwatch(string $name): void
    {
        if (isset($this->watches[$name])) {
            EventLoop::cancel($this->watches[$name]);
            unset($this->watches[$name]);
        }
    }

    /** Hands over what may leave now, then sleeps until there is something to do. */
    private function handOver(): void
    {
        $now = $this->now();
        $this->run->due($now);
        foreach ($this->heard as $port) {
            if (isset($this->outs[$port])) {
                $this->handOverAt($port, $this->outs[$port]);
            } else {
                $this->run->absent($now, $port);
            }
        }
        null === $this->next ?: $this->takeNext();
        $entries = $this->run->takeJournal();
        '' === $entries ?: $this->journal->write($entries);
        $this->sleep();
    }

    private function handOverAt(int $port, DeviceFile $device): void
    {
        while ('' !== ($bytes = $this->run->next($this->now(), $port))) {
            $this->journal->write($this->run->takeJournal());
            $taken = $device->write($bytes);
            if (null === $taken) {
                $this->outGone($port);

                return;
            }
            $this->run->took($this->now(), $port, $taken);
            if (0 === $taken) {
                $this->watches["out {$port}"] ??= EventLoop::onWritable($device->stream, function () use ($port): void {
                    $this->unwatch("out {$port}");
                    $this->handOver();
                });

                return;
            }
        }
    }

    private function sleep(): void
    {
        $at = $this->run->nextAt($this->now()) ?? \PHP_INT_MAX;
        if ($at === $this->timerAt) {
            return;
        }
        if (null !== $this->timer) {
            EventLoop::cancel($this->timer);
            $this->timer = null;
        }
        $this->timerAt = $at;
        if (\PHP_INT_MAX !== $at) {
            $this->timer = EventLoop::delay(max(0, $at - $this->now()) / 1e6, function (): void {
                $this->timer = null;
                $this->timerAt = \PHP_INT_MAX;
                $this->handOver();
            });
        }
    }

    private function beat(): void
    {
        $now = $this->now();
        // After a stall the wires are read before anybody is judged silent.
        $stoodStill = $now - $this->beatUs > 2_000_000 * self::BEAT_S;
        $this->beatUs = $now;
        foreach ($stoodStill ? [] : $this->sensed as $port => $sensedUs) {
            if ($now - $sensedUs > self::SENSING_US) {
                unset($this->sensed[$port]);
                $this->run->gone($now, $port, 'active sensing stopped');
                $this->run->tell($now, "{$this->ports[$port]->name}: active sensing stopped; what it held is let go");
            }
        }
        $this->run->beat($now);
        $this->handOver();
        if (0 === ++$this->beats % self::BEATS_A_SUM) {
            $this->run->say($this->now(), EntrySort::Summed, 0, 0, StateSum::of($this->run->course->engine));
        }
        $isIdle = 0 === $this->run->waiting() && ($this->run->nextAt($now) ?? \PHP_INT_MAX) - $now > self::IDLE_US;
        if ($this->journal->size() > self::LONGEST_JOURNAL || ($isIdle && $this->journal->size() > self::LONG_JOURNAL)) {
            $this->checkpoint();
        }
    }

    private function checkpoint(): void
    {
        $this->journal->write($this->run->takeJournal());
        $this->journal->beginAnew(Checkpoint::write($this->run->standing($this->now())));
    }

    /** @return string what became of a command */
    private function obey(string $command): string
    {
        $answer = self::CONNECT === $command ? $this->reconnect() : (new Command($this->run, $this->now()))->obey($command);
        $this->handOver();

        return $answer;
    }
}
