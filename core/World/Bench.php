<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Change\BookChange;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Engine\Time\Clocks;
use ZigzagPost\Core\Engine\Trace\TakenTrace;
use ZigzagPost\Core\Rig\Chart\Hazard;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Setup\Hop;

/** A rulebook at work between simulated devices: what is played goes in, what comes out is heard. */
final class Bench implements Playable
{
    /** Version of what save() gives; to be raised when a stand-in or the engine keeps something else. */
    public const VERSION = 7;
    /** After a longer silence clocks jump on; what they would have ticked is left out. */
    private const LONGEST_SILENCE_US = 10_000_000;
    /** What is still ticked before a jump ends. */
    private const LEAD_IN_US = 1_000_000;

    /** @var list<string> what its player should know, not yet taken */
    private array $told = [];
    /** @var list<array{timeUs: int, port: string, bytes: string}> what has come in, not yet taken */
    private array $came = [];

    /** @var array<string, list<DoneByMessage>> what messages did to units, by time and port; not yet taken */
    private array $arrived = [];

    /** @var array<string, DeviceReceiver> by the name of their unit */
    private array $receivers = [];
    /** @var array<string, list<HearingReceiver>> by out port */
    private array $hearing = [];

    private bool $isMarked = false;
    /** Place in the set list of the song that is played: the one that was called, or that has the scene that came since. */
    private int $place = 0;
    /** Scene and song when the place was last looked at. */
    private int $sceneBefore = 0;
    private int $songBefore = 0;
    /** @var list<JournalEntry> what went in and came out since it was taken */
    private array $journal = [];
    /** What is on its way to real devices, while a player leads; null while none does. */
    private ?Transit $transit = null;
    private MarkEar $ear;

    private function __construct(private Engine $engine, private ?Patch $seats)
    {
        $this->ear = MarkEar::of($seats);
        $this->seat();
    }

    /**
     * @param Patch|null $seats the units that play and hear; without it nothing stands at the ports
     * @param Transit|null $transit where a player leads from the beginning on
     */
    public static function start(CompiledBook $book, ?Patch $seats = null, ?Transit $transit = null): self
    {
        $bench = new self(new Engine($book, true), $seats);
        $bench->transit = $transit;
        $bench->engine->start();
        $bench->hear();

        return $bench;
    }

    /**
     * @param array<string, mixed> $saved what save() gave, for the same rulebook
     * @param int $mostDue things that may be due at once before it gives up
     */
    public static function load(CompiledBook $book, array $saved, ?Patch $seats = null, int $mostDue = \PHP_INT_MAX): self
    {
        /** @var array{engine: array<string, mixed>, receivers: array<string, array<mixed>>, place?: int, ear?: array<string, array<string, mixed>>,
         *     isMarked?: bool} $saved */
        $bench = new self(Engine::load($book, $saved['engine'], true), $seats);
        $bench->engine->mostDue = $mostDue;
        [$bench->sceneBefore, $bench->songBefore] = [$bench->engine->state->scene, $bench->engine->state->song];
        $bench->place = $saved['place'] ?? $bench->songBefore;
        $bench->ear->restore($saved['ear'] ?? []);
        $bench->isMarked = $saved['isMarked'] ?? false;
        foreach ($bench->receivers as $name => $receiver) {
            if (isset($saved['receivers'][$name])) {
                $receiver->restore($saved['receivers'][$name]);
            }
        }

        return $bench;
    }

    /** From now on a player of real devices leads: time goes on by what it does, and what stands for a device hears what the device does. */
    public function beLed(?Transit $transit): void
    {
        $this->transit = $transit;
    }

    public function transit(): ?Transit
    {
        return $this->transit;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'engine' => $this->engine->save(),
            'receivers' => array_map(static fn (DeviceReceiver $receiver): array => $receiver->save(), $this->receivers),
            'place' => $this->place,
            'ear' => $this->ear->save(),
            'isMarked' => $this->isMarked,
        ];
    }

    /** Plays bytes into an in port at a time in microseconds. False when there is no such port. */
    public function feed(int $timeUs, string $port, string $bytes): bool
    {
        $index = $this->engine->book->inPort($port);
        if (null === $index) {
            return false;
        }
        if ('' !== $bytes) {
            $this->journal[] = new JournalEntry($timeUs, JournalEntry::IN, $port, $bytes);
        }
        $this->catchUp($timeUs);
        // What a real hand does is known by its bytes alone.
        $this->isMarked = $this->isMarked || (null !== $this->transit && $this->ear->hears($port, $bytes));
        $this->came[] = ['timeUs' => max($timeUs, $this->engine->state->now), 'port' => $port, 'bytes' => $bytes];
        $this->engine->feed($timeUs, $index, $bytes);
        $this->hear();

        return true;
    }

    /**
     * Moves a control of a unit of the rig, or of what stands in where none is led.
     *
     * @param Playable|null $into where what it sends comes in; nothing for here
     *
     * @return bool false when there is no such sender
     */
    public function touch(int $timeUs, string $sender, string $control, int $value, ?Playable $into = null): bool
    {
        $box = isset($this->seats->from[$sender]) ? $this->seats->boxes[$sender] : null;
        if (null === $this->seats || null === $box) {
            return false;
        }
        // Where a player leads, it comes in as what a real hand does.
        $this->isMarked = $this->isMarked || (null === $this->transit && $value > 0 && $this->seats->isMark($sender, $control));
        foreach ((new DeviceSender($box))->messages($control, $value) as $kind => $messages) {
            $at = $box->sendsOf(KindName::from($kind))->at ?? [];
            foreach ($this->seats->from[$sender] ?? [] as $sending) {
                [$plug, $port, $way] = [$sending->plug, $sending->port, $sending->way];
                $passing = array_filter($messages, static fn (string $bytes): bool => Hop::passes($way, $bytes));
                if ([] !== $passing && ([] === $at || \in_array($plug, $at, true))) {
                    ($into ?? $this)->feed($timeUs, $port, implode('', $passing));
                }
            }
        }

        return true;
    }

    /** A real device behind an in port went away: what it sent half is forgotten. */
    public function endStream(int $timeUs, string $port): void
    {
        $this->advance($timeUs);
        $this->ear->forget($port);
        $index = $this->engine->book->inPort($port);
        null === $index ?: $this->engine->endStream($index);
    }

    /**
     * The player stood still: what is too late is left out.
     *
     * @param int $stoodUs up to there everything had been done
     * @param \Closure(Engine): void $leaveOut
     */
    public function standStill(int $stoodUs, \Closure $leaveOut): void
    {
        $this->engine->advance($stoodUs);
        $leaveOut($this->engine);
        $this->hear();
    }

    /** A message has left for a real device: what stands for it hears it. */
    public function left(string $port, int $number): void
    {
        $made = $this->transit?->done($port, $number);
        null === $made ?: $this->deliver($made);
    }

    /**
     * @return list<array{id: string, ports: list<string>, title: string, standIn: array{port: string, chart: string, channel: int|null}|null,
     *     stopped: string|null, face: string, channel: int,
     *     controls: list<array{control: string, label: string, moves: string|null, ends: string|null}>}> what can be played here
     */
    public function senders(): array
    {
        return $this->seats?->senders() ?? [];
    }

    public function advance(int $timeUs): void
    {
        $this->journal[] = new JournalEntry($timeUs, JournalEntry::TO);
        $this->catchUp($timeUs);
        $this->engine->advance($timeUs);
        $this->hear();
    }

    /** Silence before anything else, whatever is due by then. */
    public function panic(int $timeUs): void
    {
        $this->journal[] = new JournalEntry($timeUs, JournalEntry::PANIC);
        $now = max($timeUs, $this->engine->state->now);
        null === $this->transit ? Clocks::skip($this->engine->run, $now) : $this->engine->advance($now);
        $this->engine->panic($now);
        $this->engine->advance($now);
        $this->hear();
    }

    /**
     * Brings a unit back to where it should stand.
     *
     * @return bool false where the rules that run reach no such unit
     */
    public function restore(int $timeUs, string $unit): bool
    {
        $this->journal[] = new JournalEntry($timeUs, JournalEntry::RESTORE, $unit);
        $this->catchUp($timeUs);
        $this->engine->advance($timeUs);
        $known = $this->engine->restore(max($timeUs, $this->engine->state->now), $unit);
        $this->hear();
        $byHand = $known ? $this->byHand($unit) : [];
        if ([] !== $byHand) {
            $this->tell("{$unit}: set by hand ".implode(', ', $byHand).', which a message would only toggle or trigger');
        }

        return $known;
    }

    /** Changes to a scene by its position. */
    public function go(int $scene, int $timeUs): bool
    {
        $this->journal[] = new JournalEntry($timeUs, JournalEntry::SCENE, '', '', $scene);
        $this->catchUp($timeUs);
        $this->engine->advance($timeUs);
        $went = Scenes::go($this->engine->run, $scene, max($timeUs, $this->engine->state->now));
        $this->hear();

        return $went;
    }

    /** Begins a song of the set list, by its position. */
    public function goToSong(int $song, int $timeUs): bool
    {
        $this->journal[] = new JournalEntry($timeUs, JournalEntry::SONG, '', '', $song);
        $this->catchUp($timeUs);
        $this->engine->advance($timeUs);
        $went = Scenes::goToSong($this->engine->run, $song, max($timeUs, $this->engine->state->now));
        if ($went) {
            [$this->place, $this->songBefore, $this->sceneBefore] = [$song, $song, $this->engine->state->scene];
        }
        $this->hear();

        return $went;
    }

    /** @return array{titles: list<string>, current: int, song: int, songs: int} */
    public function scenes(): array
    {
        return [
            'titles' => $this->engine->book->scenes(),
            'current' => $this->engine->state->scene,
            'song' => $this->place,
            'songs' => \count($this->engine->book->songs()),
        ];
    }

    /** The place of a song in the set list of the rules that run; null where they do not know it. */
    public function placeOfSong(string $id, int $near): ?int
    {
        return $this->engine->book->placeOfSong($id, $near);
    }

    /** Goes on with another rulebook; what could not be kept is told. */
    public function change(CompiledBook $book, ?Patch $seats = null): void
    {
        $played = $this->engine->book->songIds()[$this->place] ?? null;
        $change = BookChange::of($this->engine, $book);
        $this->hear();
        $this->journal[] = new JournalEntry($this->engine->state->now, JournalEntry::RULES);
        $this->engine = $change->engine;
        $this->seats = $seats ?? $this->seats;
        $this->ear = MarkEar::of($this->seats);
        $this->seat($this->receivers);
        $this->place = (null === $played ? null : $book->placeOfSong($played, $this->place)) ?? min($this->place, max(0, \count($book->songs()) - 1));
        [$this->sceneBefore, $this->songBefore] = [$this->engine->state->scene, $this->engine->state->song];
        array_push($this->told, ...$change->lost);
    }

    /** Tells the player something with the next news. */
    public function tell(string $text): void
    {
        $this->told[] = $text;
    }

    /** @return list<string> what the player should know, since the last call */
    public function takeTold(): array
    {
        $told = $this->told;
        $this->told = [];

        return $told;
    }

    /** @return list<array{timeUs: int, port: string, bytes: string}> what has come in since the last call, as it came */
    public function takeCame(): array
    {
        $came = $this->came;
        $this->came = [];

        return $came;
    }

    /** @return array<string, list<DoneByMessage>> what messages did to units of the rig since the last call, by "time port" */
    public function takeArrived(): array
    {
        $arrived = $this->arrived;
        $this->arrived = [];

        return $arrived;
    }

    /** Whether the player has said with a control that something was wrong, since the last call. */
    public function takeMark(): bool
    {
        $isMarked = $this->isMarked;
        $this->isMarked = false;

        return $isMarked;
    }

    /** @return list<JournalEntry> what went in and came out since the last call */
    public function takeJournal(): array
    {
        $journal = $this->journal;
        $this->journal = [];

        return $journal;
    }

    public function nowUs(): int
    {
        return $this->engine->state->now;
    }

    public function takeTrace(): TakenTrace
    {
        return $this->engine->trace?->take() ?? new TakenTrace();
    }

    public function nextDueUs(): ?int
    {
        return $this->engine->nextDue();
    }

    /** @return list<array{title: string, line: int, hits: int, dropped: int, rejected: int}> */
    public function rules(): array
    {
        $state = $this->engine->state;
        $rules = [];
        foreach ($this->engine->book->rules() as $index => $rule) {
            $rules[] = [
                'title' => $rule->title,
                'line' => $rule->line,
                'hits' => $state->hits[$index],
                'dropped' => $state->dropped[$index],
                'rejected' => $state->rejected[$index],
            ];
        }

        return $rules;
    }

    /** @return list<array{port: string, in: bool, messages: int, unclaimed: int, faults: int}> */
    public function ports(): array
    {
        $state = $this->engine->state;
        $ports = [];
        foreach ($this->engine->book->ports() as $index => $name) {
            if (\in_array($index, $this->engine->book->inPorts(), true)) {
                $ports[] = [
                    'port' => $name,
                    'in' => true,
                    'messages' => $state->in[$index],
                    'unclaimed' => $state->unclaimed[$index],
                    'faults' => array_sum($state->faults[$index]),
                ];
            }
            if (\in_array($index, $this->engine->book->outPorts(), true)) {
                $ports[] = ['port' => $name, 'in' => false, 'messages' => $state->sent[$index], 'unclaimed' => 0, 'faults' => 0];
            }
        }

        return $ports;
    }

    /** @return list<array{name: string, bpm: float, isRunning: bool, beatAtUs: int}> */
    public function clocks(): array
    {
        return Clocks::view($this->engine->run);
    }

    /** @return list<array{port: string, restores: bool, byHand: list<string>, hazards: list<string>, view: array<string, mixed>}> */
    public function receivers(): array
    {
        $views = [];
        foreach ($this->receivers as $name => $receiver) {
            $name = (string) $name;
            $views[] = [
                'port' => $name,
                'restores' => null !== $this->engine->book->whole($name),
                'byHand' => $this->byHand($name),
                'hazards' => array_map(static fn (Hazard $hazard): string => $hazard->value, $this->seats?->boxes[$name]?->chart->hazards ?? []),
                'view' => $receiver->view($this->engine->book->middle()),
            ];
        }

        return $views;
    }

    /** @return list<string> parameters of a unit that restoring it leaves to a hand: what toggles or triggers is never sent */
    private function byHand(string $unit): array
    {
        $byHand = array_filter(
            $this->seats?->boxes[$unit]->chart->parameters ?? [],
            static fn (Parameter $parameter): bool => Reach::Midi === $parameter->reach && false === $parameter->behaviour?->canBeSentAgain(),
        );

        return array_values(array_map(static fn (Parameter $parameter): string => $parameter->name, $byHand));
    }

    /** @return array<string, UnitStanding> of each unit of the rig */
    public function standing(): array
    {
        $standing = [];
        foreach ($this->receivers as $name => $receiver) {
            if (null === $this->seats?->standIn((string) $name)) {
                $standing[$name] = $receiver->standing();
            }
        }

        return $standing;
    }

    /** @return array<string, int> what memories hold, and which member of each group is chosen, 0 for none */
    public function memories(): array
    {
        $chosen = [];
        foreach ($this->engine->book->choices() as $range) {
            $chosen[$range->group] = $this->engine->state->choices[$range->group] ?? 0;
        }

        return $this->engine->state->memories + $chosen;
    }

    /** Lets clocks jump over a long silence, so that nobody has to wait for hours of ticks. */
    private function catchUp(int $timeUs): void
    {
        if (null !== $this->transit || $timeUs - $this->engine->state->now <= self::LONGEST_SILENCE_US) {
            return;
        }
        foreach (Clocks::skip($this->engine->run, $timeUs - self::LEAD_IN_US) as $clock => $ticks) {
            $this->told[] = "clock {$clock} jumped on after a long silence; {$ticks} of its ticks were left out";
        }
    }

    private function hear(): void
    {
        $this->follow();
        foreach ($this->engine->take() as $made) {
            $entry = new JournalEntry($made[0], JournalEntry::OUT, $this->engine->book->ports()[$made[1]], $made[2], $made[3] ?? null);
            $this->journal[] = $entry;
            if (true !== $this->transit?->takes($entry)) {
                $this->deliver($entry);
            }
        }
    }

    /** Gives a message to the units that hear it. */
    private function deliver(JournalEntry $made): void
    {
        foreach ($this->hearing[$made->port] ?? [] as $hearing) {
            [$name, $part, $way] = [$hearing->receiver, $hearing->part, $hearing->way];
            $receiver = $this->receivers[$name];
            if (!Hop::passes($way, $made->bytes)) {
                continue;
            }
            $did = $receiver->hearAt($part, $made->timeUs, $made->bytes, $made->number);
            if (null !== $did && null === $this->seats?->standIn($name)) {
                $this->arrived["{$made->timeUs} {$made->port}"][] = new DoneByMessage($made->bytes, "{$receiver->label()}: {$did}");
            }
        }
    }

    /** A song that is called is played; a scene that comes otherwise brings the song that has it. */
    private function follow(): void
    {
        $state = $this->engine->state;
        if ($state->song !== $this->songBefore) {
            $this->place = $state->song;
        } elseif ($state->scene !== $this->sceneBefore && null !== $this->seats) {
            $this->place = $this->seats->songOf($this->engine->book->scenes()[$state->scene] ?? '', $this->place);
        }
        [$this->sceneBefore, $this->songBefore] = [$state->scene, $state->song];
    }

    /** @param array<string, DeviceReceiver> $kept receivers that go on, by name */
    private function seat(array $kept = []): void
    {
        $this->receivers = [];
        $this->hearing = [];
        foreach ($this->engine->book->outPorts() as $port) {
            $name = $this->engine->book->ports()[$port];
            foreach ($this->seats->at[$name] ?? [] as $hearing) {
                [$unit, $part, $way] = [$hearing->unit, $hearing->part, $hearing->way];
                $this->receivers[$unit] ??= $this->device($unit, $kept[$unit] ?? null);
                $this->hearing[$name][] = new HearingReceiver($unit, $part, $way);
            }
        }
    }

    /** A device as its chart is now, with what it was told before. */
    private function device(string $unit, ?DeviceReceiver $before): DeviceReceiver
    {
        $device = new DeviceReceiver($this->seats->boxes[$unit] ?? throw new \LogicException("no unit {$unit}"), $this->seats->standIn($unit));
        if (null !== $before) {
            $device->restore($before->save());
        }

        return $device;
    }
}
