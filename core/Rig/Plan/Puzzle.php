<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

/** The choices of a plan, and which of their values go together. */
final class Puzzle
{
    /** @var list<list<array<int, int>>> allowed values, as bits, of the third choice while the first stands at the second's value */
    public array $allowed = [];

    /** @var list<list<int>> choices that a choice can collide with */
    public array $neighbours = [];

    /** @var list<array{int, list<int>}> streams, and choices that all collide there */
    public array $crowds = [];

    /** @var array<int, array<int, list<int>>> by choice and place, the channels of its options there */
    private array $channels = [];

    /** @var array<int, array<int, true>> by choice, the streams at which it can collide; -1 for what is sent */
    private array $places = [];

    /**
     * @param list<Choice> $choices
     * @param \Closure(int, int): list<array{int, int}> $meet
     *                                                        for two choices: pairs of streams at which their channels must not meet, -1 for what a unit sends
     * @param int $streams how many there are
     */
    public function __construct(public readonly array $choices, \Closure $meet, int $streams)
    {
        $count = \count($choices);
        $this->neighbours = array_fill(0, $count, []);
        foreach ($choices as $index => $choice) {
            $this->allowed[] = array_fill(0, \count($choice->options), []);
        }
        for ($i = 0; $i < $count; ++$i) {
            for ($j = 0; $j < $count; ++$j) {
                $places = $i === $j ? [] : $meet($i, $j);
                if ([] !== $places) {
                    $this->neighbours[$i][] = $j;
                    $this->meet($i, $j, $places);
                    foreach ($places as [$mine, $theirs]) {
                        $this->places[$i][$mine] = $this->places[$i][$theirs] = true;
                    }
                }
            }
        }
        for ($stream = 0; $stream < $streams; ++$stream) {
            $this->crowd($stream, $meet);
        }
    }

    /** Whether a choice can collide anywhere but on one stream. */
    public function meetsElsewhere(int $choice, int $stream): bool
    {
        return [] !== array_diff(array_keys($this->places[$choice] ?? []), [$stream]);
    }

    /** @param \Closure(int, int): list<array{int, int}> $meet */
    private function crowd(int $stream, \Closure $meet): void
    {
        $members = [];
        foreach ($this->choices as $index => $choice) {
            if ($choice->widest($stream) > 0 && [] === array_filter($members, static fn (int $member): bool => !\in_array([$stream, $stream], $meet($member, $index), true))) {
                $members[] = $index;
            }
        }
        if (\count($members) > 1) {
            $this->crowds[] = [$stream, $members];
        }
    }

    /** @param list<array{int, int}> $places */
    private function meet(int $i, int $j, array $places): void
    {
        $all = 0;
        foreach ($this->choices[$j]->options as $bit => $other) {
            $all |= 1 << $bit;
        }
        $free = array_fill(0, \count($this->choices[$i]->options), $all);
        foreach ($places as [$mine, $theirs]) {
            $others = $this->channels($j, $theirs);
            foreach ($this->channels($i, $mine) as $index => $channels) {
                foreach ($others as $bit => $other) {
                    if (0 !== ($channels & $other)) {
                        $free[$index] &= ~(1 << $bit);
                    }
                }
            }
        }
        foreach ($free as $index => $mask) {
            $this->allowed[$i][$index][$j] = $mask;
        }
    }

    /** @return list<int> by option, the channels that a choice takes at a place; what it sends where the place is below 0 */
    private function channels(int $choice, int $place): array
    {
        return $this->channels[$choice][$place] ??= array_map(static fn (Option $option): int => $place < 0 ? $option->sends ?? 0 : $option->takes[$place] ?? 0, $this->choices[$choice]->options);
    }
}
