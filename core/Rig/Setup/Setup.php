<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Sort;
use ZigzagPost\Core\Rig\Document\Lead;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A rig with its rulebook, looked up: boxes by name, leads by their ends. */
final class Setup
{
    /** @var array<string, Device> by name, the post last */
    public readonly array $boxes;

    /** @var list<ResolvedLead> in the order of the rig */
    public readonly array $joints;

    /** @var list<ResolvedLead> between the post and plugs that stand for ports which nobody declares: nobody lays them */
    public readonly array $straight;

    private function __construct(public readonly Rig $rig, public readonly ?Rulebook $book)
    {
        $boxes = [];
        foreach ($rig->units as $unit) {
            $chart = ($rig->charts[$unit->chart->id] ?? null)->chart ?? new Chart(1, 'unknown', Sort::Other);
            $boxes[$unit->name] ??= new Device($unit, $chart);
        }
        null === $book ?: ImplicitPorts::add($book, $boxes, $rig->leads);
        $boxes[LeadEnd::POST] = Post::of($book);
        $this->boxes = $boxes;
        $this->joints = array_map($this->joint(...), $rig->leads);
        $this->straight = null === $book ? [] : ImplicitPorts::leads($book, $boxes);
    }

    public static function of(Rig $rig, ?Rulebook $book): self
    {
        return new self($rig, $book);
    }

    /** Whether no line declares a port of the rules. */
    public function isImplicit(string $port): bool
    {
        return true === ($this->book->ports[$port] ?? null)?->isImplicit;
    }

    public function box(string $name): ?Device
    {
        return $this->boxes[$name] ?? null;
    }

    /** @return list<string> names of all units, the post's last */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->boxes));
    }

    public function post(): Device
    {
        return $this->boxes[LeadEnd::POST];
    }

    private function joint(Lead $lead): ResolvedLead
    {
        $dangling = null;
        $ends = [];
        foreach (['a' => $lead->a, 'b' => $lead->b] as $which => $end) {
            $found = $this->end($end);
            $ends[$which] = \is_string($found) ? null : $found;
            $dangling ??= \is_string($found) ? $found : null;
        }

        return new ResolvedLead($lead, $ends['a'], $ends['b'], $dangling);
    }

    private function end(LeadEnd $end): End|string
    {
        $box = $this->box($end->unit);
        if (null === $box) {
            return "there is no unit {$end->unit}";
        }
        $meant = $box->isPost() ? Post::port($end->plug) : null;
        $id = $meant->port ?? $end->plug;
        $way = $meant?->way;
        $plug = $box->chart->plug($id);
        if (null === $plug) {
            return $box->isPost() ? "the rulebook has no port {$id}" : "{$end->unit} has no plug {$end->plug}";
        }
        $use = $box->use($plug);
        if (null !== $way && null !== $use && !($way->sends() ? $use->way->sends() : $use->way->receives())) {
            return "port {$id} of the rulebook does not go {$way->value}";
        }
        $stream = null === $end->stream ? null : $plug->stream($end->stream);
        if (null !== $end->stream && null === $stream) {
            return "{$end->unit} {$plug->id} has no stream {$end->stream}";
        }

        return new End($box, $plug, $stream, $use, $way);
    }
}
