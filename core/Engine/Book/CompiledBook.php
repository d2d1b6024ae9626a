<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Midi\Words;
use ZigzagPost\Core\Number\Ranges;

/**
 * A rulebook made ready to run: the index from (port, kind, channel, number) to rules, and a method for each rule.
 *
 * Compiled classes extend it; everything in it is fixed once compiled.
 *
 * @phpstan-type Member array{string, int, bool}
 * @phpstan-type Flattening array{channel: int, range: int, priority: string, bend: string, pressure: string, pressureController: int,
 *     timbre: string, timbreController: int}
 */
abstract class CompiledBook
{
    /** Names of all ports, in the order declared. */
    public const PORTS = [];
    /** Positions of the in ports. */
    public const IN = [];
    /** Positions of the out ports. */
    public const OUT = [];
    /** Positions of ports whose NRPN values are 7-bit. */
    public const COARSE = [];
    /** By in port, whether parameter messages are assembled there, and which controller pairs (null for all). */
    public const GROUPS = [];
    /** By port, whether its zone is the upper one, its members, their bend range, and whether it is an in port and an out port. */
    public const ZONES = [];
    /** Whether some step keeps account of notes beyond their owner: spread, flatten, fan out. */
    public const TRACKS_NOTES = false;
    /** Positions of the in ports at which MPE zones matter. */
    public const ZONED = [];
    /** Positions of in ports where a rule asks whether values have changed. */
    public const COMPARED = [];
    /** Positions of in ports where rules want to know gestures. */
    public const GESTURED = [];
    /** By step, what `flatten` does; see the class of that name. */
    public const FLATTENS = [];
    /**
     * By step that keeps something in the state: title of its rule, which of that title it is, keyword, which of that keyword in the rule, and
     * how it and its ports are written.
     */
    public const KEEPING = [];
    /** By method that goes on later, positions of the out ports it can send to. */
    public const REACHES = [];
    /** By name, what clocks do. */
    public const CLOCKS = [];
    /**
     * Members of groups that come in alike: name of the group, in port, kind, channels (bit n set for channel n), first and last of each range
     * of members, whether none can be chosen, how many members stand before, and lowest and highest value where each message with such a value
     * is a press.
     */
    public const CHOICES = [];
    /**
     * Lamps that are kept true, in the order of the charts: out port, whole messages for dark and for lit, and what they are lit for: sort,
     * what, two numbers, and the scene in which that counts (-1 for all).
     */
    public const LAMPS = [];
    /**
     * By out port and channel, for each device: present values that its programs store, and programs (MSB, LSB, -1 where any will do, and
     * number) with the values by what they are of.
     */
    public const STORING = [];
    /**
     * By device that can be brought back: its out port, the channel on which its programs are called (0 for none) and the method that does,
     * for how long it is deaf after one in microseconds, and its parameters: method that sends it, key of its present value, channel and
     * number.
     */
    public const WHOLES = [];
    /** Titles, lines and scenes of the rules; -1 for always. */
    public const RULES = [];
    /** What key 60 is called, and what the first program is. */
    public const MIDDLE = 'C4';
    public const PROGRAMS_FROM = 0;
    /** Starting values of the memories. */
    public const MEMORIES = [];
    /** Titles of the scenes. */
    public const SCENES = [];
    /** Positions of the first scenes of the songs of the set list; -1 for a song without scenes. */
    public const SONGS = [];
    /** What each song is called by, whatever its place. */
    public const SONG_IDS = [];
    /** Arguments of {@see RuleRoute}, by ordinal of the kind. */
    protected const ROUTES = [];

    /** @var array<int, list<RuleRoute>> */
    private array $routes = [];

    /** @return list<string> */
    final public function ports(): array
    {
        /** @var list<string> */
        return static::PORTS;
    }

    /** @return list<int> */
    final public function inPorts(): array
    {
        /** @var list<int> */
        return static::IN;
    }

    /** @return list<int> */
    final public function outPorts(): array
    {
        /** @var list<int> */
        return static::OUT;
    }

    /** Position of an in port by name, or null when there is none. */
    final public function inPort(string $name): ?int
    {
        $index = array_search($name, $this->ports(), true);

        return \is_int($index) && \in_array($index, $this->inPorts(), true) ? $index : null;
    }

    final public function isCoarse(int $port): bool
    {
        /** @var list<int> $coarse */
        $coarse = static::COARSE;

        return \in_array($port, $coarse, true);
    }

    final public function tracksNotes(): bool
    {
        /** @var bool */
        return static::TRACKS_NOTES;
    }

    /** @return array<int, array{bool, list<int>|null}> */
    final public function groups(): array
    {
        /** @var array<int, array{bool, list<int>|null}> */
        return static::GROUPS;
    }

    /** @return array<int, array{bool, int, int, bool, bool}> */
    final public function zones(): array
    {
        /** @var array<int, array{bool, int, int, bool, bool}> */
        return static::ZONES;
    }

    /** Whether MPE zones matter at an in port, declared or set by messages. */
    final public function isZoned(int $port): bool
    {
        /** @var list<int> $zoned */
        $zoned = static::ZONED;

        return \in_array($port, $zoned, true);
    }

    /** Whether a rule asks, at an in port, if values have changed. */
    final public function compares(int $port): bool
    {
        /** @var list<int> $compared */
        $compared = static::COMPARED;

        return \in_array($port, $compared, true);
    }

    /** @return Flattening */
    final public function flatten(string $step): array
    {
        /** @var array<string, Flattening> $all */
        $all = static::FLATTENS;

        return $all[$step];
    }

    /** @return array<string, array{string, int, string, int, string}> */
    final public function keeping(): array
    {
        /** @var array<string, array{string, int, string, int, string}> */
        return static::KEEPING;
    }

    /** @return list<string> */
    final public function clocks(): array
    {
        /** @var array<string, mixed> $clocks */
        $clocks = static::CLOCKS;

        return array_map(strval(...), array_keys($clocks));
    }

    final public function hasClock(string $name): bool
    {
        return \in_array($name, $this->clocks(), true);
    }

    /** @return array{beat: array{int, int}, sends: list<int>, pulses: list<array{int, list<int>}>, taps: list<int>} */
    final public function clock(string $name): array
    {
        /** @var array<string, array{beat: array{int, int}, sends: list<int>, pulses: list<array{int, list<int>}>, taps: list<int>}> $clocks */
        $clocks = static::CLOCKS;

        return $clocks[$name];
    }

    /** @return array{int, int, string, int, list<array{string, int, int, int}>}|null */
    final public function whole(string $device): ?array
    {
        /** @var array<string, array{int, int, string, int, list<array{string, int, int, int}>}> $wholes */
        $wholes = static::WHOLES;

        return $wholes[$device] ?? null;
    }

    /** @return list<int> positions of the out ports that a method which goes on later can send to */
    final public function reach(string $method): array
    {
        /** @var array<string, list<int>> $reaches */
        $reaches = static::REACHES;

        return $reaches[$method] ?? [];
    }

    /** @return list<array{string, int, int}> */
    final public function rules(): array
    {
        /** @var list<array{string, int, int}> */
        return static::RULES;
    }

    /** Position of the scene that a rule belongs to; -1 for always. */
    final public function sceneOf(int $rule): int
    {
        return $this->rules()[$rule][2] ?? -1;
    }

    /** @return list<array{string, int, int, int, list<int>, bool, int, array{int, int}|null}> */
    final public function choices(): array
    {
        /** @var list<array{string, int, int, int, list<int>, bool, int, array{int, int}|null}> */
        return static::CHOICES;
    }

    /** @return list<array{int, list<string>, list<string>, list<array{string, int|string, int, int, int}>}> */
    final public function lamps(): array
    {
        /** @var list<array{int, list<string>, list<string>, list<array{string, int|string, int, int, int}>}> */
        return static::LAMPS;
    }

    /** @return list<array{list<int>, list<array{int, int, int, array<int, int>}>}> devices that hear programs at a port and channel */
    final public function storing(int $port, int $channel): array
    {
        /** @var array<int, array<int, list<array{list<int>, list<array{int, int, int, array<int, int>}>}>>> $storing */
        $storing = static::STORING;

        return $storing[$port][$channel] ?? [];
    }

    /** How many members a group has; null when there is no such group. */
    final public function sizeOfGroup(string $name): ?int
    {
        $size = null;
        foreach ($this->choices() as [$is, , , , $ends, , $before]) {
            if ($is === $name) {
                $size = max($size ?? 0, $before + Ranges::size($ends));
            }
        }

        return $size;
    }

    /**
     * The members of groups that a control is: the one that a press and a release tell, and those that are told by values.
     *
     * @return array{Member|null, list<array{int, int, Member}>} name of the group, place in it, and whether none can be chosen
     */
    final public function members(int $port, int $kind, int $channel, int $number): array
    {
        $pressed = null;
        $told = [];
        foreach ($this->choices() as [$name, $at, $of, $channels, $ends, $orNone, $before, $values]) {
            $place = $at === $port && $of === $kind && 0 !== ($channels & (1 << $channel)) ? Ranges::place($ends, $number) : 0;
            if (0 === $place) {
                continue;
            }
            if (null === $values) {
                $pressed ??= [$name, $before + $place, $orNone];
            } else {
                $told[] = [$values[0], $values[1], [$name, $before + $place, $orNone]];
            }
        }

        return [$pressed, $told];
    }

    /** Whether an in port has controls that rules want to know gestures of, or that belong to groups. */
    final public function hasHands(int $port): bool
    {
        /** @var list<int> $gestured */
        $gestured = static::GESTURED;

        return \in_array($port, array_column($this->choices(), 1), true) || \in_array($port, $gestured, true);
    }

    /** The way this rulebook puts messages in words. */
    final public function words(): Words
    {
        /** @var int $programsFrom */
        $programsFrom = static::PROGRAMS_FROM;

        return new Words($this->middle(), $programsFrom);
    }

    /** What key 60 is called. */
    final public function middle(): MiddleC
    {
        /** @var string $middle */
        $middle = static::MIDDLE;

        return MiddleC::from($middle);
    }

    /** @return array<string, int> */
    final public function memories(): array
    {
        /** @var array<string, int> */
        return static::MEMORIES;
    }

    /** @return list<string> */
    final public function scenes(): array
    {
        /** @var list<string> */
        return static::SCENES;
    }

    /** @return list<int> positions of the first scenes of the songs of the set list; -1 for a song without scenes */
    final public function songs(): array
    {
        /** @var list<int> */
        return static::SONGS;
    }

    /** @return list<string> what each song is called by, whatever its place */
    final public function songIds(): array
    {
        /** @var list<string> */
        return static::SONG_IDS;
    }

    /** The place of a song, the nearest to another place where it is there more than once; null where it is not. */
    final public function placeOfSong(string $id, int $near): ?int
    {
        $places = array_keys($this->songIds(), $id, true);
        usort($places, static fn (int $a, int $b): int => abs($a - $near) <=> abs($b - $near));

        return $places[0] ?? null;
    }

    /** @return list<RuleRoute> rules that take a kind of message, in order */
    final public function routes(int $kind): array
    {
        return $this->routes[$kind] ??= $this->routesOf($kind);
    }

    /** @return list<RuleRoute> */
    private function routesOf(int $kind): array
    {
        /** @var array<int, list<array{int, string, bool, int, list<int>|null, int, list<array{int, int}>|null, array{string, int, string}|null}>> $routes */
        $routes = static::ROUTES;

        return array_map(static fn (array $arguments): RuleRoute => new RuleRoute(...$arguments), $routes[$kind] ?? []);
    }
}
