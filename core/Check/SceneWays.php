<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\Step;

/** How scenes are reached: those that nothing leads to, those that nothing leads out of, and steps to scenes that are not there. */
final class SceneWays implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        $count = \count($book->scenes);
        $positions = array_flip($book->declared('scene'));
        /** @var array<int|string, list<GoStep>> $steps by scene, and under '' those that are always in force */
        $steps = [];
        $done = [];
        foreach ($book->rules as $rule) {
            $scene = $rule->scene->title ?? '';
            foreach ($this->withStacks($book, $rule->steps, $done[$scene]) as $step) {
                if ($step instanceof GoStep) {
                    $steps[$scene][] = $step;
                    $number = $step->constant();
                    if ($count > 0 && null !== $number && ($number < 1 || $number > $count)) {
                        yield Finding::warning(
                            'no-such-scene',
                            $step->span,
                            "there is no scene {$number}: scenes are counted from 1 to {$count}; this does nothing",
                        );
                    }
                }
            }
        }
        if ($count < 2) {
            return;
        }
        $reached = [0 => true];
        $ways = [];
        for ($todo = [0]; [] !== $todo;) {
            $at = array_pop($todo);
            $here = [...$steps[''] ?? [], ...$steps[$book->scenes[$at]->title] ?? []];
            $ways[$at] = $here;
            foreach ($here as $step) {
                foreach ($step->leadsTo($at, $count, $positions) as $to) {
                    if (!isset($reached[$to])) {
                        $reached[$to] = true;
                        $todo[] = $to;
                    }
                }
            }
        }
        foreach ($book->scenes as $position => $scene) {
            if (!isset($reached[$position])) {
                yield Finding::warning(
                    'unreachable-scene',
                    $scene->span,
                    "no rule goes to scene \"{$scene->title}\"; add one with go \"{$scene->title}\" or go next",
                );
            } elseif ([] === $ways[$position] && [] !== $steps) {
                yield Finding::warning(
                    'scene-without-way-out',
                    $scene->span,
                    "nothing leads out of scene \"{$scene->title}\": the rules that change scene stand under other scenes; put them under \"always\"",
                );
            }
        }
    }

    /**
     * Steps, and those of the stacks that they do, each stack once.
     *
     * @param list<Step> $steps
     * @param array<string, true>|null $done stacks that have been looked at for the scene
     *
     * @return list<Step>
     */
    private function withStacks(Rulebook $book, array $steps, ?array &$done): array
    {
        for ($at = 0; $at < \count($steps); ++$at) {
            $stack = $steps[$at]->stack()?->text;
            if (null !== $stack && !isset($done[$stack])) {
                $done[$stack] = true;
                array_push($steps, ...$book->stacks[$stack]->steps ?? []);
            }
        }

        return $steps;
    }
}
