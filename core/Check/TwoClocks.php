<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\SelectedKind;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;

/** Ports that two clocks can reach: a device that hears both stumbles. Also clocks that reach no port. */
final class TwoClocks implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        /** @var array<string, array<string, Span>> $clocked by port and what sends clock there, where */
        $clocked = [];
        foreach ($book->clocks as $clock) {
            $own = [];
            foreach ($clock->sends as $port) {
                if (isset($own[$port->text])) {
                    yield Finding::warning(
                        'clock-twice',
                        $port->span,
                        "clock {$clock->name->text} goes to port \"{$port->text}\" twice: every tick would be heard double; name it once",
                    );
                }
                $own[$port->text] = true;
                $clocked[$port->text]["clock {$clock->name->text}"] ??= $port->span;
            }
            if ([] === [...$clock->sends, ...$clock->pulses, ...$clock->taps]) {
                yield Finding::warning(
                    'clock-goes-nowhere',
                    $clock->name->span,
                    "clock {$clock->name->text} goes nowhere; add a line such as \"send PORT\" below it",
                );
            }
        }
        foreach ($book->rules as $rule) {
            foreach ($rule->steps as $step) {
                foreach (self::outPorts($step) as $port) {
                    foreach ($this->sources($book, $rule) as $source) {
                        $clocked[$port][$source] ??= $step->span;
                    }
                }
            }
        }
        yield from $this->both($clocked);
    }

    /**
     * @param array<string, array<string, Span>> $clocked
     *
     * @return iterable<Finding>
     */
    private function both(array $clocked): iterable
    {
        $found = [];
        foreach ($clocked as $port => $sources) {
            $names = array_keys($sources);
            foreach (\array_slice($names, 1) as $name) {
                $span = $sources[$name];
                $found["{$span->line}:{$span->column} {$names[0]} {$name}"] ??= [$span, "both {$names[0]} and {$name}", []];
                $found["{$span->line}:{$span->column} {$names[0]} {$name}"][2][] = "\"{$port}\"";
            }
        }
        foreach ($found as [$span, $sources, $ports]) {
            yield Finding::warning('two-clocks', $span, "{$sources} can reach port ".implode(' and ', $ports).'; let one of them through');
        }
    }

    /** @return list<string> out ports that a step sends to what the rule takes */
    private static function outPorts(Step $step): array
    {
        $ports = [];
        foreach ($step->is(Fact::PassesOn) ? $step->references() : [] as $reference) {
            if (Reference::OUT_PORT === $reference->what) {
                $ports[] = $reference->name->text;
            }
        }

        return $ports;
    }

    /** @return list<string> the clocks that a rule lets through, in words */
    private function sources(Rulebook $book, Rule $rule): array
    {
        $kinds = array_map(
            static fn (SelectedKind $kind): string => $kind->word->text,
            array_merge(...array_map(static fn (Selector $selector): array => $selector->kinds, $rule->selectors)),
        );
        if ([] === array_intersect($kinds, [Kind::Clock->value, Selector::ANY])) {
            return [];
        }

        return array_map(static fn (string $port): string => "the clock of port {$port}", $book->portsHeardBy($rule));
    }
}
