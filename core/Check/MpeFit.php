<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Declaration\PortDeclaration;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;

/** MPE zones and what they are sent to: ports without a zone, zones larger than the voices, bend ranges that differ. */
final class MpeFit implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            $zones = $this->zones($book, $rule);
            foreach ($rule->selectors as $selector) {
                if ($selector->isMpe() && [] === $zones) {
                    yield Finding::warning(
                        'no-zone',
                        $selector->span,
                        'none of these ports has an MPE zone; declare one, such as "port slab in mpe lower 15"',
                    );
                }
            }
            foreach ($rule->steps as $step) {
                foreach ($step->is(Fact::NeedsZone) ? $step->references() : [] as $reference) {
                    $port = $reference->name;
                    if (isset($book->ports[$port->text]) && null === $book->ports[$port->text]->zone) {
                        yield Finding::error(
                            'no-zone',
                            $port->span,
                            "port \"{$port->text}\" has no MPE zone; declare one, such as \"port {$port->text} out mpe lower 15\"",
                        );
                    }
                }
                if ($step->is(Fact::DealsNotes) && $this->takesMpe($rule)) {
                    foreach ($zones as $port) {
                        if (null !== $port->zone && $port->zone->members > $step->voices()) {
                            yield Finding::hint(
                                'zone-larger-than-voices',
                                $step->span,
                                "the zone of \"{$port->name->text}\" has {$port->zone->members} notes at once, but "
                                    ."there are {$step->voices()} voices; the oldest will be stolen",
                            );
                        }
                    }
                }
            }
            yield from $this->bendRanges($rule, $zones);
        }
    }

    /**
     * @param list<PortDeclaration> $zones
     *
     * @return iterable<Finding>
     */
    private function bendRanges(Rule $rule, array $zones): iterable
    {
        if (!$this->takesMpe($rule) || [] === $zones) {
            return;
        }
        foreach ($rule->steps as $step) {
            if ($step->is(Fact::LeavesZone)) {
                return; // it rescales
            }
        }
        foreach ($rule->steps as $step) {
            if ($step->is(Fact::DealsNotes)) {
                $range = $zones[0]->zone->memberBend ?? 0;
                yield Finding::hint(
                    'bend-range',
                    $step->span,
                    "bends arrive in a range of {$range} semitones; set the same range on these devices, or scale the bend first",
                );

                return;
            }
        }
    }

    private function takesMpe(Rule $rule): bool
    {
        return [] !== array_filter($rule->selectors, static fn (Selector $selector): bool => $selector->isMpe());
    }

    /** @return list<PortDeclaration> in ports with a zone that the rule listens to */
    private function zones(Rulebook $book, Rule $rule): array
    {
        $names = $book->portsHeardBy($rule);

        return array_values(
            array_filter(
                $book->ports,
                static fn (PortDeclaration $port): bool => $port->isIn && null !== $port->zone && \in_array($port->name->text, $names, true),
            ),
        );
    }
}
