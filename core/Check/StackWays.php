<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Stack;
use ZigzagPost\Core\Rulebook\Step\Step;

/** Stacks that do themselves, that nothing does, that come to too much, and that change the scene while a scene changes. */
final class StackWays implements Check
{
    /** Steps that a stack may come to, those of the stacks that it does included. */
    private const MOST_STEPS = 10_000;

    /** @var array<string, int|null> by stack, how many steps it comes to; null while that is being found out */
    private array $sizes = [];
    /** @var array<string, Step|null> by stack, a step that changes the scene, if it comes to one */
    private array $changes = [];
    /** @var list<StackCircle> */
    private array $circles = [];

    public function findings(ResolvedRulebook $book): iterable
    {
        $this->sizes = $this->changes = $this->circles = [];
        $used = [];
        foreach ($book->steps() as $step) {
            $used[$step->stack()->text ?? ''] = true;
        }
        foreach ($book->stacks as $name => $stack) {
            $this->visit($book, $stack);
            if (!isset($used[$name])) {
                yield Finding::hint(
                    'unused-stack',
                    $stack->name->span,
                    "nothing does stack \"{$name}\"; write \"do {$name}\" in a rule, or behind on enter",
                );
            }
            if ($this->sizes[$name] > self::MOST_STEPS) {
                yield Finding::error(
                    'too-large',
                    $stack->name->span,
                    \sprintf('with the stacks that it does, stack "%s" comes to more than %d steps; do less at once', $name, self::MOST_STEPS),
                );
            }
        }
        foreach ($this->circles as $circle) {
            yield Finding::error('stack-circle', $circle->step->span, "stack \"{$circle->stack->name->text}\" does itself by this; take the line out");
        }
        foreach ($book->scenes as $scene) {
            foreach ([...$scene->onEnter, ...$scene->onLeave] as $step) {
                $change = $this->changes[$step->stack()->text ?? ''] ?? null;
                if (null !== $change) {
                    yield Finding::error(
                        'go-in-scene-change',
                        $step->span,
                        "this leads to \"{$change->print()}\" on line {$change->span->line}: a change of scene cannot lead to another; take "
                            .'it out, or do the stack in a rule',
                    );
                }
            }
        }
    }

    /** Finds out what a stack comes to, once. */
    private function visit(Rulebook $book, Stack $stack): void
    {
        $name = $stack->name->text;
        if (\array_key_exists($name, $this->sizes)) {
            return;
        }
        $this->sizes[$name] = null;
        $size = 0;
        $change = null;
        foreach ($stack->steps as $step) {
            ++$size;
            $change ??= $step->is(Fact::ChangesScene) ? $step : null;
            $inner = $book->stacks[$step->stack()->text ?? ''] ?? null;
            if (null === $inner) {
                continue;
            }
            $this->visit($book, $inner);
            if (null === $this->sizes[$inner->name->text]) {
                $this->circles[] = new StackCircle($inner, $step);
            }
            $size = min(self::MOST_STEPS + 1, $size + ($this->sizes[$inner->name->text] ?? 0));
            $change ??= $this->changes[$inner->name->text] ?? null;
        }
        $this->sizes[$name] = min(self::MOST_STEPS + 1, $size);
        $this->changes[$name] = $change;
    }
}
