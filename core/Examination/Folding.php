<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\Blocked;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ControlsSendAlike;
use ZigzagPost\Core\Finding\Fact\KindIsBlocked;
use ZigzagPost\Core\Finding\Fact\LeadHangsLoose;
use ZigzagPost\Core\Finding\Fact\LineNeedsIt;
use ZigzagPost\Core\Finding\Fact\NoLeadBetween;
use ZigzagPost\Core\Finding\Fact\NoWay;
use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Finding\Fact\RulesAreWrong;
use ZigzagPost\Core\Finding\Fact\TwoClocksReach;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;

/** Puts what has one cause together: the cause is told, and what follows from it stands under it. */
final readonly class Folding
{
    private function __construct(private RigAnalysis $analysis)
    {
    }

    /**
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    public static function of(array $findings, RigAnalysis $analysis): array
    {
        $folding = new self($analysis);
        $findings = $folding->noWays($folding->blocked($findings));
        $findings = self::absorbed(
            $findings,
            static fn (RigFact $fact): bool => $fact instanceof RulesAreWrong && 'two-clocks' === $fact->code,
            static fn (RigFact $fact): bool => $fact instanceof TwoClocksReach,
        );

        return self::absorbed(
            $findings,
            static fn (RigFact $fact): bool => $fact instanceof ControlsSendAlike,
            static fn (RigFact $fact): bool => $fact instanceof RulesAreWrong && 'unreachable' === $fact->code,
        );
    }

    /** The line that names a unit to which, or from which, no way leads; null where a finding is none of these. */
    private static function noWay(RigFinding $finding): ?RulesAreWrong
    {
        return $finding->fact instanceof RulesAreWrong && 'no-way' === $finding->fact->code && null !== $finding->fact->unit ? $finding->fact : null;
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
            $named = self::noWay($finding);
            $blocked = null === $named ? null : Blocked::on($this->analysis, (string) $named->unit, $named->hears);
            if (null !== $named && null !== $blocked) {
                $groups[$blocked->by][$index] = [$named, $blocked];
            }
        }
        foreach ($groups as $by => $group) {
            $first = array_key_first($group);
            $lines = $kinds = $to = $from = [];
            foreach ($group as $index => [$named, $blocked]) {
                $unit = (string) $named->unit;
                $named->hears ? ($to[$unit] = $unit) : ($from[$unit] = $unit);
                $kinds = [...$kinds, ...array_map(static fn ($kind): string => $kind->value, $blocked->kinds)];
                $lines[] = new LineNeedsIt($named->line);
                if ($index !== $first) {
                    unset($findings[$index]);
                }
            }
            $findings[$first] = new RigFinding(
                new KindIsBlocked((string) $by, array_values(array_unique($kinds)), array_values($to), array_values($from), $lines[0]->line),
                null,
                $lines,
            );
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
        $loose = $groups = [];
        foreach ($findings as $index => $finding) {
            if ($finding->fact instanceof LeadHangsLoose) {
                $loose[$finding->fact->lead] = $index;
            }
            $named = self::noWay($finding);
            if (null !== $named) {
                $lead = $this->looseLead((string) $named->unit);
                $groups[null === $lead ? $this->missing($named) : "lead {$lead}"][$index] = [$named, $lead];
            }
        }
        foreach ($groups as $group) {
            $first = array_key_first($group);
            [$named, $lead] = $group[$first];
            $lines = array_map(static fn (array $each): RulesAreWrong => $each[0], array_values($group));
            if (null !== $lead && isset($loose[$lead])) {
                $findings[$loose[$lead]] = $findings[$loose[$lead]]->with($lines);
            } elseif (\count($group) > 1) {
                $findings[$first] = (new RigFinding($this->together($named)))->with($lines);
                unset($group[$first]);
            } else {
                continue;
            }
            foreach (array_keys($group) as $index) {
                unset($findings[$index]);
            }
        }

        return array_values($findings);
    }

    /** A lead of the units that hang together with one, one end of which hangs loose. */
    private function looseLead(string $unit): ?string
    {
        $joined = array_diff($this->joined($unit), [LeadEnd::POST]);
        foreach ($this->analysis->setup->joints as $joint) {
            if (null !== $joint->dangling && [] !== array_intersect([$joint->lead->a->unit, $joint->lead->b->unit], $joined)) {
                return $joint->lead->id;
            }
        }

        return null;
    }

    /** Which leads are missing: those between the units that hang together and the post; else those of the unit. */
    private function missing(RulesAreWrong $named): string
    {
        $joined = $this->joined((string) $named->unit);
        $way = $named->hears ? 'to' : 'from';
        sort($joined);

        return \in_array(LeadEnd::POST, $joined, true) ? "{$way} {$named->unit} {$named->text}" : "{$way} ".implode(' ', $joined);
    }

    private function together(RulesAreWrong $first): RigFact
    {
        $units = $this->joined((string) $first->unit);
        sort($units);

        return \in_array(LeadEnd::POST, $units, true)
            ? new NoWay((string) $first->unit, $first->text, $first->line)
            : new NoLeadBetween($units, $first->line);
    }

    /** @return non-empty-list<string> units that hang together with one over leads, and the post where it is among them; what is behind the post is not */
    private function joined(string $unit): array
    {
        $units = [$unit];
        for ($next = 0; $next < \count($units); ++$next) {
            foreach (LeadEnd::POST === $units[$next] ? [] : $this->analysis->setup->joints as $joint) {
                $ends = [$joint->lead->a->unit, $joint->lead->b->unit];
                if (\in_array($units[$next], $ends, true) && !self::isOfPowerOrSound($joint)) {
                    $units = array_values(array_unique([...$units, ...$ends]));
                }
            }
        }

        return $units;
    }

    private static function isOfPowerOrSound(ResolvedLead $joint): bool
    {
        $carries = $joint->a->use->carries ?? ($joint->b->use->carries ?? Carries::Midi);

        return Carries::Power === $carries || Carries::Audio === $carries;
    }

    /**
     * What follows from a finding of one kind stands under it.
     *
     * @param list<RigFinding> $findings
     * @param \Closure(RigFact): bool $isCause
     * @param \Closure(RigFact): bool $follows
     *
     * @return list<RigFinding>
     */
    private static function absorbed(array $findings, \Closure $isCause, \Closure $follows): array
    {
        $causes = array_keys(array_filter($findings, static fn (RigFinding $finding): bool => $isCause($finding->fact)));
        foreach ([] === $causes ? [] : $findings as $index => $finding) {
            if ($follows($finding->fact)) {
                $findings[$causes[0]] = $findings[$causes[0]]->with([$finding->fact]);
                unset($findings[$index]);
            }
        }

        return array_values($findings);
    }
}
