<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Rig\Document\LeadEnd;

/** Everything that is found in a rig with its rulebook; the list of checks stands here. */
final readonly class Examination
{
    /**
     * @param list<RigFinding> $findings errors first, then in the order of the checks
     * @param list<RigFinding> $resting those that somebody has put to rest
     * @param list<string> $cautions
     */
    private function __construct(public array $findings, public array $resting, public array $cautions)
    {
    }

    public static function of(Situation $situation): self
    {
        $findings = [];
        foreach (self::checks() as $check) {
            foreach ($check->findings($situation) as $finding) {
                $findings[$finding->key()] ??= $finding;
            }
        }
        $findings = self::folded(array_values($findings), $situation);
        usort($findings, static fn (RigFinding $a, RigFinding $b): int => self::rank($a) <=> self::rank($b));
        $rests = array_map(static fn ($rest): string => $rest->cause, $situation->setup->rig->rests);
        $isResting = static fn (RigFinding $finding): bool => \in_array($finding->key(), $rests, true);

        return new self(array_values(array_filter($findings, static fn (RigFinding $finding): bool => !$isResting($finding))), array_values(array_filter($findings, $isResting)), Cautions::of($situation));
    }

    public function hasErrors(): bool
    {
        return [] !== array_filter($this->findings, static fn (RigFinding $finding): bool => Severity::Error === $finding->severity);
    }

    /**
     * What a lead that hangs loose takes away from the rules is no cause of its own.
     *
     * @param list<RigFinding> $findings
     *
     * @return list<RigFinding>
     */
    private static function folded(array $findings, Situation $situation): array
    {
        foreach ($situation->setup->rig->leads as $lead) {
            $cause = array_search("lead-dangling lead {$lead->id}", array_map(static fn (RigFinding $finding): string => "{$finding->code} {$finding->cause}", $findings), true);
            if (!\is_int($cause)) {
                continue;
            }
            $units = implode('|', array_map(static fn (string $unit): string => preg_quote($unit, '/'), self::joined($situation, [$lead->a->unit, $lead->b->unit])));
            foreach ($findings as $index => $finding) {
                if ('no-way' === $finding->code && 1 === preg_match("/\\b({$units})\\b/", str_replace('no out port', '', $finding->text))) {
                    $findings[$cause] = $findings[$cause]->with(["line {$finding->line}: {$finding->text}"]);
                    unset($findings[$index]);
                }
            }
            $findings = array_values($findings);
        }

        return self::absorbed(self::absorbed($findings, 'two-clocks', 'two-clocks-reach'), 'same-message', 'unreachable');
    }

    /**
     * Units that hang together with others over leads, without the post.
     *
     * @param list<string> $units
     *
     * @return list<string>
     */
    private static function joined(Situation $situation, array $units): array
    {
        for ($next = 0; $next < \count($units); ++$next) {
            foreach (LeadEnd::POST === $units[$next] ? [] : $situation->setup->rig->leads as $lead) {
                $units = array_values(array_unique(\in_array($units[$next], [$lead->a->unit, $lead->b->unit], true) ? [...$units, $lead->a->unit, $lead->b->unit] : $units));
            }
        }

        return $units;
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

    /** @return list<RigCheck> */
    private static function checks(): array
    {
        return [
            new LeadsThatDoNotWork(),
            new WaysThatAreOff(),
            new SharedChannels(),
            new PartsBeyondSixteen(),
            new FromRulebook(),
            new FiltersThatAreClosed(),
            new ControlsThatSendAlike(),
            new ChannelsThatNobodyHas(),
            new NumbersThatMoved(),
            new ParametersOfTwoControls(),
            new TogglesTwice(),
            new PedalsThatFallShort(),
            new LeadsThatAreFull(),
            new Clocks(),
            new DefaultsLeftAlive(),
            new UnitsInPractice(),
            new ArmedBoxes(),
            new UnusedControls(),
        ];
    }

    private static function rank(RigFinding $finding): int
    {
        return match ($finding->severity) {
            Severity::Error => 0,
            Severity::Warning => 1,
            Severity::Hint => 2,
        };
    }
}
