<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Rest;

/** Everything that is found in a rig with its rulebook; the list of checks stands here. */
final readonly class Examination
{
    /**
     * @param list<RigFinding> $findings errors first, then in the order of the checks
     * @param list<RigFinding> $resting those that somebody has put to rest
     * @param list<string> $cautions
     * @param list<Rest> $rests
     */
    private function __construct(public array $findings, public array $resting, public array $cautions, public array $rests)
    {
    }

    public static function of(RigAnalysis $analysis): self
    {
        $findings = [];
        foreach (self::checks() as $check) {
            foreach ($check->findings($analysis) as $finding) {
                $findings[$finding->key()] ??= $finding;
            }
        }
        $findings = Folding::of(array_values($findings), $analysis);
        usort($findings, static fn (RigFinding $a, RigFinding $b): int => self::rank($a) <=> self::rank($b));
        $rests = $analysis->setup->rig->rests;
        $isResting = static fn (RigFinding $finding): bool => null !== $finding->restAmong($rests);

        return new self(
            array_values(array_filter($findings, static fn (RigFinding $finding): bool => !$isResting($finding))),
            array_values(array_filter($findings, $isResting)),
            Cautions::of($analysis),
            $rests,
        );
    }

    public function hasErrors(): bool
    {
        return [] !== array_filter($this->findings, static fn (RigFinding $finding): bool => Severity::Error === $finding->fact->severity());
    }

    /** @return list<RigCheck> */
    private static function checks(): array
    {
        return [
            new LeadsThatDoNotWork(),
            new WaysThatAreOff(),
            new UnitsThatDoNotPlay(),
            new EchoesThroughRules(),
            new SharedChannels(),
            new PartsBeyondSixteen(),
            new FromRulebook(),
            new FiltersThatAreClosed(),
            new ControlsThatSendAlike(),
            new ControlsPastThePost(),
            new ChannelsThatNobodyHas(),
            new NumbersThatMoved(),
            new NumbersThatNobodyHears(),
            new ParametersOfTwoControls(),
            new TogglesTwice(),
            new PedalsThatFallShort(),
            new LeadsThatAreFull(),
            new ClocksThatFail(),
            new ZonesThatDiffer(),
            new MirrorsThatDiffer(),
            new DefaultsLeftAlive(),
            new LeadsThatAreMissing(),
            new UnitsInPractice(),
            new ArmedBoxes(),
            new BanksChosenByHand(),
            new UnusedControls(),
        ];
    }

    private static function rank(RigFinding $finding): int
    {
        return match ($finding->fact->severity()) {
            Severity::Error => 0,
            Severity::Warning => 1,
            Severity::Hint => 2,
        };
    }
}
