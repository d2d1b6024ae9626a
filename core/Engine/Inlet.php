<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Engine\Book\AssembledGroups;
use ZigzagPost\Core\Engine\Book\ControlMembers;
use ZigzagPost\Core\Engine\Controls\Choices;
use ZigzagPost\Core\Engine\Controls\GesturePlan;
use ZigzagPost\Core\Engine\Controls\Gestures;
use ZigzagPost\Core\Engine\Controls\Groups;
use ZigzagPost\Core\Engine\Mpe\Zones;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\OnOff;

/**
 * An in port at work: bytes become messages, messages are counted and shown to the rules that the index names for them.
 */
final class Inlet
{
    /** Plans kept at most; a stream with ever new parameter numbers must not fill the memory. */
    private const MOST_PLANS = 50_000;

    private const NOTE = Kind::ORDINAL['note'];
    private const POLY_PRESSURE = Kind::ORDINAL['polypressure'];
    private const CC = Kind::ORDINAL['cc'];
    private const MODE = Kind::ORDINAL['mode'];
    private const PROGRAM = Kind::ORDINAL['program'];
    private const PRESSURE = Kind::ORDINAL['pressure'];
    private const BEND = Kind::ORDINAL['bend'];

    /** Whether no message is under way, so that a whole one may skip the decoder. */
    public bool $isIdle = true;
    /** Whether rules are all that has to see messages, apart from controllers that are parts of something. */
    private bool $isPlain;
    /** @var array<string, array<string, InputPlan>> plans by the first two bytes of three */
    public array $plans = [];
    /** Messages that went straight to rules and are not yet counted in the state. */
    public int $count = 0;
    /** The latest message that the decoder has not been told of. */
    public string $passed = '';

    private Decoder $decoder;
    private readonly bool $hasZone;
    private readonly bool $compares;
    /** Whether gestures of controls, or presses of members of groups, have to be seen. */
    private bool $hasHands;
    /** Whether the message at hand is a release that nobody is to see. */
    private bool $isSwallowed = false;
    /** @var array<int, GesturePlan|null> by control, what rules want to know of its gestures */
    private array $gestures = [];
    /** @var array<int, ControlMembers> by control, the members of groups that it is */
    private array $members = [];
    /** @var array<int, list<\Closure(Run, int, int, int, int, int, int, string, int, int|string): int>> rules to ask, by control */
    private array $rules = [];

    /** @param AssembledGroups|null $groups what is assembled here */
    public function __construct(private readonly Run $run, private readonly int $port, private readonly ?AssembledGroups $groups)
    {
        $this->decoder = new Decoder();
        $this->hasZone = $run->book->isZoned($port);
        $this->compares = $run->book->compares($port);
        $this->hasHands = $run->book->hasHands($port);
        $this->isPlain = null === $run->trace && !$this->compares && !$this->hasHands;
    }

    /** Takes bytes in whatever pieces they come. */
    public function receive(int $t, string $bytes): void
    {
        $decoder = $this->decoder();
        foreach ($decoder->feed($bytes, $this->run->state->faults[$this->port]) as $message) {
            $this->message($t, $message);
        }
        $this->isIdle = $decoder->isIdle();
    }

    /** The plan for a message of three bytes; null when they are no whole channel message. */
    public function plan(string $bytes): ?InputPlan
    {
        $status = \ord($bytes[0]);
        $second = \ord($bytes[1]);
        if ($status < 0x80 || $status >= 0xF0 || 0xC0 === ($status & 0xE0) || $second >= 0x80) {
            return null;
        }
        [$shape, $kind] = match ($status & 0xF0) {
            0x80 => [InputPlan::NOTE_OFF, self::NOTE],
            0x90 => [InputPlan::NOTE_ON, self::NOTE],
            0xA0 => [InputPlan::PLAIN, self::POLY_PRESSURE],
            0xB0 => [InputPlan::PLAIN, $second < Kind::FIRST_MODE_NUMBER ? self::CC : self::MODE],
            default => [InputPlan::BEND, self::BEND],
        };
        $channel = ($status & 0x0F) + 1;
        $number = InputPlan::BEND === $shape ? 0 : $second;
        $control = ControlAddress::of($kind, $this->port, $channel, $number);
        $rules = InputPlan::NOTE_OFF === $shape ? [] : $this->rulesFor($control, $kind, $channel, $number);
        $isController = self::CC === $kind || self::MODE === $kind;
        $isPart =
            $isController
            && (($this->hasZone && Zones::concerns($number))
                || (null !== $this->groups && Groups::concerns($number, $this->groups->parameters, $this->groups->pairs)));
        $isSelection = $isPart && !$this->hasZone && null === $this->run->trace && Groups::selects($number);

        return $this->plans[$bytes[0]][$bytes[1]] = new InputPlan(
            $shape,
            $isPart,
            $isSelection,
            $this->isPlain && !$isPart,
            $kind,
            $channel,
            $number,
            $second,
            $control,
            Note::of($this->port, $channel, $number),
            $rules,
        );
    }

    /** Forgets which rules to ask, since the scene has changed. */
    public function forgetPlans(): void
    {
        $this->plans = [];
        $this->rules = [];
        $this->gestures = [];
    }

    /** Looks out for controls that are still down from a gesture, also where no rule asks for any. */
    public function watchHands(): void
    {
        $this->hasHands = true;
        $this->isPlain = false;
        $this->forgetPlans();
    }

    /** A parameter message or controller pair that has been assembled. */
    public function group(int $t, int $control, int $ch, int $n, int $v): void
    {
        $trace = $this->run->trace;
        if (null !== $trace) {
            $kind = ControlAddress::kind($control);
            $trace->beginGroup($t, $this->port, Groups::bytes($kind, $this->run->book->isCoarse($this->port), $ch, $n, $v), $kind, $ch, $n, $v);
        }
        $this->ask($t, $this->rules[$control] ?? $this->rulesFor($control, ControlAddress::kind($control), $ch, $n), $control, $ch, $n, $v, '', 0);
        $trace?->finish();
    }

    /** @param int $release release velocity, or -1 for the form of a note-on with velocity 0 */
    public function noteOff(int $t, int $ch, int $n, int $release): void
    {
        $own = Note::of($this->port, $ch, $n);
        if ($this->hasHands) {
            $this->keyUp($t, ControlAddress::of(self::NOTE, $this->port, $ch, $n), $own, $release);
        } elseif (isset($this->run->state->ledger[$own])) {
            Notes::end($this->run, $t, $own, $release);
        } else {
            $this->unclaimed();
        }
    }

    /** A key comes up that may have been pressed for a gesture, or chosen a member of a group. */
    private function keyUp(int $t, int $control, int $own, int $release): void
    {
        $state = $this->run->state;
        unset($state->down[$control]);
        $isHeld = isset($state->ledger[$own]);
        if ($isHeld) {
            Notes::end($this->run, $t, $own, $release);
        }
        if (isset($state->gestures[$control])) {
            Gestures::letGo($this->run, $t, $control);
        } elseif (!$isHeld) {
            $this->unclaimed();
        }
    }

    /** Counts what is unfinished at the end of all input. */
    public function finish(): void
    {
        $this->decoder()->end($this->run->state->faults[$this->port]);
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return $this->decoder()->save();
    }

    /** @param array<mixed> $saved */
    public function restore(array $saved): void
    {
        $this->decoder = Decoder::load($saved);
        $this->isIdle = $this->decoder->isIdle();
    }

    /** The decoder, up to date with what went by without it. */
    private function decoder(): Decoder
    {
        if ('' !== $this->passed) {
            $this->decoder->passed(\ord($this->passed[0]));
            $this->passed = '';
        }

        return $this->decoder;
    }

    /**
     * A whole channel message of three bytes, where more than rules has to see it.
     *
     * @param int $v its third byte
     */
    public function whole(int $t, InputPlan $plan, int $v, string $raw): void
    {
        $run = $this->run;
        ++$run->state->in[$this->port];
        if (null !== $this->groups && isset($run->state->waiting[$this->port]) && !$plan->isPart) {
            Groups::flush($run, $t, $this->port);
        }
        if ($plan->isPart) {
            if ($this->hasZone) {
                Zones::observe($run->state, $this->port, $plan->channel, $plan->number, $v);
            }
            if (
                null !== $this->groups
                && Groups::takesIn($run, $t, $this->port, $raw, $plan->channel, $plan->number, $v, $this->groups->parameters, $this->groups->pairs)
            ) {
                return;
            }
        }
        $run->trace?->begin($t, $this->port, $raw);
        if (InputPlan::NOTE_OFF === $plan->shape || (InputPlan::NOTE_ON === $plan->shape && 0 === $v)) {
            $this->noteOff($t, $plan->channel, $plan->number, InputPlan::NOTE_OFF === $plan->shape ? $v : -1);
        } else {
            $value = InputPlan::BEND === $plan->shape ? (($v << 7) | $plan->second) - 8192 : $v;
            $isClaimed = $this->ask(
                $t,
                $this->rules[$plan->control] ?? $this->rulesFor($plan->control, $plan->kind, $plan->channel, $plan->number),
                $plan->control,
                $plan->channel,
                $plan->number,
                $value,
                $raw,
                $plan->own,
            );
            if ($isClaimed && InputPlan::NOTE_ON === $plan->shape) {
                $run->state->ledger[$plan->own] ??= [];
                $run->trace?->taken($plan->own);
            }
        }
        $run->trace?->finish();
    }

    private function message(int $t, string $raw): void
    {
        $status = \ord($raw[0]);
        if (isset($raw[2]) && $status < 0xF0) {
            $plan = $this->plans[$raw[0]][$raw[1]] ?? $this->plan($raw);
            if (null !== $plan) {
                $this->whole($t, $plan, \ord($raw[2]), $raw);
            }

            return;
        }
        $run = $this->run;
        ++$run->state->in[$this->port];
        if ($status < 0xF8 && isset($run->state->waiting[$this->port])) {
            Groups::flush($run, $t, $this->port);
        }
        $run->trace?->begin($t, $this->port, $raw);
        if ($status >= 0xF0) {
            $this->system($t, $status, $raw);
        } else {
            $this->dispatch($t, $status < 0xD0 ? self::PROGRAM : self::PRESSURE, ($status & 0x0F) + 1, 0, \ord($raw[1]), $raw);
        }
        $run->trace?->finish();
    }

    private function system(int $t, int $status, string $raw): void
    {
        $kind = Kind::ofSystemStatus($status);
        if (null === $kind) {
            return; // the decoder lets none through
        }
        $value = match ($kind) {
            Kind::Sysex => \strlen($raw),
            Kind::Position => (\ord($raw[2]) << 7) | \ord($raw[1]),
            Kind::Song, Kind::TimeCode => \ord($raw[1]),
            default => 0,
        };
        $this->dispatch($t, $kind->ordinal(), 0, 0, $value, $raw);
    }

    private function dispatch(int $t, int $kind, int $ch, int $n, int $v, string $raw): void
    {
        $control = ControlAddress::of($kind, $this->port, $ch, $n);
        $this->ask($t, $this->rules[$control] ?? $this->rulesFor($control, $kind, $ch, $n), $control, $ch, $n, $v, $raw, 0);
    }

    /**
     * Asks rules, until one takes the message.
     *
     * @param list<\Closure(Run, int, int, int, int, int, int, string, int, int|string): int> $rules
     * @param int $own the held key that ends what a note begins
     *
     * @return bool whether a rule took it or worked on a copy
     */
    private function ask(int $t, array $rules, int $control, int $ch, int $n, int $v, string $raw, int $own): bool
    {
        if ($v < OnOff::LEAST_ON && isset($this->run->state->pressed[$control])) {
            Notes::letGo($this->run, $t, $control);
        }
        if ($this->compares) {
            $state = $this->run->state;
            $state->isChanged = ($state->latest[$control] ?? null) !== $v;
            $state->latest[$control] = $v;
        }
        $isClaimed = $this->hasHands && $this->isHandled($t, $control, $v);
        foreach ($isClaimed && $this->isSwallowed ? [] : $rules as $rule) {
            $result = $rule($this->run, $t, $this->port, $ch, $n, $v, 0, $raw, $control, $own);
            if (0 !== $result) {
                $isClaimed = true;
                if (1 === $result) {
                    break;
                }
            }
        }
        if (!$isClaimed) {
            $this->unclaimed();
        }

        return $isClaimed;
    }

    /**
     * Sees to presses of members of groups, and to releases that belong to gestures of another scene: whether the message was
     * for that.
     */
    private function isHandled(int $t, int $control, int $v): bool
    {
        $state = $this->run->state;
        $this->isSwallowed = false;
        $members = $this->members($control);
        foreach ($members->told as $told) {
            if ($v >= $told->low && $v <= $told->high) {
                Choices::press($this->run, $told->member);

                return true;
            }
        }
        $isPress = $v >= OnOff::LEAST_ON || self::NOTE === ControlAddress::kind($control);
        if (!$isPress) {
            unset($state->down[$control]);
            if (isset($state->gestures[$control]) && !isset($this->gestures[$control])) {
                Gestures::letGo($this->run, $t, $control);

                return $this->isSwallowed = true;
            }

            return false;
        }
        if (null === $members->pressed || isset($this->gestures[$control]) || isset($state->down[$control])) {
            return false;
        }
        $state->down[$control] = true;
        Choices::press($this->run, $members->pressed);

        return true;
    }

    private function members(int $control): ControlMembers
    {
        return $this->members[$control] ??= $this->run->book->members(
            $this->port,
            ControlAddress::kind($control),
            ControlAddress::channel($control),
            ControlAddress::number($control),
        );
    }

    private function unclaimed(): void
    {
        ++$this->run->state->unclaimed[$this->port];
        $this->run->trace?->unclaimed();
    }

    /**
     * The rules to ask, in order. Each gives 0 when the message is not for it, 1 when it took it, and 2 when it worked on a copy.
     *
     * @return list<\Closure(Run, int, int, int, int, int, int, string, int, int|string): int>
     */
    private function rulesFor(int $control, int $kind, int $ch, int $n): array
    {
        if (\count($this->rules) >= self::MOST_PLANS) {
            $this->forgetPlans();
        }

        $book = $this->run->book;
        $rules = [];
        $gestures = [];
        foreach ($book->routes($kind) as $route) {
            if (!$route->matches($this->run->state->scene, $this->port, $ch, $n)) {
                continue;
            }
            if (null !== $route->gesture) {
                $gestures[] = $route;
            } elseif ([] === $gestures) {
                /** @var \Closure(Run, int, int, int, int, int, int, string, int, int|string): int $rule */
                $rule = $book->{$route->method}(...);
                $rules[] = $rule;
            }
        }
        if ([] !== $gestures) {
            // nobody below the first of them sees the messages themselves
            $plan = $this->gestures[$control] = GesturePlan::of($gestures);
            $member = $this->members($control)->pressed;
            $rules[] = static function (Run $run, int $t, int $port, int $ch, int $n, int $v, int $rel, string $raw, int $ctl) use (
                $plan,
                $member,
            ): int {
                Gestures::message($run, $plan, $member, $t, $port, $ch, $n, $v, $raw, $ctl);

                return 1;
            };
        }

        return $this->rules[$control] = $rules;
    }
}
