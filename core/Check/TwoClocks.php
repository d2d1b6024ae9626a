<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Span;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Token;

/** Ports that two clocks can reach: a device that hears both stumbles. */
final class TwoClocks implements Check
{
    public function findings(Rulebook $book): iterable
    {
        /** @var array<string, string> $clocked by port, what sends clock there */
        $clocked = [];
        foreach ($book->clocks as $clock) {
            foreach ($clock->sends as $port) {
                yield from $this->claim($clocked, $port, "clock {$clock->name->text}", $port->span);
            }
        }
        foreach ($book->rules as $rule) {
            $kinds = array_map(static fn (array $kind): string => $kind[0]->text, array_merge(...array_map(static fn (Selector $selector): array => $selector->kinds, $rule->selectors)));
            $isNamed = \in_array(Kind::Clock->value, $kinds, true);
            $takesClock = $isNamed || \in_array(Selector::ANY, $kinds, true);
            foreach ($rule->steps as $step) {
                if (!$takesClock || !$step instanceof SendStep) {
                    continue;
                }
                $sources = $book->portsHeardBy($rule);
                foreach ($step->references() as $reference) {
                    foreach (Reference::OUT_PORT === $reference->what ? $sources : [] as $source) {
                        // What "any" lets through counts as one clock: most often a single one of the ports sends any.
                        yield from $this->claim($clocked, $reference->name, $isNamed ? "the clock of port {$source}" : 'a clock that "any" lets through', $step->span);
                    }
                }
            }
        }
    }

    /**
     * @param array<string, string> $clocked
     *
     * @return iterable<Finding>
     */
    private function claim(array &$clocked, Token $port, string $source, Span $span): iterable
    {
        $other = $clocked[$port->text] ?? null;
        $clocked[$port->text] = $source;
        if (null !== $other && $other !== $source) {
            yield Finding::warning('two-clocks', $span, "both {$other} and {$source} can reach port \"{$port->text}\"; let one of them through");
        }
    }
}
