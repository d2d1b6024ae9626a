<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Direct\Condition;
use ZigzagPost\Core\Rig\Direct\SettingAt;
use ZigzagPost\Core\Rig\Plan\Wish\Granted;
use ZigzagPost\Core\Rig\Plan\Wish\Granting;
use ZigzagPost\Core\Rig\Plan\Wish\Price;
use ZigzagPost\Core\Rig\Plan\Wish\Question;
use ZigzagPost\Core\Rig\Plan\Wish\RawWish;
use ZigzagPost\Core\Rig\Plan\Wish\Standings;
use ZigzagPost\Core\Rig\Plan\Wish\Truth;
use ZigzagPost\Core\Rig\Plan\Wish\Wish;

/** The choices of a plan on which wishes depend, directly or because they must not meet others that do. */
final class WishProblem
{
    /** @var array<int, true> choices that the wishes decide */
    public readonly array $choices;
    /** @var list<Wish> */
    private array $wishes = [];
    /** @var list<Question> */
    private array $questions = [];
    /** @var array<string, int> */
    private array $byKey = [];
    /** @var array<string, int> choices by unit and setting */
    private array $at = [];

    /** @param list<RawWish> $raw */
    public function __construct(private readonly PlanProblem $puzzle, private readonly Standings $standings, array $raw)
    {
        foreach ($puzzle->choices as $index => $choice) {
            if (null !== $choice->setting) {
                $this->at[(new SettingAt($choice->box->name, $choice->setting))->key()] = $index;
            }
        }
        foreach ($raw as $wish) {
            $ways = array_map(fn (array $way): array => array_map($this->question(...), $way), $wish->ways);
            $this->wishes[] = new Wish($ways, $wish->isOut, $this->variables($ways), $wish->units, $wish->words);
        }
        $this->choices = $this->touched();
        foreach (array_keys($this->choices) as $i) {
            foreach ($puzzle->neighbours[$i] as $j) {
                if ($j > $i) {
                    $this->questions[] = $this->meeting($i, $j);
                    $question = \count($this->questions) - 1;
                    $this->wishes[] = new Wish([[$question]], true, [$i, $j], [$puzzle->choices[$i]->box->name, $puzzle->choices[$j]->box->name]);
                }
            }
        }
    }

    public function grant(): Granted
    {
        return Granting::of(
            array_map($this->price(...), $this->puzzle->choices),
            array_map($this->stays(...), $this->puzzle->choices),
            $this->questions,
            $this->wishes,
        );
    }

    /**
     * @param array<int, int> $granted
     *
     * @return array<int, int> of each choice that wishes decide the place of its value; -1 for what stays as it is though nobody knows how
     */
    public function values(array $granted): array
    {
        $values = [];
        foreach (array_keys($this->choices) as $choice) {
            $value = $granted[$choice] ?? -1;
            $values[$choice] = $value < 0 ? $this->stays($this->puzzle->choices[$choice]) : $value;
        }

        return $values;
    }

    /**
     * The wish that would not be granted without one of the changes.
     *
     * @param array<int, int> $values
     */
    public function reason(int $choice, array $values): ?string
    {
        $without = [$choice => -1] + $values;
        foreach ($this->wishes as $wish) {
            if (null !== $wish->words && \in_array($choice, $wish->variables, true) && !Granting::isWishGranted($wish, $this->questions, $without)) {
                return $wish->words;
            }
        }

        return null;
    }

    private function question(Condition $condition): int
    {
        if (isset($this->byKey[$condition->key()])) {
            return $this->byKey[$condition->key()];
        }
        $variables = [];
        foreach ($condition->settings() as $at) {
            if (isset($this->at[$at->key()])) {
                $variables[] = $this->at[$at->key()];
            }
        }
        $this->questions[] = new Question($variables, function (array $values) use ($condition): Truth {
            $set = [];
            foreach ($values as $variable => $value) {
                $choice = $this->puzzle->choices[$variable];
                $chosen = $value < 0 ? null : $choice->options[$value]->value;
                if (null !== $chosen) {
                    $set[$choice->box->name][(string) $choice->setting] = $chosen;
                }
            }

            return $this->standings->truth($condition, $set);
        });

        return $this->byKey[$condition->key()] = \count($this->questions) - 1;
    }

    /** Whether two choices meet where they must not. */
    private function meeting(int $i, int $j): Question
    {
        return new Question([$i, $j], function (array $values) use ($i, $j): Truth {
            $meets = [];
            foreach ($this->meant($i, $values[$i]) as $value) {
                foreach ($this->meant($j, $values[$j]) as $other) {
                    $meets[] = 0 === (($this->puzzle->allowed[$i][$value][$j] >> $other) & 1);
                }
            }

            return match (array_unique($meets)) {
                [true] => Truth::Yes,
                [false] => Truth::No,
                [] => Truth::Free,
                default => Truth::Depends,
            };
        });
    }

    /** @return list<int> the options that a value means: itself, where it stands, or all where nobody knows that */
    private function meant(int $choice, int $value): array
    {
        if ($value >= 0) {
            return [$value];
        }
        $stays = $this->stays($this->puzzle->choices[$choice]);

        return $stays >= 0 ? [$stays] : array_keys($this->puzzle->choices[$choice]->options);
    }

    /**
     * @param list<list<int>> $ways
     *
     * @return list<int>
     */
    private function variables(array $ways): array
    {
        $variables = [];
        foreach ($ways as $way) {
            foreach ($way as $question) {
                $variables += array_fill_keys($this->questions[$question]->variables, true);
            }
        }

        return array_keys($variables);
    }

    /** @return array<int, true> */
    private function touched(): array
    {
        $touched = [];
        foreach ($this->wishes as $wish) {
            $touched += array_fill_keys($wish->variables, true);
        }
        for ($queue = array_keys($touched); null !== $choice = array_pop($queue);) {
            foreach ($this->puzzle->neighbours[$choice] as $other) {
                if (!isset($touched[$other])) {
                    $touched[$other] = true;
                    $queue[] = $other;
                }
            }
        }
        ksort($touched);

        return $touched;
    }

    private function price(PlanVariable $choice): Price
    {
        $setting = null === $choice->setting || null !== $choice->cabling ? null : $choice->box->chart->setting($choice->setting);
        $ways = $cycles = [];
        foreach ($choice->options as $option) {
            $isMade = $option->cost > 0 && null !== $option->value && null !== $setting;
            $ways[] = $isMade ? Cost::withoutCycle($choice->box->unit, $setting, $option->value) : $option->cost;
            $how = $isMade ? $setting->howTo($option->value) : null;
            $cycles[] = true === $how?->powerCycle ? Cost::way($how) - Cost::hands($how) : null;
        }

        return new Price($choice->box->name, $ways, $cycles);
    }

    /** Which of the values of a choice it has where nothing is done; -1 where that is none of them. */
    private function stays(PlanVariable $choice): int
    {
        if (null === $choice->setting || ($choice->isPinned && 1 === \count($choice->options))) {
            return 0;
        }
        $value = $this->standings->value(new SettingAt($choice->box->name, $choice->setting));
        foreach ($choice->options as $index => $option) {
            if (null !== $value && $option->value === $value) {
                return $index;
            }
        }

        return -1;
    }
}
