<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\Kind;

/**
 * Runs a compiled rulebook on events: bytes go in at ports, whole messages come out.
 *
 * Time is the events' time, in microseconds; the engine reads no clock and no random source. Public methods other than
 * feed(), advance(), take(), save() and load() are for compiled rules.
 */
final class Engine
{
    /** Release velocity of note-offs that the engine makes itself (MIDI 1.0, "Note Off": 64 when not velocity sensitive). */
    public const RELEASE_VELOCITY = 64;

    /** Plans kept at most; a stream with ever new parameter numbers must not fill the memory. */
    private const MOST_PLANS = 50_000;

    private const NOTE = 0;
    private const POLY_PRESSURE = 1;
    private const CC = 2;
    private const MODE = 3;
    private const PROGRAM = 7;
    private const PRESSURE = 8;
    private const BEND = 9;

    public State $state;
    public readonly Queue $queue;
    /** @var list<array{0: int, 1: int, 2: string, 3?: int}> messages made and not yet taken: time, port, bytes; of a pulse its length */
    public array $out = [];
    public readonly ?Trace $trace;

    /** @var array<int, Decoder> by in port */
    private array $decoders = [];
    /** @var array<int, bool> in ports whose decoder has nothing under way */
    private array $idle = [];
    /** Whether messages have to be seen by rules only, since nothing is traced. */
    private readonly bool $isPlain;
    /** Whether some step keeps account of notes beyond their owner. */
    private readonly bool $follows;
    /** @var array<int, array{bool, list<int>|null}> in ports whose messages need more than rules: what is assembled there */
    private array $special = [];
    /** @var array<int, int> running status of in ports that their decoder has not been told of */
    private array $running = [];
    /** @var array<int, list<\Closure(self, int, int, int, int, int, int, string, int, int|string): int>> rules to ask, by incoming control */
    private array $plans = [];

    public function __construct(public readonly CompiledBook $book, bool $traced = false)
    {
        $this->state = new State($book);
        $this->queue = new Queue();
        $this->trace = $traced ? new Trace($this) : null;
        $this->isPlain = !$traced;
        $this->follows = $book->followsNotes();
        $this->special = array_replace(array_map(static fn (): array => [false, []], array_filter($book->zones(), static fn (array $zone): bool => $zone[3])), $book->groups());
        foreach ($book->inPorts() as $port) {
            $this->decoders[$port] = new Decoder();
            $this->idle[$port] = true;
        }
    }

    /** Begins a run: what goes out before anything comes in. Not for a run that was loaded. */
    public function start(): void
    {
        foreach ($this->book->zones() as $port => [$isUpper, $members, $bend, $isIn]) {
            if (!$isIn) { // MIDI Polyphonic Expression 1.0, sections 2.1 and 2.4
                $this->groupOut($this->state->now, $port, Kind::Rpn->ordinal(), $isUpper ? 16 : 1, 6, $members << 7);
                $this->groupOut($this->state->now, $port, Kind::Rpn->ordinal(), $isUpper ? 15 : 2, 0, $bend << 7);
            }
        }
        $this->scene($this->state->now, $this->state->scene, 'enter');
    }

    /**
     * Takes bytes that came in at a port, and everything due up to then.
     *
     * @param int $t microseconds; a time before the latest event counts as that event's
     * @param int $port position of an in port
     */
    public function feed(int $t, int $port, string $bytes): void
    {
        $s = $this->state;
        if ($t < $s->now) {
            $t = $s->now;
        }
        if ($this->queue->dueAt <= $t) {
            $this->drain($t);
        }
        $s->now = $t;
        if (isset($bytes[2]) && !isset($bytes[3]) && $this->idle[$port]) {
            $status = \ord($bytes[0]);
            $n = \ord($bytes[1]);
            $v = \ord($bytes[2]);
            if ($status > 0x7F && $status < 0xF0 && 0xC0 !== ($status & 0xE0) && $n < 0x80 && $v < 0x80) {
                $this->running[$port] = $status;
                $high = $status & 0xF0;
                if (!$this->isPlain || isset($this->special[$port])) {
                    $this->message($t, $port, $bytes);

                    return;
                }
                // Where nothing but rules has to see it: what message() leads to, without the calls.
                ++$s->in[$port];
                $ch = $status & 0x0F;
                $own = $port << 11 | $ch << 7 | $n;
                if (0x80 === $high || (0x90 === $high && 0 === $v)) {
                    $owned = $s->ledger[$own] ?? null;
                    if (\is_int($owned) && 1 === ($s->sounding[$owned] ?? 0)
                        && (!$this->follows || !(isset($s->voiceOf[$own]) || isset($s->fanOf[$own]) || isset($s->flatOf[$own])))) {
                        unset($s->ledger[$own], $s->sounding[$owned]);
                        $this->out[] = [$t, $owned >> 11, \chr($high | ($owned >> 7 & 0x0F)).\chr($owned & 0x7F).$bytes[2]];
                    } else {
                        $this->noteOff($t, $port, $ch + 1, $n, 0x80 === $high ? $v : -1);
                    }

                    return;
                }
                if (0xB0 === $high) {
                    $kind = $n < Kind::FIRST_MODE_NUMBER ? self::CC : self::MODE;
                } elseif (0x90 === $high) {
                    $kind = self::NOTE;
                } elseif (0xE0 === $high) {
                    $kind = self::BEND;
                    $v = ($v << 7 | $n) - 8192;
                    $n = 0;
                } else {
                    $kind = self::POLY_PRESSURE;
                }
                $ctl = $kind << 24 | $port << 19 | ++$ch << 14 | $n;
                $isClaimed = false;
                foreach ($this->plans[$ctl] ?? $this->plan($ctl, $port, $kind, $ch, $n) as $rule) {
                    $result = $rule($this, $t, $port, $ch, $n, $v, 0, $bytes, $ctl, $own);
                    if (0 !== $result) {
                        $isClaimed = true;
                        if (1 === $result) {
                            break;
                        }
                    }
                }
                if (!$isClaimed) {
                    ++$s->unclaimed[$port];
                } elseif (self::NOTE === $kind) {
                    $s->ledger[$own] ??= [];
                }

                return;
            }
        }
        $decoder = $this->decoder($port);
        foreach ($decoder->feed($bytes, $s->faults[$port]) as $message) {
            $this->message($t, $port, $message);
        }
        $this->idle[$port] = $decoder->isIdle();
    }

    /** Does what is due up to a time, and makes that the present. */
    public function advance(int $t): void
    {
        $this->drain($t);
        $this->state->now = max($this->state->now, $t);
    }

    /** Time of the next thing due in microseconds, or null when nothing is pending. */
    public function nextDue(): ?int
    {
        return \PHP_INT_MAX === $this->queue->dueAt ? null : $this->queue->dueAt;
    }

    /**
     * The messages made since the last call, ordered by time.
     *
     * @return list<array{0: int, 1: int, 2: string, 3?: int}> time in microseconds, position of the out port, bytes of one whole message; for a
     *                                                         pulse no bytes, and its length in microseconds
     */
    public function take(): array
    {
        $out = $this->out;
        $this->out = [];
        foreach ($out as $made) {
            ++$this->state->sent[$made[1]];
        }

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
        Panic::silence($this, $t, $ports);
    }

    /**
     * An engine that goes on with another rulebook: notes that sound still end with their keys, memories of the same name
     * keep what they hold. What the old rules were still to do is dropped, and what they made of held notes is released:
     * what goes out for that is left to take from this engine.
     */
    public function withBook(CompiledBook $book): self
    {
        return BookChange::of($this, $book);
    }

    /** Counts what is unfinished at the end of all input. */
    public function finish(): void
    {
        foreach (array_keys($this->decoders) as $port) {
            $this->decoder($port)->end($this->state->faults[$port]);
        }
    }

    /** @return array<string, mixed> everything that load() needs to go on as if nothing had happened */
    public function save(): array
    {
        return [
            'state' => $this->state->save(),
            'decoders' => array_map(fn (int $port): array => $this->decoder($port)->save(), array_combine($this->book->inPorts(), $this->book->inPorts())),
            'queue' => $this->queue->save(),
            'trace' => $this->trace?->save(),
        ];
    }

    /** @param array<string, mixed> $saved what save() gave, for the same rulebook */
    public static function load(CompiledBook $book, array $saved, bool $traced = false): self
    {
        /** @var array{state: array<string, mixed>, decoders: array<int, array{int, string, int, bool}>, queue: array{int, list<array{int, int, string, list<mixed>, array{int, int}|null}>}, trace: array<mixed>|null} $saved */
        $engine = new self($book, $traced);
        $engine->state->restore($saved['state']);
        foreach ($saved['decoders'] as $port => $decoder) {
            $engine->decoders[$port] = Decoder::load($decoder);
            $engine->idle[$port] = $engine->decoders[$port]->isIdle();
        }
        $engine->queue->restore($saved['queue']);
        $engine->trace?->restore($saved['trace'] ?? []);

        return $engine;
    }

    // Messages on their way in --------------------------------------------------------------------------------------

    private function message(int $t, int $port, string $raw): void
    {
        if (isset($this->special[$port])) {
            if (isset($this->state->zones[$port])) {
                Zones::observe($this->state, $port, $raw);
            }
            if (Groups::takesIn($this, $t, $port, $raw, ...$this->special[$port])) {
                ++$this->state->in[$port];

                return;
            }
        }
        ++$this->state->in[$port];
        $this->trace?->begin($t, $port, $raw);
        $status = \ord($raw[0]);
        if (isset($raw[2]) && $status < 0xF0) {
            $this->short($t, $port, $status, \ord($raw[1]), \ord($raw[2]), $raw);
        } elseif ($status < 0xF0) {
            $this->dispatch($t, $port, $status < 0xD0 ? self::PROGRAM : self::PRESSURE, ($status & 0x0F) + 1, 0, \ord($raw[1]), $raw);
        } else {
            $this->system($t, $port, $status, $raw);
        }
        $this->trace?->finish();
    }

    /** A parameter message or controller pair that has been assembled. */
    public function groupIn(int $t, int $port, int $kind, int $ch, int $n, int $v): void
    {
        $this->trace?->beginGroup($t, $port, $kind, $ch, $n, $v);
        $this->dispatch($t, $port, $kind, $ch, $n, $v, '');
        $this->trace?->finish();
    }

    /** A channel message of three bytes. */
    private function short(int $t, int $port, int $status, int $n, int $v, string $raw): void
    {
        $ch = ($status & 0x0F) + 1;
        if ($status < 0xA0) {
            if ($status >= 0x90 && 0 !== $v) {
                $this->note($t, $port, $ch, $n, $v, $raw);
            } else {
                $this->noteOff($t, $port, $ch, $n, $status < 0x90 ? $v : -1);
            }
        } elseif ($status < 0xB0) {
            $this->dispatch($t, $port, self::POLY_PRESSURE, $ch, $n, $v, $raw);
        } elseif ($status < 0xC0) {
            $this->dispatch($t, $port, $n < Kind::FIRST_MODE_NUMBER ? self::CC : self::MODE, $ch, $n, $v, $raw);
        } else {
            $this->dispatch($t, $port, self::BEND, $ch, 0, ($v << 7 | $n) - 8192, $raw);
        }
    }

    private function system(int $t, int $port, int $status, string $raw): void
    {
        $kind = Kind::ofSystemStatus($status);
        if (null === $kind) {
            return; // the decoder lets none through
        }
        $value = match ($kind) {
            Kind::Sysex => \strlen($raw),
            Kind::Position => \ord($raw[2]) << 7 | \ord($raw[1]),
            Kind::Song, Kind::TimeCode => \ord($raw[1]),
            default => 0,
        };
        $this->dispatch($t, $port, $kind->ordinal(), 0, 0, $value, $raw);
    }

    private function note(int $t, int $port, int $ch, int $n, int $v, string $raw): void
    {
        $ctl = $port << 19 | $ch << 14 | $n;
        $own = $port << 11 | ($ch - 1) << 7 | $n;
        $isClaimed = false;
        foreach ($this->plans[$ctl] ?? $this->plan($ctl, $port, self::NOTE, $ch, $n) as $rule) {
            $result = $rule($this, $t, $port, $ch, $n, $v, 0, $raw, $ctl, $own);
            if (0 !== $result) {
                $isClaimed = true;
                if (1 === $result) {
                    break;
                }
            }
        }
        if ($isClaimed) {
            $this->state->ledger[$own] ??= [];
            $this->trace?->taken($own);
        } else {
            ++$this->state->unclaimed[$port];
            $this->trace?->unclaimed();
        }
    }

    private function dispatch(int $t, int $port, int $kind, int $ch, int $n, int $v, string $raw): void
    {
        $ctl = $kind << 24 | $port << 19 | $ch << 14 | $n;
        $isClaimed = false;
        foreach ($this->plans[$ctl] ?? $this->plan($ctl, $port, $kind, $ch, $n) as $rule) {
            $result = $rule($this, $t, $port, $ch, $n, $v, 0, $raw, $ctl, 0);
            if (0 !== $result) {
                $isClaimed = true;
                if (1 === $result) {
                    break;
                }
            }
        }
        if (!$isClaimed) {
            ++$this->state->unclaimed[$port];
            $this->trace?->unclaimed();
        }
    }

    /** @return list<\Closure(self, int, int, int, int, int, int, string, int, int|string): int> */
    private function plan(int $ctl, int $port, int $kind, int $ch, int $n): array
    {
        if (\count($this->plans) >= self::MOST_PLANS) {
            $this->plans = [];
        }

        return $this->plans[$ctl] = $this->book->plan($this->state->scene, $port, $kind, $ch, $n);
    }

    /** The decoder of an in port, up to date with what went by without it. */
    private function decoder(int $port): Decoder
    {
        if (isset($this->running[$port])) {
            $this->decoders[$port]->passed($this->running[$port]);
            unset($this->running[$port]);
        }

        return $this->decoders[$port];
    }

    /** @param int $release release velocity, or -1 for the form of a note-on with velocity 0 */
    private function noteOff(int $t, int $port, int $ch, int $n, int $release): void
    {
        $own = $port << 11 | ($ch - 1) << 7 | $n;
        if (!isset($this->state->ledger[$own])) {
            ++$this->state->unclaimed[$port];
            $this->trace?->unclaimed();

            return;
        }
        $this->end($own, $t, $release);
    }

    // What compiled rules call ----------------------------------------------------------------------------------------

    /** Begins a note at an out port; its owner will end it. */
    public function noteOn(int $t, int $port, int $ch, int $n, int $v, int|string $own): void
    {
        $s = $this->state;
        $note = $port << 11 | ($ch - 1) << 7 | $n;
        $s->sounding[$note] = ($s->sounding[$note] ?? 0) + 1;
        $s->carried[$port] |= 1 << $ch;
        if (!isset($s->ledger[$own]) || [] === $s->ledger[$own]) {
            $s->ledger[$own] = $note;
        } else {
            $count = $s->owned($own)[$note] ?? 0;
            $s->disown($own, $note); // struck again, it is the latest now
            $s->own($own, $note, 1 + (\is_int($count) ? $count : 0));
        }
        $this->out[] = [$t, $port, \chr(0x8F + $ch).\chr($n).\chr($v)];
        if (null !== $this->trace) {
            $this->trace->owns($own, $note);
            $this->trace->out($t, $port, \chr(0x8F + $ch).\chr($n).\chr($v));
        }
    }

    /** Lets the release of a note run steps again, since something that is no note was made from it. */
    public function hold(int|string $own, string $method, int $port, int $ch, int $n, int $ctl): void
    {
        $key = "{$method}:{$port}:{$ch}:{$n}";
        $this->state->disown($own, $key);
        $this->state->own($own, $key, [$method, $port, $ch, $n, $ctl]);
        $this->trace?->owns($own, $key);
    }

    /** Lets steps say what the release velocity of a note becomes when its owner ends it. */
    public function shapeRelease(int|string $own, int $outPort, int $outCh, int $outKey, string $method, int $port, int $ctl): void
    {
        $this->state->own($own, '~'.State::note($outPort, $outCh, $outKey), [$method, $port, $outCh, $outKey, $ctl]);
    }

    /** @param array{string, int, int, int, int} $shape */
    private function shapedRelease(array $shape, int $t, int|string $own, int $release): int
    {
        [$method, $port, $ch, $n, $ctl] = $shape;

        return $this->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own);
    }

    /**
     * Ends all that an owner began, in the order it began.
     *
     * @param int $release release velocity 0 to 127, or -1 for the form of a note-on with velocity 0
     */
    public function end(int|string $own, int $t, int $release = self::RELEASE_VELOCITY): void
    {
        $s = $this->state;
        $list = $s->ledger[$own] ?? [];
        unset($s->ledger[$own]);
        if (\is_int($list)) {
            $this->trace?->ends($own, $list);
            $this->endNote($t, $list, 1, $release);
            $list = [];
        }
        foreach ($list as $key => $entry) {
            if (\is_int($entry)) {
                $this->trace?->ends($own, $key);
                $shape = $list["~{$key}"] ?? null;
                $this->endNote($t, (int) $key, $entry, !\is_array($shape) || 5 !== \count($shape) ? $release : $this->shapedRelease($shape, $t, $own, $release));
                continue;
            }
            if ('~' === ((string) $key)[0]) {
                continue;
            }
            $this->trace?->ends($own, $key);
            if (1 === \count($entry)) {
                $this->later($t + $entry[0], 'end', [substr((string) $key, 1), $release]);
            } else {
                [$method, $port, $ch, $n, $ctl] = $entry;
                $this->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own);
            }
        }
        if (isset($s->voiceOf[$own])) {
            Voices::ended($s, $own);
        }
        if (isset($s->fanOf[$own])) {
            FanOut::ended($s, $own);
        }
        if (isset($s->flatOf[$own])) {
            Flatten::ended($this, $own, $t);
        }
        $this->trace?->ended($own);
    }

    /** Ends a note that was begun a number of times by one owner; it goes on while others hold it. */
    public function endNote(int $t, int $note, int $times, int $release): void
    {
        $s = $this->state;
        if (!isset($s->sounding[$note])) {
            return;
        }
        $s->sounding[$note] -= $times;
        if ($s->sounding[$note] > 0) {
            $this->trace?->stillHeld($note);

            return;
        }
        unset($s->sounding[$note]);
        $channel = $note >> 7 & 0x0F;
        $key = \chr($note & 0x7F);
        $this->emit($t, $note >> 11, $release < 0 ? \chr(0x90 | $channel).$key."\x00" : \chr(0x80 | $channel).$key.\chr($release));
    }

    public function emit(int $t, int $port, string $bytes): void
    {
        $this->out[] = [$t, $port, $bytes];
        $this->trace?->out($t, $port, $bytes);
    }

    /**
     * Sends a parameter message or controller pair as the controllers it is made of, always whole.
     *
     * @param int $kind ordinal of cc14, nrpn or rpn
     * @param int $v 0 to 16383; at a coarse port the value of an NRPN is 0 to 127
     */
    public function groupOut(int $t, int $port, int $kind, int $ch, int $n, int $v): void
    {
        $status = \chr(0xAF + $ch);
        if (Kind::Cc14->ordinal() === $kind) {
            $this->emit($t, $port, $status.\chr($n).\chr($v >> 7));
            $this->emit($t, $port, $status.\chr($n + 32).\chr($v & 0x7F));

            return;
        }
        $isNrpn = Kind::Nrpn->ordinal() === $kind;
        $this->emit($t, $port, $status.($isNrpn ? "\x63" : "\x65").\chr($n >> 7));
        $this->emit($t, $port, $status.($isNrpn ? "\x62" : "\x64").\chr($n & 0x7F));
        if ($isNrpn && $this->book->isCoarse($port)) {
            $this->emit($t, $port, $status."\x06".\chr(min(127, $v)));

            return;
        }
        $this->emit($t, $port, $status."\x06".\chr($v >> 7));
        $this->emit($t, $port, $status."\x26".\chr($v & 0x7F));
    }

    /** Whether a channel belongs to the zone of an in port, its manager included. */
    public function isInZone(int $port, int $ch): bool
    {
        $zone = $this->state->zones[$port] ?? null;

        return null !== $zone && $zone['members'] > 0 && (Zones::manager($zone) === $ch || Zones::isMember($zone, $ch));
    }

    /** Whether an incoming control is on a member channel of its port's zone. */
    public function isMember(int $port, int $ctl): bool
    {
        $zone = $this->state->zones[$port] ?? null;

        return null !== $zone && Zones::isMember($zone, $ctl >> 14 & 31);
    }

    /** The manager channel of an in port's zone; 0 when it has none. */
    public function manager(int $port): int
    {
        $zone = $this->state->zones[$port] ?? null;

        return null === $zone ? 0 : Zones::manager($zone);
    }

    /** @return array{int, int} bend ranges of members and manager in semitones */
    public function bendRanges(int $port): array
    {
        $zone = $this->state->zones[$port] ?? null;

        return null === $zone ? [Zones::MANAGER_BEND, Zones::MANAGER_BEND] : [$zone['memberBend'], $zone['managerBend']];
    }

    /** Sends a timing pulse. */
    public function pulse(int $t, int $port, int $lengthUs): void
    {
        $this->out[] = [$t, $port, '', $lengthUs];
        $this->trace?->out($t, $port, '');
    }

    /** Lets no clock go on after the last event; what else is pending stays. */
    public function endClocks(): void
    {
        $this->queue->filter(static fn (array $due): bool => 'tick' !== $due[2] && 'pulse' !== $due[2]);
    }

    /** Sends CC 0 and CC 32 (MIDI 1.0 Detailed Specification, "Bank Select") for a bank number of 0 to 16383. */
    public function bank(int $t, int $port, int $ch, int $bank): void
    {
        $status = \chr(0xAF + $ch);
        $this->emit($t, $port, $status."\x00".\chr($bank >> 7));
        $this->emit($t, $port, $status."\x20".\chr($bank & 0x7F));
    }

    private function call(string $method, int $t, int $port, int $ch, int $n, int $v, int $rel, string $raw, int $ctl, int|string $own): int
    {
        /** @var int */
        return $this->book->{$method}($this, $t, $port, $ch, $n, $v, $rel, $raw, $ctl, $own);
    }

    /** An owner for what begins later; what it begins ends as much later than the present owner ends. */
    public function delayOwner(int|string $own, int $us): string
    {
        $later = 'd'.++$this->state->made;
        $this->state->own($own, '@'.$later, [$us]);
        $this->trace?->owns($own, '@'.$later);

        return $later;
    }

    /** Begins a note of fixed length; one that the same control began before ends first. */
    public function gate(string $own, int $t, int $us): void
    {
        if (isset($this->state->gates[$own])) {
            $this->end($own, $t);
        }
        $this->state->gates[$own] = ++$this->state->made;
        $this->later($t + $us, 'gate', [$own, $this->state->made]);
    }

    /** Changes the scene. False when there is none at that position. */
    public function go(int $scene, int $t): bool
    {
        if (!isset($this->book->scenes()[$scene])) {
            return false;
        }
        $this->scene($t, $this->state->scene, 'leave');
        $this->state->scene = $scene;
        $this->state->linked = [];
        $this->plans = [];
        $this->scene($t, $scene, 'enter');

        return true;
    }

    private function scene(int $t, int $scene, string $when): void
    {
        $method = "{$when}_{$scene}";
        if (method_exists($this->book, $method)) {
            $this->call($method, $t, 0, 0, 0, 0, 0, '', 0, "{$when}{$scene}");
        }
    }

    /** @param list<mixed> $call method and arguments as {@see RuleCode::arguments()} lists them */
    public function callLater(int $t, array $call): void
    {
        /** @var array{string, int, int, int, int, int, string, int, int|string} $call */
        [$method, $port, $ch, $n, $v, $rel, $raw, $ctl, $own] = $call;
        $this->call($method, $t, $port, $ch, $n, $v, $rel, $raw, $ctl, $own);
    }

    /** Sounds a note for a while. */
    public function postNote(int $t, int $port, int $ch, int $n, int $v, int $lengthUs): void
    {
        $own = 'p'.++$this->state->made;
        $this->noteOn($t, $port, $ch, $n, $v, $own);
        $this->later($t + $lengthUs, 'end', [$own, self::RELEASE_VELOCITY]);
    }

    /** @param list<mixed> $arguments */
    public function later(int $t, string $do, array $arguments): void
    {
        $this->queue->add($t, $do, $arguments, $this->trace?->originNow());
        $this->trace?->later($t);
    }

    /** Moves a key by octaves into 0 to 127. */
    public static function fold(int $key): int
    {
        if ($key < 0) {
            return ($key % 12 + 12) % 12;
        }

        return $key > 127 ? 116 + ($key - 116) % 12 : $key;
    }

    // What is due -------------------------------------------------------------------------------------------------------

    private function drain(int $t): void
    {
        while ($this->queue->dueAt <= $t) {
            [$due, , $do, $arguments, $origin] = $this->queue->take();
            $this->state->now = max($this->state->now, $due);
            $this->trace?->resume($origin);
            $this->due($due, $do, $arguments);
        }
    }

    /** @param list<mixed> $arguments */
    private function due(int $t, string $do, array $arguments): void
    {
        if ('end' === $do) {
            /** @var array{int|string, int} $arguments */
            $this->end($arguments[0], $t, $arguments[1]);
        } elseif ('call' === $do) {
            $this->callLater($t, $arguments);
        } elseif ('gate' === $do) {
            /** @var array{string, int} $arguments */
            if (($this->state->gates[$arguments[0]] ?? 0) === $arguments[1]) {
                unset($this->state->gates[$arguments[0]]);
                $this->end($arguments[0], $t);
            }
        } elseif ('group' === $do) {
            /** @var array{int, int} $arguments */
            if (($this->state->waiting[$arguments[0]][5] ?? 0) === $arguments[1]) {
                Groups::flush($this, $t, $arguments[0]);
            }
        } elseif ('tick' === $do) {
            /** @var array{string, int} $arguments */
            Clocks::tick($this, $t, ...$arguments);
        } elseif ('pulse' === $do) {
            /** @var array{string, int, int} $arguments */
            Clocks::pulse($this, $t, ...$arguments);
        } elseif ('tap' === $do) {
            /** @var array{string, int, int} $arguments */
            Clocks::press($this, $t, ...$arguments);
        } elseif ('extra' === $do) {
            /** @var array{string, int, int, list<mixed>} $arguments */
            ExtraClocks::due($this, $t, ...$arguments);
        } elseif ('thin' === $do) {
            /** @var array{string, int, int} $arguments */
            Thinning::over($this, $t, ...$arguments);
        }
    }
}
