<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\GoStep;

/** Scenes that no rule ever goes to. */
final class UnreachableScenes implements Check
{
    public function findings(Rulebook $book): iterable
    {
        $reached = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->steps as $step) {
                if (!$step instanceof GoStep) {
                    continue;
                }
                if ($step->leadsAnywhere()) {
                    return;
                }
                foreach ($step->references() as $reference) {
                    if (Reference::SCENE === $reference->what) {
                        $reached[$reference->name->text] = true;
                    }
                }
            }
        }
        foreach (\array_slice($book->scenes, 1) as $scene) {
            if (!isset($reached[$scene->title])) {
                yield Finding::warning('unreachable-scene', $scene->span, "no rule goes to scene \"{$scene->title}\"; add one with go \"{$scene->title}\" or go next");
            }
        }
    }
}
