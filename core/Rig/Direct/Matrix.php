<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\Intent;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Who plays whom with what, past the post. */
final class Matrix
{
    /** @var list<Cell> in the order of the units that send, then of those that hear, then of the kinds */
    public readonly array $cells;
    /** @var array<int, Cabling> of leads, by their places in the rig */
    public readonly array $cablings;
    /** @var array<string, array<string, true>> kinds that the post can send to a unit */
    private array $ofPost = [];

    public function __construct(private readonly Setup $setup, Graph $graph)
    {
        $direct = new DirectWays($setup, $graph);
        $this->cablings = $direct->cablings;
        $this->look($graph);
        $grouped = $senders = $passed = [];
        foreach ($direct->ways as $way) {
            $of = IntentKind::of($way->kind);
            if (null !== $of) {
                $grouped[$way->from->name][$way->to->name][$of->value][$way->kind->value][] = $way;
                $senders["{$way->to->name}\t{$of->value}"][$way->from->name] = true;
                $passed["{$way->from->name}\t{$way->to->name}\t{$of->value}"] ??= false;
                if ($direct->isPassedOn($way->at, $way->to->name)) {
                    $passed["{$way->from->name}\t{$way->to->name}\t{$of->value}"] = true;
                }
            }
        }
        $cells = [];
        foreach ($setup->boxes as $from) {
            foreach ($setup->boxes as $to) {
                foreach ($from === $to || $from->isPost() || $to->isPost() ? [] : IntentKind::cases() as $of) {
                    $ways = $grouped[$from->name][$to->name][$of->value] ?? [];
                    $said = $this->said($from->name, $to->name, $of);
                    if ([] !== $ways || null !== $said) {
                        $isOnly = 1 === \count($senders["{$to->name}\t{$of->value}"] ?? []) && !isset($this->ofPost[$to->name][$of->value]);
                        $isProposed = [] !== $ways && $isOnly && !$passed["{$from->name}\t{$to->name}\t{$of->value}"];
                        $cells[] = new Cell($from, $to, $of, $ways, $said, $isProposed, [] === $ways ? $direct->blockedBy($from, $to->name, $of) : null);
                    }
                }
            }
        }
        $this->cells = $cells;
    }

    /** Whether it is meant of any kind of messages between two units. */
    public function means(string $from, string $to, Means $means): bool
    {
        foreach ($this->cells as $cell) {
            if ($cell->from->name === $from && $cell->to->name === $to && $means === $cell->means()) {
                return true;
            }
        }

        return false;
    }

    private function said(string $from, string $to, IntentKind $of): ?Intent
    {
        $said = null;
        foreach ($this->setup->rig->intents as $intent) {
            if ($intent->from === $from && $intent->to === $to && \in_array($of, $intent->of, true)) {
                $said = $intent; // the last that was said counts
            }
        }

        return $said;
    }

    private function look(Graph $graph): void
    {
        foreach ($graph->sources($this->setup->post()) as $socket) {
            foreach ($graph->reachedFrom($socket) as $way) {
                foreach ($graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                    foreach (KindName::cases() as $kind) {
                        $of = IntentKind::of($kind);
                        if (null !== $of && null !== Receiving::conditions($hearing->unit, $hearing->part, $kind)) {
                            $this->ofPost[$hearing->unit->name][$of->value] = true;
                        }
                    }
                }
            }
        }
    }
}
