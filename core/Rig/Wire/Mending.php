<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Document\PartEnds;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;

/** Looks for the cheapest change that makes a lead work, and harms no other: an adapter turned round, a setting, another plug, another cable. */
final readonly class Mending
{
    /** Parts of a lead of which every choice is tried the other way round, at most. */
    private const MOST_TURNED = 6;

    /**
     * @param list<Part> $parts
     * @param list<ResolvedLead> $others the other leads of the rig
     */
    private function __construct(private End $a, private End $b, private array $parts, private array $others)
    {
    }

    /** @param list<ResolvedLead> $joints all leads of the rig */
    public static function cheapest(End $a, End $b, ResolvedLead $joint, array $joints): ?Mend
    {
        $mending = new self(
            $a,
            $b,
            $joint->lead->parts,
            array_values(array_filter($joints, static fn (ResolvedLead $each): bool => $each->lead !== $joint->lead)),
        );
        $best = null;
        foreach (
            [
                $mending->turned(...),
                $mending->less(...),
                $mending->otherCable(...),
                $mending->adapter(...),
                $mending->setting(...),
                $mending->otherWayRound(...),
            ] as $changes
        ) {
            foreach ($changes() as $mend) {
                $best = null === $best || $mend->cost < $best->cost ? $mend : $best;
            }
        }

        return $best;
    }

    /** @return iterable<Mend> */
    private function turned(): iterable
    {
        $count = min(\count($this->parts), self::MOST_TURNED);
        for ($which = 1; $which < 1 << $count; ++$which) {
            $turned = array_filter(
                $this->parts,
                static fn (int $index): bool => $index < $count && 0 !== (($which >> $index) & 1),
                \ARRAY_FILTER_USE_KEY,
            );
            if (
                [] !== $turned
                && $this->works(
                    $this->a,
                    $this->b,
                    array_values(array_replace($this->parts, array_map(static fn (Part $part): Part => $part->turned(), $turned))),
                )
            ) {
                yield Mend::turned(array_map(static fn (Part $part): string => $part->what, $turned));
            }
        }
    }

    /**
     * A part taken out of a chain, where those beside it fit together without it.
     *
     * @return iterable<Mend>
     */
    private function less(): iterable
    {
        foreach (Levels::superfluous($this->a->plug->connector, $this->parts, $this->b->plug->connector) as $index => $part) {
            if ($this->works($this->a, $this->b, [...\array_slice($this->parts, 0, $index), ...\array_slice($this->parts, $index + 1)])) {
                yield Mend::less($part->what, $index);
            }
        }
    }

    /** @return iterable<Mend> */
    private function otherCable(): iterable
    {
        foreach ($this->parts as $index => $part) {
            foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
                if ($map !== $part->map && $this->works($this->a, $this->b, $this->with($index, $part->mapped($map)))) {
                    yield Mend::otherCable($part->what, $index, $map);
                }
            }
        }
    }

    /** @return iterable<Mend> */
    private function adapter(): iterable
    {
        [$a, $b] = [$this->a->plug->connector, $this->b->plug->connector];
        $levels = Levels::of($a, $this->parts, $b);
        $fits = null === $levels->misfit;
        $lastPart = $this->parts[\count($this->parts) - 1] ?? null;
        $last = $fits ? $levels->connectors[\count($levels->connectors) - 1] : $lastPart->ends->b ?? $a;
        $ends = new PartEnds($last, $fits ? $last : $b);
        foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
            if (
                Connector::Any !== $ends->a
                && Connector::Any !== $ends->b
                && $ends->a->isPackets() === $ends->b->isPackets()
                && $this->works($this->a, $this->b, [...$this->parts, new Part('adapter', $map, $ends)])
            ) {
                $between = "from {$ends->a->value} to {$ends->b->value}";
                yield $fits || [] !== $this->parts ? Mend::adapter($map, $fits ? '' : $between) : Mend::cable($map, $between);
            }
        }
    }

    /** @return iterable<Mend> */
    private function setting(): iterable
    {
        foreach ([[$this->a, true], [$this->b, false]] as [$end, $isA]) {
            foreach ($end->plug->uses as $use) {
                if ($use === $end->use || null === $use->when) {
                    continue;
                }
                $settings = array_map(static fn (array $values): string|int => $values[0], $use->when);
                $other = $end->as($use);
                if ($this->works($isA ? $other : $this->a, $isA ? $this->b : $other, $this->parts) && $this->isHarmless($end->box, $settings)) {
                    yield self::set($end->box, $settings);
                }
            }
        }
    }

    /** @param array<string, string|int> $settings */
    private static function set(Device $box, array $settings): Mend
    {
        $words = [];
        $cost = 0;
        foreach ($settings as $id => $value) {
            $setting = $box->chart->setting((string) $id);
            $by = $setting?->howTo($value)?->by;
            $words[] = 'set '.($setting->title ?? $id)." of {$box->name} to {$value}".(null === $by ? '' : " ({$by->value})");
            $cost += match ($by) {
                SetBy::Menu, SetBy::Editor, SetBy::Parameter => 1,
                SetBy::Learn => 2,
                SetBy::Jumper => 5,
                default => 3,
            };
        }

        return Mend::setting($cost, implode(' and ', $words), $box->name, $settings);
    }

    /**
     * Whether no other lead of a box gets worse by other settings.
     *
     * @param array<string, string|int> $settings
     */
    private function isHarmless(Device $box, array $settings): bool
    {
        $other = $box->set($settings);
        foreach ($this->others as $joint) {
            [$a, $b] = [$joint->a, $joint->b];
            if (null === $a || null === $b || ($a->box !== $box && $b->box !== $box)) {
                continue;
            }
            $before = Walk::between($a, $b, $joint->lead->parts)->rank();
            $after = Walk::between(
                $a->box === $box ? $a->as($other->use($a->plug)) : $a,
                $b->box === $box ? $b->as($other->use($b->plug)) : $b,
                $joint->lead->parts,
            )->rank();
            if ($after > $before) {
                return false;
            }
        }

        return true;
    }

    /**
     * An input and an output swapped; a plug in which there is a lead is no other plug.
     *
     * @return iterable<Mend>
     */
    private function otherWayRound(): iterable
    {
        foreach ([[$this->a, true], [$this->b, false]] as [$end, $isA]) {
            foreach ($end->box->chart->plugs as $plug) {
                $use = $end->box->use($plug);
                if (
                    $plug === $end->plug
                    || null === $use
                    || null === $end->use
                    || $use->way === $end->use->way
                    || $use->carries !== $end->use->carries
                    || $this->isTaken($end->box, $plug->id)
                ) {
                    continue;
                }
                $other = new End($end->box, $plug, null, $use);
                if ($this->works($isA ? $other : $this->a, $isA ? $this->b : $other, $this->parts)) {
                    yield Mend::otherPlug("plug it into {$plug->label} of {$end->box->name}");
                }
            }
        }
    }

    private function isTaken(Device $box, string $plug): bool
    {
        return [] !==
            array_filter(
                $this->others,
                static fn (ResolvedLead $joint): bool => [] !==
                    array_filter(
                        [$joint->a, $joint->b],
                        static fn (?End $end): bool => null !== $end && $end->box === $box && $end->plug->id === $plug,
                    ),
            );
    }

    /** @return list<Part> */
    private function with(int $index, Part $part): array
    {
        return [...\array_slice($this->parts, 0, $index), $part, ...\array_slice($this->parts, $index + 1)];
    }

    /** @param list<Part> $parts */
    private function works(End $a, End $b, array $parts): bool
    {
        return Verdict::Works === Walk::between($a, $b, $parts)->verdict;
    }
}
