<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** The choices of a plan, and which of their values go together. */
final class PlanProblem
{
    /** @var list<list<array<int, int>>> allowed values, as bits, of the third choice while the first stands at the second's value */
    public array $allowed = [];

    /** @var list<list<int>> choices that a choice can collide with */
    public array $neighbours = [];

    /** @var list<PlanCrowd> */
    public array $crowds = [];

    /** @var array<int, array<int, list<int>>> by choice and place, the channels of its options there */
    private array $channels = [];

    /** @var array<int, array<int, array<int, true>>> by stream and choice, the choices that collide with it there; while it is being made */
    private array $together = [];
    /** @var array<string, array<int, int>> what choices leave each other, by their channels; while it is being made */
    private array $free = [];
    /** @var array<int, array<int, string>> channels in words, by choice and place; while it is being made */
    private array $signatures = [];

    /** @var array<int, array<int, true>> by choice, the streams at which it can collide; -1 for what is sent */
    private array $places = [];

    /**
     * @param list<PlanVariable> $choices
     * @param \Closure(int, int): list<MeetingPlace> $meet for two choices, where their channels must not meet
     * @param int $streams how many there are
     */
    public function __construct(public readonly array $choices, \Closure $meet, int $streams)
    {
        $count = \count($choices);
        $this->neighbours = array_fill(0, $count, []);
        foreach ($choices as $index => $choice) {
            $this->allowed[] = array_fill(0, \count($choice->options), []);
        }
        // Each pair is asked about once: the other way round its places are the same, turned.
        for ($j = 1; $j < $count; ++$j) {
            for ($i = 0; $i < $j; ++$i) {
                $places = $meet($i, $j);
                if ([] !== $places) {
                    $this->pair($i, $j, $places);
                    $this->pair($j, $i, array_map(static fn (MeetingPlace $place): MeetingPlace => $place->turned(), $places));
                }
            }
        }
        for ($stream = 0; $stream < $streams; ++$stream) {
            $this->crowd($stream);
        }
        $this->together = $this->free = $this->signatures = [];
    }

    /** @param non-empty-list<MeetingPlace> $places */
    private function pair(int $i, int $j, array $places): void
    {
        $this->neighbours[$i][] = $j;
        $this->meet($i, $j, $places);
        foreach ($places as $place) {
            [$mine, $theirs] = [$place->mine, $place->theirs];
            $this->places[$i][$mine] = $this->places[$i][$theirs] = true;
            if ($mine === $theirs && $mine >= 0) {
                $this->together[$mine][$i][$j] = true;
            }
        }
    }

    /** Whether a choice can collide anywhere but on one stream. */
    public function meetsElsewhere(int $choice, int $stream): bool
    {
        return [] !== array_diff(array_keys($this->places[$choice] ?? []), [$stream]);
    }

    private function crowd(int $stream): void
    {
        $members = [];
        foreach ($this->choices as $index => $choice) {
            if (
                $choice->widest($stream) > 0
                && [] === array_filter($members, fn (int $member): bool => !isset($this->together[$stream][$member][$index]))
            ) {
                $members[] = $index;
            }
        }
        if (\count($members) > 1) {
            $this->crowds[] = new PlanCrowd($stream, $members);
        }
    }

    /** @param non-empty-list<MeetingPlace> $places */
    private function meet(int $i, int $j, array $places): void
    {
        // Choices of the same channels are free of each other in the same way.
        $key =
            \count($this->choices[$j]->options).
            implode('', array_map(fn (MeetingPlace $place): string => "|{$this->signature($i, $place->mine)}/{$this->signature($j, $place->theirs)}", $places));
        foreach ($this->free[$key] ??= $this->free($i, $j, $places) as $index => $mask) {
            $this->allowed[$i][$index][$j] = $mask;
        }
    }

    private function signature(int $choice, int $place): string
    {
        return $this->signatures[$choice][$place] ??= implode(',', $this->channels($choice, $place));
    }

    /**
     * @param non-empty-list<MeetingPlace> $places
     *
     * @return array<int, int> by option of the first, the options of the second that it does not meet, as bits
     */
    private function free(int $i, int $j, array $places): array
    {
        $all = 0;
        foreach ($this->choices[$j]->options as $bit => $other) {
            $all |= 1 << $bit;
        }
        $free = array_fill(0, \count($this->choices[$i]->options), $all);
        foreach ($places as $place) {
            $others = $this->channels($j, $place->theirs);
            foreach ($this->channels($i, $place->mine) as $index => $channels) {
                foreach ($others as $bit => $other) {
                    if (0 !== ($channels & $other)) {
                        $free[$index] &= ~(1 << $bit);
                    }
                }
            }
        }

        return $free;
    }

    /** @return list<int> by option, the channels that a choice takes at a place; what it sends where the place is below 0 */
    private function channels(int $choice, int $place): array
    {
        return $this->channels[$choice][$place] ??= array_map(
            static fn (PlanValue $option): int => $place < 0 ? $option->sends ?? 0 : $option->takes[$place] ?? 0,
            $this->choices[$choice]->options,
        );
    }
}
