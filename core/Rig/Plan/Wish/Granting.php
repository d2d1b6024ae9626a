<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/**
 * Finds the cheapest changes that grant all wishes; of several the fewest, then the lowest values in the order of the variables.
 *
 * What is not changed stays as it is, which costs nothing. So only wishes that are not granted are looked at: each has to be granted
 * somehow, and every way to do so is tried. Wishes that have no variable in common that is still open are granted apart.
 */
final class Granting
{
    private const MOST_NODES = 30_000;
    /** Nodes that are spent at most on finding out which wishes do not go together. */
    private const MOST_OF_QUARREL = 200_000;
    /** Combinations of values that are looked at for one condition; beyond it one variable at a time is. */
    private const MOST_ANSWERS = 8_192;
    /** More than changes there can be: costs count first, then changes. */
    private const CHANGES = 4096;

    private int $nodes = 0;
    /** Whether everything was looked at. */
    private bool $isWhole = true;
    /** @var array<string, list<int>> variables by unit */
    private array $ofUnit = [];

    /**
     * @param list<Price> $prices by variable
     * @param array<int, int> $stays by variable, the place of the value where it stands; -1 where that is none of them
     * @param list<Question> $questions
     * @param list<Wish> $wishes
     */
    private function __construct(
        private readonly array $prices,
        private readonly array $stays,
        private readonly array $questions,
        private readonly array $wishes,
    ) {
        foreach ($prices as $variable => $price) {
            $this->ofUnit[$price->unit][] = $variable;
        }
    }

    /**
     * @param list<Price> $prices
     * @param array<int, int> $stays
     * @param list<Question> $questions
     * @param list<Wish> $wishes
     */
    public static function of(array $prices, array $stays, array $questions, array $wishes): Granted
    {
        $search = new self($prices, $stays, $questions, $wishes);
        $found = $search->all(array_keys($wishes), [], [], \PHP_INT_MAX);
        if (null !== $found) {
            return new Granted($found->values, intdiv($found->cost, self::CHANGES), $search->isProven(), [], $search->nodes);
        }
        $isProven = $search->isProven();
        $tried = $search->nodes;

        return new Granted(null, 0, $isProven, $isProven ? $search->quarrel() : [], $tried);
    }

    private function isProven(): bool
    {
        return $this->isWhole && $this->nodes <= self::MOST_NODES;
    }

    /** @return list<Wish> a set that cannot be granted together; none of it can be left out, unless looking for that took too long */
    private function quarrel(): array
    {
        $left = array_keys($this->wishes);
        $spent = 0;
        foreach (array_reverse($left) as $wish) {
            $without = array_values(array_diff($left, [$wish]));
            $this->nodes = 0;
            if (null === $this->all($without, [], [], \PHP_INT_MAX) && $this->isProven()) {
                $left = $without;
            }
            $spent += $this->nodes;
            if ($spent > self::MOST_OF_QUARREL) {
                break;
            }
        }

        return array_map(fn (int $wish): Wish => $this->wishes[$wish], $left);
    }

    /**
     * @param list<int> $wishes
     * @param array<int, int> $made values by variable
     * @param array<int, int> $ways the way that each wish is to be granted by, where that is decided
     *
     * @phpstan-impure
     */
    private function all(array $wishes, array $made, array $ways, int $limit): ?Found
    {
        if (++$this->nodes > self::MOST_NODES) {
            return null;
        }
        $groups = $this->apart($wishes, $made);
        if (null === $groups) {
            return null;
        }
        $found = new Found(0, []);
        foreach ($groups as $group) {
            $more = $this->group($group, $made, $ways, $limit - $found->cost);
            if (null === $more) {
                return null;
            }
            $found = $found->with($more);
        }

        return $found;
    }

    /**
     * @param list<int> $wishes
     * @param array<int, int> $made
     *
     * @return list<list<int>>|null groups of wishes that share variables that are still open; null where one cannot be granted any more
     */
    private function apart(array $wishes, array $made): ?array
    {
        $group = $members = $firstOf = [];
        foreach ($wishes as $wish) {
            $open = array_values(array_diff($this->wishes[$wish]->variables, array_keys($made)));
            if ([] === $open) {
                if (!$this->isGranted($wish, $made)) {
                    return null;
                }
                continue;
            }
            $keys = [];
            foreach ($open as $variable) {
                $keys[] = $variable;
                if ($this->prices[$variable]->canCycle()) {
                    $keys[] = "unit {$this->prices[$variable]->unit}";
                }
            }
            $group[$wish] = $wish;
            $members[$wish] = [$wish];
            foreach ($keys as $key) {
                $other = $group[$firstOf[$key] ??= $wish];
                $mine = $group[$wish];
                if ($other !== $mine) {
                    foreach ($members[$mine] as $each) {
                        $group[$each] = $other;
                        $members[$other][] = $each;
                    }
                    unset($members[$mine]);
                }
            }
        }

        return array_values($members);
    }

    /**
     * @param list<int> $wishes
     * @param array<int, int> $made
     * @param array<int, int> $ways
     */
    private function group(array $wishes, array $made, array $ways, int $limit): ?Found
    {
        $next = null;
        foreach ($wishes as $wish) {
            if (!$this->isGranted($wish, $made)) {
                $next = $wish;
                break;
            }
        }
        if (null === $next) {
            return new Found(0, []);
        }
        $best = null;
        foreach ($this->grants($next, $made, $ways) as $grant) {
            $left = ($best->cost ?? $limit) - $grant->cost;
            if ($left < 0) {
                break; // the others cost more
            }
            $rest = $this->all($wishes, $made + $grant->values, null === $grant->way ? $ways : $ways + [$next => $grant->way], $left);
            $found = null === $rest ? null : new Found($grant->cost + $rest->cost, $grant->values + $rest->values);
            if (null !== $found && (null === $best || $found->isBetterThan($best, $this->stays))) {
                $best = $found;
            }
        }

        return $best;
    }

    /** @param array<int, int> $made */
    private function isGranted(int $wish, array $made): bool
    {
        return self::isWishGranted($this->wishes[$wish], $this->questions, $made);
    }

    /**
     * @param list<Question> $questions
     * @param array<int, int> $made values by variable; what is not among them stays
     */
    public static function isWishGranted(Wish $wish, array $questions, array $made): bool
    {
        foreach ($wish->ways as $way) {
            $truths = array_map(static fn (int $question): Truth => $questions[$question]->truth($made), $way);
            if ($wish->isOut && !self::isShut($truths)) {
                return false;
            }
            if (!$wish->isOut && [] === array_filter($truths, static fn (Truth $truth): bool => !self::isAsWished($truth, false))) {
                return true;
            }
        }

        return $wish->isOut;
    }

    /** @param list<Truth> $truths */
    private static function isShut(array $truths): bool
    {
        return [] !== array_filter($truths, static fn (Truth $truth): bool => self::isAsWished($truth, true));
    }

    private static function isAsWished(Truth $truth, bool $isOut): bool
    {
        return Truth::Free === $truth || $truth === ($isOut ? Truth::No : Truth::Yes);
    }

    /**
     * Everything that brings a wish one step nearer, the cheapest first.
     *
     * @param array<int, int> $made
     * @param array<int, int> $decided
     *
     * @return list<Grant>
     */
    private function grants(int $wish, array $made, array $decided): array
    {
        $isOut = $this->wishes[$wish]->isOut;
        $grants = [];
        foreach ($this->wishes[$wish]->ways as $index => $way) {
            if (!$isOut && $index !== ($decided[$wish] ?? $index)) {
                continue;
            }
            if ($isOut && self::isShut(array_map(fn (int $question): Truth => $this->questions[$question]->truth($made), $way))) {
                continue;
            }
            foreach ($way as $question) {
                if ($isOut || !self::isAsWished($this->questions[$question]->truth($made), false)) {
                    foreach ($this->answers($this->questions[$question], $made, $isOut) as $values) {
                        $grants[] = new Grant($this->cost($made, $values), $values, $isOut ? null : $index);
                    }
                    if (!$isOut) {
                        break;
                    }
                }
            }
            if ($isOut) {
                break; // every way has to be shut; this one first
            }
        }
        usort($grants, static fn (Grant $a, Grant $b): int => $a->cost <=> $b->cost);

        return $grants;
    }

    /**
     * Values of the variables that are still open, with which a question is answered as it has to be.
     *
     * @param array<int, int> $made
     *
     * @return list<array<int, int>>
     */
    private function answers(Question $question, array $made, bool $isOut): array
    {
        $open = array_values(array_diff($question->variables, array_keys($made)));
        $answers = [[]];
        $count = array_product(array_map(fn (int $variable): int => 1 + \count($this->prices[$variable]->ways), $open));
        if ($count > self::MOST_ANSWERS) {
            $this->isWhole = false;
            $answers = array_merge(...array_map(fn (int $variable): array => $this->alone($variable), $open));
            $open = [];
        }
        foreach ($open as $variable) {
            $longer = [];
            foreach ($answers as $answer) {
                foreach ($this->alone($variable) as $value) {
                    $longer[] = $answer + $value;
                }
            }
            $answers = $longer;
        }

        return array_values(
            array_filter($answers, static fn (array $answer): bool => [] !== $answer && self::isAsWished($question->truth($made + $answer), $isOut)),
        );
    }

    /** @return list<array<int, int>> a variable as it stands, and at each other value */
    private function alone(int $variable): array
    {
        $values = [[$variable => -1]];
        foreach (array_keys($this->prices[$variable]->ways) as $value) {
            if ($value !== $this->stays[$variable]) {
                $values[] = [$variable => $value];
            }
        }

        return $values;
    }

    /**
     * What some values cost more than those that were made before.
     *
     * @param array<int, int> $made
     * @param array<int, int> $values
     */
    private function cost(array $made, array $values): int
    {
        $cost = 0;
        $seen = [];
        foreach ($values as $variable => $value) {
            $cost += $value >= 0 && $this->prices[$variable]->ways[$value] > 0 ? 1 : 0;
            $unit = $this->prices[$variable]->unit;
            if (!isset($seen[$unit])) {
                $seen[$unit] = true;
                $cost += self::CHANGES * ($this->ofUnitAt($unit, $made + $values) - $this->ofUnitAt($unit, $made));
            }
        }

        return $cost;
    }

    /** @param array<int, int> $made */
    private function ofUnitAt(string $unit, array $made): int
    {
        return Price::ofUnit(
            array_map(fn (int $variable): Price => $this->prices[$variable], $this->ofUnit[$unit]),
            array_map(static fn (int $variable): int => $made[$variable] ?? -1, $this->ofUnit[$unit]),
        );
    }
}
