<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\SendsByItself;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Post;

/** What boxes send by themselves, as they come from the factory, and nobody has asked for. */
final class DefaultsLeftAlive implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $edits = new Edits($analysis->setup->rig);
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->chart->automatic ?? [] as $automatic) {
                $isOn = null === $automatic->setting || false !== $box->isOn($automatic->setting);
                $kind = $automatic->kind->midi();
                $reached = $this->reached($analysis, $box, $automatic->at);
                if (!$isOn || null === $kind || [] === $reached || $this->isWanted($analysis, $kind, $reached)) {
                    continue;
                }
                $setting = $automatic->setting;
                yield new RigFinding(
                    new SendsByItself($box->name, $automatic->what, $setting),
                    null === $setting ? null : $edits->setting($box->name, $setting, 'off', "Switch {$setting} of {$box->name} off"),
                );
            }
        }
    }

    /**
     * Where it gets to: ports of the rulebook, and units that hear it directly.
     *
     * @param list<string> $at
     *
     * @return list<string>
     */
    private function reached(RigAnalysis $analysis, Device $box, array $at): array
    {
        $reached = [];
        foreach ($analysis->graph->sockets($box, $at, true) as $socket) {
            foreach ($analysis->graph->reachedFrom($socket) as $way) {
                $end = $way[\count($way) - 1]->to;
                if (LeadEnd::POST === $end->unit) {
                    $reached[] = Post::port($end->at)->port;
                }
                foreach ($analysis->graph->partsAt($end) as $hearing) {
                    $hearing = $hearing->unit;
                    $reached[] = "unit {$hearing->name}";
                }
            }
        }

        return array_values(array_unique($reached));
    }

    /** @param list<string> $ports */
    private function isWanted(RigAnalysis $analysis, Kind $kind, array $ports): bool
    {
        $book = $analysis->checked()->book;
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                if (
                    $selector->takes($kind)
                    && [] !== array_intersect($ports, $book->portsOf($rule, $selector))
                ) {
                    return true;
                }
            }
        }

        return false;
    }
}
