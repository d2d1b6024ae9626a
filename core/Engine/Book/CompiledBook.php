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
    /** Whether some step keeps account of notes beyond their owner: spread, flatten, fan out. */
    public const TRACKS_NOTES = false;
    /** Positions of the in ports at which MPE zones matter. */
    public const ZONED = [];
    /** Positions of in ports where a rule asks whether values have changed. */
    public const COMPARED = [];
    /** Positions of in ports where rules want to know gestures. */
    public const GESTURED = [];
    /** By method that goes on later, positions of the out ports it can send to. */
    public const REACHES = [];
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
    /** @var array<string, mixed> tables that have been asked for, as compiled code makes them: {@see \ZigzagPost\Core\Compile\Compiler} */
    protected array $made = [];
    /** @var array<int, list<RuleRoute>> */
    private array $routes = [];

    /** @return array<int, AssembledGroups> by in port */
    public function groups(): array
    {
        return [];
    }

    /** @return array<int, DeclaredZone> by port */
    public function zones(): array
    {
        return [];
    }

    /** @return array<string, KeptStep> steps that keep something in the state */
    public function keeping(): array
    {
        return [];
    }

    /** @return list<GroupRange> members of groups, those together that come in alike */
    public function choices(): array
    {
        return [];
    }

    /** @return list<KeptLamp> in the order of the charts */
    public function lamps(): array
    {
        return [];
    }

    /** @return list<RuleHeading> */
    public function rules(): array
    {
        return [];
    }

    /** @return array<string, ClockPlan> by name */
    protected function clockPlans(): array
    {
        return [];
    }

    /** @return array<int, array<int, list<StoringDevice>>> by out port and channel */
    protected function storingDevices(): array
    {
        return [];
    }

    /** @return array<string, RestorableDevice> by device */
    protected function restorable(): array
    {
        return [];
    }

    /** @return array<string, Flattening> by step */
    protected function flattenings(): array
    {
        return [];
    }

    /** @return list<RuleRoute> rules that take a kind of message, in order */
    protected function routesOf(int $kind): array
    {
        return [];
    }

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

    final public function flatten(string $step): Flattening
    {
        return $this->flattenings()[$step];
    }

    /** @return list<string> */
    final public function clocks(): array
    {
        return array_map(strval(...), array_keys($this->clockPlans()));
    }

    final public function hasClock(string $name): bool
    {
        return \in_array($name, $this->clocks(), true);
    }

    final public function clock(string $name): ClockPlan
    {
        return $this->clockPlans()[$name];
    }

    /** What a device can be brought back to; null where the rules reach no such device. */
    final public function whole(string $device): ?RestorableDevice
    {
        return $this->restorable()[$device] ?? null;
    }

    /** @return list<string> devices that can be brought back */
    final public function wholes(): array
    {
        return array_map(strval(...), array_keys($this->restorable()));
    }

    /** @return list<int> positions of the out ports that a method which goes on later can send to */
    final public function reach(string $method): array
    {
        /** @var array<string, list<int>> $reaches */
        $reaches = static::REACHES;

        return $reaches[$method] ?? [];
    }

    /** Position of the scene that a rule belongs to; -1 for always. */
    final public function sceneOf(int $rule): int
    {
        return $this->rules()[$rule]->scene ?? -1;
    }

    /** @return list<StoringDevice> devices that hear programs at a port and channel */
    final public function storing(int $port, int $channel): array
    {
        return $this->storingDevices()[$port][$channel] ?? [];
    }

    /** How many members a group has; null when there is no such group. */
    final public function sizeOfGroup(string $name): ?int
    {
        $size = null;
        foreach ($this->choices() as $range) {
            if ($range->group === $name) {
                $size = max($size ?? 0, $range->before + Ranges::size($range->ends));
            }
        }

        return $size;
    }

    /** The members of groups that a control is. */
    final public function members(int $port, int $kind, int $channel, int $number): ControlMembers
    {
        $pressed = null;
        $told = [];
        foreach ($this->choices() as $range) {
            $isMeant = $range->port === $port && $range->kind === $kind && 0 !== ($range->channels & (1 << $channel));
            $place = $isMeant ? Ranges::place($range->ends, $number) : 0;
            if (0 === $place) {
                continue;
            }
            $member = new GroupMember($range->group, $range->before + $place, $range->orNone);
            if (null === $range->values) {
                $pressed ??= $member;
            } else {
                $told[] = new ToldMember($range->values->low, $range->values->high, $member);
            }
        }

        return new ControlMembers($pressed, $told);
    }

    /** Whether an in port has controls that rules want to know gestures of, or that belong to groups. */
    final public function hasHands(int $port): bool
    {
        /** @var list<int> $gestured */
        $gestured = static::GESTURED;

        return \in_array($port, array_column($this->choices(), 'port'), true) || \in_array($port, $gestured, true);
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
}
