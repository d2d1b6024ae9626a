<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** A lead carries messages from one of its ends to the other, as the plugs at both ends are set. */
final readonly class LeadCarries implements Condition
{
    private function __construct(private ResolvedLead $joint, private End $from, private End $to, private Cabling $cabling)
    {
    }

    /** @return self|null null where it never does, however its plugs are set */
    public static function between(ResolvedLead $joint, End $from, End $to, Cabling $cabling): ?self
    {
        foreach ($from->plug->uses as $use) {
            foreach ($to->plug->uses as $other) {
                if (self::goes($from->as($use), $to->as($other))) {
                    return new self($joint, $from, $to, $cabling);
                }
            }
        }

        return null;
    }

    public function key(): string
    {
        return self::keyOf($this->joint, $this->from);
    }

    public static function keyOf(ResolvedLead $joint, End $from): string
    {
        return "lead\t{$joint->lead->id}\tfrom {$from->box->name} {$from->plug->id}";
    }

    public function settings(): array
    {
        return $this->cabling->settings();
    }

    public function isMet(array $boxes): ?bool
    {
        [$from, $to] = [LeadSettings::at($this->from, $boxes), LeadSettings::at($this->to, $boxes)];
        if (!self::mayGo($from, $to)) {
            return false;
        }

        return match (Walk::verdict($this->cabling->lay($boxes))) {
            Verdict::Works => true,
            Verdict::Unknown => null,
            Verdict::Dead, Verdict::MayDamage => false,
        };
    }

    public function obstacle(array $boxes): Obstacle
    {
        return new Obstacle(ObstacleSort::Lead, $this->joint->lead->id);
    }

    /** Whether it goes in some mode that the plugs may be in, as far as is known. */
    private static function mayGo(End $from, End $to): bool
    {
        foreach ($from->possible() as $use) {
            foreach ($to->possible() as $other) {
                if (self::goes($from->as($use), $to->as($other))) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function goes(End $from, End $to): bool
    {
        return self::carries($from->use) && self::carries($to->use) && true === $from->way()?->sends() && true === $to->way()?->receives();
    }

    private static function carries(?PlugUse $use): bool
    {
        return \in_array($use?->carries, [Carries::Midi, Carries::Pulse, Carries::Usb, Carries::Network], true);
    }
}
