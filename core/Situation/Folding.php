<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Joint;

/** Puts what has one cause together: the cause is told, and what follows from it stands under it. */
final readonly class Folding
{
    private function __construct(private Situation $situation)
    {
    }

    /**
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    public static function of(array $findings, Situation $situation): array
    {
        $folding = new self($situation);

        return self::absorbed(self::absorbed($folding->noWays($folding->blocked($findings)), 'two-clocks', 'two-clocks-reach'), 'same-message', 'unreachable');
    }

    /**
     * Lines of rules that need a kind of message which a box on the way does not pass on: that box is the cause of all of them.
     *
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    private function blocked(array $findings): array
    {
        $groups = [];
        foreach ($findings as $index => $finding) {
            $blocked = 'no-way' === $finding->code && null !== $finding->about ? Blocked::on($this->situation, $finding->about) : null;
            if (null !== $blocked) {
                $groups[$blocked->by][$index] = $blocked;
            }
        }
        foreach ($groups as $by => $group) {
            $first = array_key_first($group);
            $lines = $kinds = $to = $from = [];
            foreach ($group as $index => $blocked) {
                $finding = $findings[$index];
                $unit = $finding->about->unit ?? '';
                true === $finding->about?->hears ? $to[$unit] = $unit : $from[$unit] = $unit;
                $kinds = [...$kinds, ...array_map(static fn ($kind): string => $kind->value, $blocked->kinds)];
                $lines[] = "line {$finding->line} needs it";
                if ($index !== $first) {
                    unset($findings[$index]);
                }
            }
            $ends = [...([] === $to ? [] : ['to '.implode(', ', $to)]), ...([] === $from ? [] : ['from '.implode(', ', $from).' to the post'])];
            $findings[$first] = RigFinding::error('kind-blocked', "unit {$by} blocks", "{$by} does not pass on ".implode(', ', array_unique($kinds)).', and there is no other way '.implode(', nor ', $ends), null, 'lay another lead, or use another kind of message there', $findings[$first]->line)
                ->about($findings[$first]->about)->with($lines);
        }

        return array_values($findings);
    }

    /**
     * Lines of rules that name a unit to which nothing leads: a lead that hangs loose, or is missing, is the cause of all of them.
     *
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    private function noWays(array $findings): array
    {
        $places = $groups = [];
        foreach ($findings as $index => $finding) {
            if ('lead-dangling' === $finding->code) {
                $places[$finding->cause] = $index;
            }
            if ('no-way' === $finding->code && null !== $finding->about) {
                $groups[$this->cause($finding, $finding->about)][] = $index;
            }
        }
        foreach ($groups as $key => $group) {
            $lines = array_map(static fn (int $index): string => "line {$findings[$index]->line}: {$findings[$index]->text}", $group);
            $loose = $places[$key] ?? null;
            if (null !== $loose) {
                $findings[$loose] = $findings[$loose]->with($lines);
            } elseif (\count($group) > 1) {
                $findings[$group[0]] = $this->together($findings[$group[0]])->with($lines);
                array_shift($group);
            } else {
                continue;
            }
            foreach ($group as $index) {
                unset($findings[$index]);
            }
        }

        return array_values($findings);
    }

    /** What it comes from: the finding about a lead that hangs loose; else leads that are missing between these units and the post; else the unit. */
    private function cause(RigFinding $finding, NamedUnit $about): string
    {
        $joined = $this->joined($about->unit);
        foreach ($this->situation->setup->joints as $joint) {
            if (null !== $joint->dangling && [] !== array_intersect([$joint->lead->a->unit, $joint->lead->b->unit], array_diff($joined, [LeadEnd::POST]))) {
                return "lead {$joint->lead->id}";
            }
        }
        $way = $about->hears ? 'to' : 'from';

        sort($joined);

        return \in_array(LeadEnd::POST, $joined, true) ? "{$way} {$about->unit} {$finding->text}" : "{$way} ".implode(' ', $joined);
    }

    private function together(RigFinding $first): RigFinding
    {
        $units = null === $first->about ? [] : $this->joined($first->about->unit);
        sort($units);
        if (\in_array(LeadEnd::POST, $units, true)) {
            return RigFinding::error('no-way', 'unit '.($first->about->unit ?? ''), $first->text, null, null, $first->line)->about($first->about);
        }
        $names = implode(', ', $units);

        return RigFinding::error('no-way', (1 === \count($units) ? 'unit ' : 'units ').$names, "no lead lies between {$names} and a port of the rulebook, and rules name ".(1 === \count($units) ? 'it' : 'them'), null, 'lay a lead', $first->line)->about($first->about);
    }

    /** @return list<string> units that hang together with one over leads, and the post where it is among them; what is behind the post is not */
    private function joined(string $unit): array
    {
        $units = [$unit];
        for ($next = 0; $next < \count($units); ++$next) {
            foreach (LeadEnd::POST === $units[$next] ? [] : $this->situation->setup->joints as $joint) {
                $ends = [$joint->lead->a->unit, $joint->lead->b->unit];
                if (\in_array($units[$next], $ends, true) && !self::isOfPowerOrSound($joint)) {
                    $units = array_values(array_unique([...$units, ...$ends]));
                }
            }
        }

        return $units;
    }

    private static function isOfPowerOrSound(Joint $joint): bool
    {
        $carries = $joint->a->use->carries ?? $joint->b->use->carries ?? Carries::Midi;

        return Carries::Power === $carries || Carries::Audio === $carries;
    }

    /**
     * What follows from a finding of one kind stands under it.
     *
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    private static function absorbed(array $findings, string $causing, string $following): array
    {
        $codes = array_map(static fn (RigFinding $finding): string => $finding->code, $findings);
        $cause = array_search($causing, $codes, true);
        foreach (\is_int($cause) ? array_keys($codes, $following, true) : [] as $index) {
            $findings[$cause] = $findings[$cause]->with(["{$findings[$index]->cause}: {$findings[$index]->text}"]);
            unset($findings[$index]);
        }

        return array_values($findings);
    }
}
