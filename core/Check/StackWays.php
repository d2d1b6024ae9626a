<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Stack;

/** Stacks that do themselves, that nothing does, and that change the scene while a scene changes. */
final class StackWays implements Check
{
    public function findings(Rulebook $book): iterable
    {
        $used = [];
        foreach ($book->steps() as $step) {
            $used[$step->stack()->text ?? ''] = true;
        }
        foreach ($book->stacks as $name => $stack) {
            if (!isset($used[$name])) {
                yield Finding::hint('unused-stack', $stack->name->span, "nothing does stack \"{$name}\"; write \"do {$name}\" in a rule, or behind on enter");
            }
            yield from $this->circle($book, $stack);
        }
        foreach ($book->scenes as $scene) {
            foreach ([...$scene->onEnter, ...$scene->onLeave] as $step) {
                foreach (null !== $step->stack() ? $book->withStacks([$step]) : [] as $inner) {
                    if ($inner->is(Fact::ChangesScene)) {
                        yield Finding::error('go-in-scene-change', $step->span, "this leads to \"{$inner->print()}\" on line {$inner->span->line}: a change of scene cannot lead to another; take it out, or do the stack in a rule");
                        break;
                    }
                }
            }
        }
    }

    /** @return iterable<Finding> */
    private function circle(Rulebook $book, Stack $stack): iterable
    {
        foreach ($stack->steps as $step) {
            $inner = null !== $step->stack() ? $book->withStacks([$step]) : [];
            foreach ($inner as $each) {
                if ($each->stack()?->text === $stack->name->text) {
                    yield Finding::error('stack-circle', $step->span, "stack \"{$stack->name->text}\" does itself by this; take the line out");

                    return;
                }
            }
        }
    }
}
