<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Number\Exact;

/**
 * Everything a running engine remembers: plain data, apart from the rules, so that a run can be saved and go on.
 *
 * A note at a port is called by one number, {@see Note::of()}.
 *
 * What is kept by the thousand is positional, and written into saved runs as it stands:
 *
 * Begun: a step that a release runs again.
 * Origin: record of the trace and rule that something goes back to.
 * Thinned: until when, what waits, and where it comes from, see Thinning.
 * VoiceOf: step and voice.
 * Slot: what a voice does, see Voices.
 * Waiting: a group that waits for its lower half, until when, and its place in the order.
 * Expression: bend, pressure and timbre.
 * FlatOf: step, flat, in port and control.
 * PressMessage: port, channel, number, value and bytes.
 * PressMember: group, place in it, and whether none can be chosen.
 * GestureAnswer: method, rule, and place in its list.
 *
 * @phpstan-type Begun array{string, int, int, int, int, int}
 * @phpstan-type Delayed array{int}
 * @phpstan-type Owned array<int|string, int|Begun|Delayed>
 * @phpstan-type VoiceOf array{string, int}
 * @phpstan-type Thinned array{int, list<mixed>|null, Origin|null}
 * @phpstan-type Origin array{int, int}
 * @phpstan-type Slot array{int, int|string, int, int, int, int}
 * @phpstan-type Waiting array{int, int, int, int, int, int, int}
 * @phpstan-type Expression array{int, int, int}
 * @phpstan-type FanNote array{int|string, int, int, int, int}
 * @phpstan-type FlatOf array{string, string, int, int}
 * @phpstan-type PressMessage array{int, int, int, int, string}
 * @phpstan-type PressMember array{string, int, bool}
 * @phpstan-type GestureAnswer array{string, int, int}
 * @phpstan-type Two array{int, int}
 * @phpstan-type Flat array{side: int, notes: array<int|string, Two>, counts: int|string|null, bends: array<int, int>,
 *     timbres: array<int, int>, pressures: array<int, int>, manager: int, bend: int, timbre: int, pressure: int, withheld: int|null}
 * @phpstan-type Pressed array{phase: int, parts: int, first: int, message: PressMessage, member: PressMember|null,
 *     short: GestureAnswer|null, held: GestureAnswer|null, twiceAt: int, did: int}
 *
 * @phpstan-import-type Fraction from Exact
 *
 * @phpstan-type Zone array{members: int, memberCents: int, managerCents: int}
 */
final class State
{
    /** Time of the latest event, in microseconds. */
    public int $now = 0;
    /** Position of the current scene. */
    public int $scene = 0;
    /** Position of the current song in the set list. */
    public int $song = 0;
    /** @var array<string, int> */
    public array $memories = [];
    /** @var array<int, int> messages each rule took, by rule */
    public array $hits = [];
    /** @var array<int, int> messages each rule dropped */
    public array $dropped = [];
    /** @var array<int, int> messages each rule rejected */
    public array $rejected = [];
    /** @var array<int, int> messages that came in, by port */
    public array $in = [];
    /** @var array<int, int> messages that went out, by port */
    public array $sent = [];
    /** @var array<int, int> messages that no rule took, by port */
    public array $unclaimed = [];
    /** @var array<int, array<string, int>> bytes that made no message, by port and fault */
    public array $faults = [];
    /**
     * What each owner (a held key, or a latch, gate or delay of a step) ends: notes with how often each was begun, and
     * under text keys the steps that a release runs again.
     *
     * An owner of a single note, which is nearly every one, has just that note.
     *
     * @var array<int|string, int|Owned>
     */
    public array $ledger = [];
    /** @var array<int, int> how often each sounding note of the out ports was begun */
    public array $sounding = [];
    /** @var array<int, int> by out port, bit n set for each channel n that ever carried a note */
    public array $carried = [];
    /** @var array<string, array<int, bool>> by step, controls that are switched on */
    public array $toggled = [];
    /** @var array<string, array<int, Thinned>> by step and control */
    public array $thinned = [];
    /** @var array<string, array<int, int>> by step and control, the value last let through */
    public array $letThrough = [];
    /** @var array<string, true> gates that hold a note now */
    public array $gates = [];
    /** @var array<int, int> present values of controls at out ports, see Takeover */
    public array $present = [];
    /** @var array<int, int> the program last called by port and channel, see Restore */
    public array $called = [];
    /** @var array<int, array<string, true>> the faders that have met a present value, until something else changes it */
    public array $linked = [];
    /** @var array<int, array<int, int>> by control at an out port, values sent there lately, and when */
    public array $echoes = [];
    /** @var array<int, int|Fraction> present values of scaled faders, unrounded */
    public array $exact = [];
    /** @var array<string, array<int, int>> where faders stand, by step and control */
    public array $stands = [];
    /** @var array<int, int> by incoming control, its last value, where a rule asks whether it has changed */
    public array $latest = [];
    /** @var array<string, int> by group, the member chosen; 0 for none */
    public array $choices = [];
    /** @var array<int, bool> by position in {@}, whether it was last lit */
    public array $lamps = [];
    /** @var array<int, true> members of groups that are down */
    public array $down = [];
    /** @var array<int, Pressed> by incoming control, gestures under way, see Gestures */
    public array $gestures = [];
    /** @var array<int, Two> by control at an out port, what pedals were last sent, and by which rule, where some rule releases them */
    public array $held = [];
    /** Whether the present message differs from the last one of its control. */
    public bool $isChanged = true;
    /** @var array<int, Waiting> by in port */
    public array $waiting = [];
    /** @var array<int, true> in ports with an alarm for what waits */
    public array $alarms = [];
    /** @var array<int, int> by in port and channel, the parameter selected, see Groups */
    public array $selected = [];
    /** @var array<int, int> by incoming control, values of parameters and controller pairs */
    public array $parameters = [];
    /** @var array<int, array<string, int>> by incoming control, owners of notes that end when it is let go, and how much later, in microseconds */
    public array $pressed = [];
    /** @var array<int, bool> by out port and channel, whether the sustain pedal is down */
    public array $pedals = [];
    /** @var array<string, array<int, Slot>> by step */
    public array $voices = [];
    /** @var array<string, int> */
    public array $lastVoice = [];
    /** @var array<int|string, list<VoiceOf>> by owner of notes */
    public array $voiceOf = [];
    /** @var array<int, array<int, Zone>> zones of the in ports, by side */
    public array $zones = [];
    /** @var array<int, array<int, int>> by in port and channel, its role in a zone, see Zones */
    public array $zoneRoles = [];
    /** @var array<int, array<int, Two>> by in port and channel, the registered parameter selected */
    public array $zoneParameters = [];
    /** @var array<string, Flat> */
    public array $flats = [];
    /** @var array<int|string, list<FlatOf>> by owner of notes */
    public array $flatOf = [];
    /** @var array<string, array<int, array{notes: list<FanNote>, freed: int, newest: int, sent: Expression}>> */
    public array $fans = [];
    /** @var array<string, array<int, Expression>> by where they go, in port and channel, what notes begin with, see PerNote */
    public array $expressions = [];
    /** @var array<int, Expression> by out port and channel, bend, pressure and timbre last sent for a note dealt out there */
    public array $expressed = [];
    /** @var array<int|string, list<string>> */
    public array $fanOf = [];
    /**
     * @var array<string, array{beat: Two, isRunning: bool, base: int, first: int, ticks: int, pulses: array<int, int>,
     *     lastTick: int, lastPulses: array<int, int>, taps: list<int>, lastTap: int|null, clocks: list<int>, lastClock: int|null}>
     */
    public array $clocks = [];
    /** @var array<string, array<int, int>> clock messages counted, by step and in port */
    public array $counted = [];
    /** @var array<string, array<int, int>> by step and in port, time of the last clock message */
    public array $multiplied = [];
    /** Counts things made, so that each has a name. */
    public int $made = 0;

    public function __construct(CompiledBook $book)
    {
        $this->memories = $book->memories();
        $this->countRules(\count($book->rules()));
        foreach (array_keys($book->ports()) as $port) {
            $this->in[$port] = 0;
            $this->sent[$port] = 0;
            $this->unclaimed[$port] = 0;
            $this->faults[$port] = [];
            $this->carried[$port] = 0;
        }
    }

    public function countRules(int $rules): void
    {
        $this->hits = $this->dropped = $this->rejected = 0 === $rules ? [] : array_fill(0, $rules, 0);
    }

    /**
     * What an owner ends, in full form.
     *
     * @return Owned
     */
    public function owned(int|string $own): array
    {
        $owned = $this->ledger[$own] ?? [];

        return \is_int($owned) ? [$owned => 1] : $owned;
    }

    /** @param int|Begun|Delayed $entry */
    public function own(int|string $own, int|string $key, int|array $entry): void
    {
        $owned = $this->owned($own);
        $owned[$key] = $entry;
        $this->ledger[$own] = $owned;
    }

    public function disown(int|string $own, int|string $key): void
    {
        $owned = $this->owned($own);
        unset($owned[$key]);
        $this->ledger[$own] = $owned;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        /** @var array<string, mixed> */
        return get_object_vars($this);
    }

    /**
     * What an earlier version did not keep stays as it is at the start; what is kept no more is left out.
     *
     * @param array<string, mixed> $saved
     */
    public function restore(array $saved): void
    {
        foreach (array_intersect_key($saved, get_object_vars($this)) as $name => $value) {
            $this->{$name} = $value; // @phpstan-ignore property.dynamicName
        }
    }
}
