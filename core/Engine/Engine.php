<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Controls\Groups;
use ZigzagPost\Core\Engine\Controls\LampKeeper;
use ZigzagPost\Core\Engine\Controls\Restore;
use ZigzagPost\Core\Engine\Mpe\FanOut;
use ZigzagPost\Core\Engine\Mpe\Flatten;
use ZigzagPost\Core\Engine\Mpe\Zones;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\InPorts;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\Scenes\Panic;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\Places;
use ZigzagPost\Core\Engine\State\Queue;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Trace\Trace;
use ZigzagPost\Core\Engine\Voices\Voices;
use ZigzagPost\Core\Midi\OnOff;

/**
 * Runs a compiled rulebook on events: bytes go in at ports, whole messages come out.
 *
 * Time is the events' time, in microseconds; the engine reads no clock and no random source.
 *
 * @phpstan-import-type Made from Run
 */
final class Engine implements InPorts
{
    /** Who keeps account of notes beyond their owner. */
    private const FOLLOWERS = [Voices::class, FanOut::class, Flatten::class];

    public readonly Run $run;
    public readonly State $state;
    public readonly ?Trace $trace;
    /** Things that may be due at once before it gives up. */
    public int $mostDue = \PHP_INT_MAX;

    /** @var array<int, Inlet> by in port */
    private array $inlets = [];
    /** Whether some step keeps account of notes beyond their owner. */
    private readonly bool $follows;
    /** Whether lamps are to be looked at after the present event. */
    private bool $keepsLamps;

    public function __construct(public readonly CompiledBook $book, bool $traced = false)
    {
        $this->follows = $book->tracksNotes();
        $this->keepsLamps = [] !== $book->lamps();
        $this->run = new Run($book, $traced, $this, $this->follows ? self::FOLLOWERS : []);
        $this->state = $this->run->state;
        $this->trace = $this->run->trace;
        Zones::declareAll($this->state, $book);
        foreach ($book->inPorts() as $port) {
            $this->inlets[$port] = new Inlet($this->run, $port, $book->groups()[$port] ?? null);
        }
    }

    /** Begins a run: what goes out before anything comes in. Not for a run that was loaded. */
    public function start(): void
    {
        $this->run->call('begin', $this->state->now, 0, 0, 0, 0, 0, '', 0, 'begin');
        Scenes::run($this->run, $this->state->now, $this->state->scene, 'enter');
        $this->light($this->state->now);
    }

    /**
     * Takes bytes that came in at a port, and everything due up to then.
     *
     * @param int $t microseconds; a time before the latest event counts as that event's
     * @param int $port position of an in port
     */
    public function feed(int $t, int $port, string $bytes): void
    {
        $run = $this->run;
        $s = $run->state;
        if ($t < $s->now) {
            $t = $s->now;
        }
        if ($run->queue->dueAt <= $t) {
            $this->drain($t);
            if ($s->now < $t) {
                $this->light($s->now);
            }
        }
        if ($this->keepsLamps) {
            $this->keepsLamps = false;
            $this->feed($t, $port, $bytes);
            $this->keepsLamps = true;
            $this->light($t);

            return;
        }
        $s->now = $t;
        $inlet = $this->inlets[$port];
        if (
            !$inlet->isIdle
            || 3 !== \strlen($bytes)
            || ($v = \ord($bytes[2])) > 0x7F
            || null === ($plan = $inlet->plans[$bytes[0]][$bytes[1]] ?? $inlet->plan($bytes))
        ) {
            $inlet->receive($t, $bytes);

            return;
        }
        $inlet->passed = $bytes;
        if (!$plan->isPlain || isset($s->waiting[$port])) {
            if ($plan->isSelection && !isset($s->waiting[$port])) {
                ++$inlet->count;
                Groups::select($s, $port, $plan->channel, $plan->number, $v);
            } else {
                $inlet->whole($t, $plan, $v, $bytes);
            }

            return;
        }
        // What Inlet::whole() does, without the calls.
        ++$inlet->count;
        $own = $plan->own;
        $shape = $plan->shape;
        if (InputPlan::PLAIN !== $shape) {
            if (InputPlan::BEND === $shape) {
                $v = (($v << 7) | $plan->second) - 8192;
            } elseif (InputPlan::NOTE_OFF === $shape || 0 === $v) {
                $owned = $s->ledger[$own] ?? null;
                if (
                    \is_int($owned)
                    && 1 === ($s->sounding[$owned] ?? 0)
                    && (!$this->follows || !(isset($s->voiceOf[$own]) || isset($s->fanOf[$own]) || isset($s->flatOf[$own])))
                ) {
                    unset($s->ledger[$own], $s->sounding[$owned]);
                    $bytes[0] = \chr((InputPlan::NOTE_OFF === $shape ? 0x80 : 0x90) | (($owned >> Note::CHANNEL) & Note::CHANNEL_BITS));
                    $bytes[1] = \chr($owned & Note::KEY_BITS);
                    $run->out[] = [$t, $owned >> Note::PORT, $bytes];
                } else {
                    $inlet->noteOff($t, $plan->channel, $plan->number, InputPlan::NOTE_OFF === $shape ? $v : -1);
                }

                return;
            }
        }
        if ($v < OnOff::LEAST_ON && isset($s->pressed[$plan->control])) {
            Notes::letGo($run, $t, $plan->control);
        }
        $isClaimed = false;
        foreach ($plan->rules as $rule) {
            $result = $rule($run, $t, $port, $plan->channel, $plan->number, $v, 0, $bytes, $plan->control, $own);
            if (0 !== $result) {
                $isClaimed = true;
                if (1 === $result) {
                    break;
                }
            }
        }
        if (!$isClaimed) {
            ++$s->unclaimed[$port];
        } elseif (InputPlan::NOTE_ON === $shape) {
            $s->ledger[$own] ??= [];
        }
    }

    /** Does what is due up to a time, and makes that the present. */
    public function advance(int $t): void
    {
        $this->drain($t);
        $this->light($this->state->now);
        $this->state->now = max($this->state->now, $t);
    }

    /** Lamps are looked at once everything of a time has been done. */
    private function light(int $t): void
    {
        if ($this->keepsLamps) {
            $this->trace?->resume(null);
            LampKeeper::refresh($this->run, $t);
        }
    }

    /** Time of the next thing due in microseconds, or null when nothing is pending. */
    public function nextDue(): ?int
    {
        return \PHP_INT_MAX === $this->run->queue->dueAt ? null : $this->run->queue->dueAt;
    }

    /**
     * The messages made since the last call, ordered by time.
     *
     * @return list<Made>
     */
    public function take(): array
    {
        $out = $this->run->out;
        $this->run->out = [];
        foreach (array_count_values(array_column($out, 1)) as $port => $count) {
            $this->state->sent[$port] += $count;
        }
        $this->count();

        return $out;
    }

    /**
     * Silence: note-offs for all that sounds, by channel and key, then on every channel that carried a note the pedal up,
     * all notes off and all sound off. What is pending at these ports is cancelled.
     *
     * @param list<int>|null $ports positions of out ports; null for all
     */
    public function panic(int $t, ?array $ports = null): void
    {
        Panic::silence($this->run, $t, $ports);
        $this->light($t);
    }

    /**
     * Brings a device back to where it should stand, as `restore` does.
     *
     * @return bool false where the rulebook reaches no such device
     */
    public function restore(int $t, string $device): bool
    {
        $this->trace?->resume(null);
        $known = Restore::unit($this->run, $t, $device, 0, -1);
        $this->light($t);

        return $known;
    }

    /** Counts what is unfinished at the end of all input. */
    public function finish(): void
    {
        foreach ($this->inlets as $inlet) {
            $inlet->finish();
        }
    }

    /** Lets no clock go on after the last event; what else is pending stays. */
    public function endClocks(): void
    {
        $this->run->queue->filter(static fn (array $due): bool => 'tick' !== $due[2] && 'pulse' !== $due[2]);
    }

    /** The stream of an in port ends: what is unfinished there is counted, and whatever comes next begins anew. */
    public function endStream(int $port): void
    {
        $this->inlets[$port]->finish();
    }

    /** @return array<string, mixed> everything that load() needs to go on as if nothing had happened */
    public function save(): array
    {
        $this->count();

        return [
            'state' => $this->state->save(),
            'decoders' => array_map(static fn (Inlet $inlet): array => $inlet->save(), $this->inlets),
            'queue' => $this->run->queue->save(),
            'trace' => $this->trace?->save(),
        ];
    }

    /** @param array<string, mixed> $saved what save() gave, for the same rulebook */
    public static function load(CompiledBook $book, array $saved, bool $traced = false): self
    {
        /** @var array{state: array<string, mixed>, decoders: array<int, array<mixed>>, queue: array<mixed>, trace: array<mixed>|null} $saved */
        $engine = new self($book, $traced);
        $engine->state->restore($saved['state']);
        $engine->watchHands();
        foreach ($saved['decoders'] as $port => $decoder) {
            $engine->inlets[$port]->restore($decoder);
        }
        $engine->run->queue->restore($saved['queue']);
        $engine->trace?->restore($saved['trace'] ?? []);

        return $engine;
    }

    /** Looks out for controls that are still down from gestures. */
    public function watchHands(): void
    {
        foreach (array_keys($this->state->gestures) as $control) {
            ($this->inlets[ControlAddress::port($control)] ?? null)?->watchHands();
        }
    }

    /** Takes over what came in incomplete at an engine with another rulebook, and its trace. */
    public function adopt(self $old, Places $places): void
    {
        foreach ($places->ports as $was => $is) {
            if (isset($old->inlets[$was], $this->inlets[$is])) {
                $this->inlets[$is]->restore($old->inlets[$was]->save());
            }
        }
        if (null !== $old->trace) {
            $this->trace?->goOnFrom($old->trace, $places);
        }
    }

    /** A parameter message or controller pair that has been assembled goes to the rules. */
    public function group(int $t, int $port, int $control, int $ch, int $n, int $v): void
    {
        $this->inlets[$port]->group($t, $control, $ch, $n, $v);
    }

    /** Forgets which rules are asked for what, since the scene has changed. */
    public function forgetPlans(): void
    {
        foreach ($this->inlets as $inlet) {
            $inlet->forgetPlans();
        }
    }

    /** Brings the counters of incoming messages up to date. */
    public function count(): void
    {
        foreach ($this->inlets as $port => $inlet) {
            $this->state->in[$port] += $inlet->count;
            $inlet->count = 0;
        }
    }

    /** @throws \OverflowException where more than {@see $mostDue} things are due before $t */
    private function drain(int $t): void
    {
        for ($done = 0; $this->run->queue->dueAt <= $t; ++$done) {
            if ($done > $this->mostDue) {
                throw new \OverflowException("more than {$this->mostDue} things are due at once");
            }
            if ($this->keepsLamps && $this->run->queue->dueAt > $this->state->now) {
                $this->light($this->state->now);
            }
            [$due, , $do, $arguments, $origin] = $this->run->queue->take();
            $this->state->now = max($this->state->now, $due);
            $this->trace?->resume($origin);
            Due::run($this->run, $due, $do, $arguments);
        }
    }
}
