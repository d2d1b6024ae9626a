<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/**
 * What rules have taken so far: for a scene (or all), an in port (or all), a kind and a channel, the keys or numbers as bits.
 *
 * @phpstan-type Asked array<string, array<int, string>>
 *
 * What is asked for is bits by kind and channel (0 for kinds without).
 */
final class Claims
{
    /** Stands for every scene, and for every port. */
    private const ALL = '';
    /** Places looked up before a rulebook counts as too large to go on. */
    private const PATIENCE = 20_000_000;
    /** Earlier rules looked at to name the one that takes everything. */
    private const MOST_TAKERS = 20;
    private const MOST_REMEMBERED = 200;

    /** @var array<string, array<string, array<string, array<int, string>>>> bits by scene, port, kind and channel */
    private array $taken = [];
    /** @var array<string, list<int>> by kind, the first rules that took some of it */
    private array $takers = [];
    private int $lookups = 0;
    /** @var array<string, Asked> by what rules say that they are for */
    private array $asked = [];

    /** @var list<string> */
    private readonly array $ports;

    public function __construct(Rulebook $book)
    {
        $this->ports = $book->portNames(true);
    }

    public function isTired(): bool
    {
        return $this->lookups > self::PATIENCE;
    }

    /**
     * What a rule asks for.
     *
     * @param bool $forSure only what it takes without a further condition
     *
     * @return Asked
     */
    public function of(Rule $rule, bool $forSure): array
    {
        $words = implode("\n", array_map(static fn (Selector $selector): string => $selector->print(), $rule->selectors));
        if (\count($this->asked) > self::MOST_REMEMBERED) {
            $this->asked = [];
        }

        return $this->asked[(int) $forSure.$words] ??= self::asked($rule, $forSure);
    }

    /** @return Asked */
    private static function asked(Rule $rule, bool $forSure): array
    {
        $asked = [];
        foreach ($rule->selectors as $selector) {
            if ($forSure && null === $selector->gesture && self::isConditional($selector)) {
                continue;
            }
            foreach ($selector->matched() as $matched) {
                [$kind, $numbers] = [$matched->kind, $matched->numbers];
                if ($forSure && null !== $numbers && Kind::Program === $kind) {
                    continue;
                }
                $bits = self::bits($kind, $kind->hasKey() ? ($selector->lists['key'] ?? null) : ($kind->hasNumber() ? $numbers : null));
                if ('' === trim($bits, "\0")) {
                    continue;
                }
                $channels = $kind->hasChannel() ? ($selector->lists['channel'] ?? null)?->numbers() ?? range(1, 16) : [0];
                foreach ($channels as $channel) {
                    $has = $asked[$kind->value][$channel] ?? '';
                    $asked[$kind->value][$channel] = '' === $has ? $bits : $has | $bits;
                }
            }
        }

        return $asked;
    }

    /** @param Asked $asked */
    public function add(Rule $rule, int $index, array $asked): void
    {
        $scene = $rule->scene->title ?? self::ALL;
        foreach ($this->portsOf($rule) as $port) {
            foreach ($asked as $kind => $channels) {
                foreach ($channels as $channel => $bits) {
                    ++$this->lookups;
                    $has = $this->taken[$scene][$port][$kind][$channel] ?? '';
                    $this->taken[$scene][$port][$kind][$channel] = '' === $has ? $bits : $has | $bits;
                }
            }
        }
        foreach (array_keys($asked) as $kind) {
            if (\count($this->takers[$kind] ?? []) < self::MOST_TAKERS) {
                $this->takers[$kind][] = $index;
            }
        }
    }

    /**
     * Whether all that a rule asks for has been taken.
     *
     * @param Asked $asked
     * @param list<string> $scenes titles of all scenes
     */
    public function cover(Rule $rule, array $asked, array $scenes): bool
    {
        if (null !== $rule->scene) {
            return $this->coverAt($rule->scene->title, $rule, $asked);
        }
        if ($this->coverAt(self::ALL, $rule, $asked)) {
            return true;
        }
        foreach ($scenes as $scene) {
            if (!$this->coverAt($scene, $rule, $asked)) {
                return false;
            }
        }

        return [] !== $scenes;
    }

    /**
     * An earlier rule that takes all of it alone, if there is one among the first.
     *
     * @param Asked $asked
     */
    public function taker(Rulebook $book, Rule $rule, array $asked): ?Rule
    {
        foreach ($this->takers[array_key_first($asked)] ?? [] as $index) {
            $earlier = $book->rules[$index];
            if (null !== $earlier->scene && $earlier->scene !== $rule->scene) {
                continue;
            }
            if ([] !== $earlier->from && [] !== array_diff($book->portsHeardBy($rule), $book->portsHeardBy($earlier))) {
                continue;
            }
            if (self::isWithin($asked, $this->of($earlier, true))) {
                return $earlier;
            }
        }

        return null;
    }

    /** @param Asked $asked */
    private function coverAt(string $scene, Rule $rule, array $asked): bool
    {
        foreach ($this->portsOf($rule) as $port) {
            if ($this->coverPort($scene, $port, $asked)) {
                continue;
            }
            if (self::ALL !== $port || [] === $this->ports) {
                return false;
            }
            foreach ($this->ports as $each) {
                if (!$this->coverPort($scene, $each, $asked)) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @param Asked $asked */
    private function coverPort(string $scene, string $port, array $asked): bool
    {
        $places = [];
        foreach (array_unique([self::ALL, $scene]) as $inScene) {
            foreach (array_unique([self::ALL, $port]) as $atPort) {
                $places[] = $this->taken[$inScene][$atPort] ?? [];
            }
        }
        foreach ($asked as $kind => $channels) {
            foreach ($channels as $channel => $bits) {
                ++$this->lookups;
                $taken = str_repeat("\0", \strlen($bits));
                foreach ($places as $place) {
                    $has = $place[$kind][$channel] ?? '';
                    $taken = '' === $has ? $taken : $taken | $has;
                }
                if (($taken & $bits) !== $bits) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * @param Asked $asked
     * @param Asked $taken
     */
    private static function isWithin(array $asked, array $taken): bool
    {
        foreach ($asked as $kind => $channels) {
            foreach ($channels as $channel => $bits) {
                if ((($taken[$kind][$channel] ?? '') & $bits) !== $bits) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @return list<string> */
    private function portsOf(Rule $rule): array
    {
        return [] === $rule->from ? [self::ALL] : array_map(static fn ($name): string => $name->text, $rule->from);
    }

    private static function isConditional(Selector $selector): bool
    {
        return null !== $selector->where || $selector->changed || $selector->isMpe() || isset($selector->lists['velocity']) || isset($selector->lists['value']);
    }

    private static function bits(Kind $kind, ?NumberList $list): string
    {
        $size = $kind->hasKey() || $kind->hasNumber() ? (16383 === $kind->numberRange()?->high ? 2048 : 16) : 1;
        $range = $kind->numberRange() ?? new ValueRange(0, 8 * $size - 1);
        [$low, $high] = [$range->low, $range->high];
        $bits = str_repeat("\0", $size);
        if (null === $list) {
            return 2048 === $size ? str_repeat("\xFF", $size) : self::set($bits, $low, $high);
        }
        foreach ($list->ranges as $range) {
            [$from, $to] = [$range->from, $range->to];
            $bits = self::set($bits, max($low, $from->value), min($high, $to->value));
        }

        return $bits;
    }

    private static function set(string $bits, int $low, int $high): string
    {
        for ($number = $low; $number <= $high; ++$number) {
            $bits[$number >> 3] = \chr(\ord($bits[$number >> 3]) | 1 << ($number & 7));
        }

        return $bits;
    }
}
