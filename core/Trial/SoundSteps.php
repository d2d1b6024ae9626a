<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Document\Side;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;

/** What is tried of leads that carry sound: that it is heard where it is meant to be, softly. How it sounds is nobody's business here. */
final class SoundSteps
{
    /** @return list<TrialStep> */
    public static function of(Setup $setup): array
    {
        $steps = [];
        foreach ($setup->joints as $joint) {
            $step = self::step($joint);
            null === $step ?: $steps[] = $step;
        }

        return $steps;
    }

    private static function step(ResolvedLead $joint): ?TrialStep
    {
        [$a, $b] = [$joint->a, $joint->b];
        if (null === $a || null === $b || Carries::Audio !== $a->use?->carries || Carries::Audio !== $b->use?->carries) {
            return null;
        }
        [$from, $to] = true === $a->way()?->sends() && true === $b->way()?->receives() ? [$a, $b] : [$b, $a];
        $audio = $joint->lead->audio;
        $channel = null === $audio?->channel ? $to->plug->label : "channel {$audio->channel}";
        $heard = match ($audio?->side) {
            Side::Left => ' on the left side only',
            Side::Right => ' on the right side only',
            Side::Both => ' on both sides',
            null => '',
        };

        return new TrialStep(
            "turn {$channel} of {$to->box->label()} down, then up as far as it is needed",
            "let {$from->box->label()} play something soft over {$from->plug->label}",
            "{$from->box->label()} is heard at {$channel} of {$to->box->label()}{$heard}".(null === $audio?->to ? '' : ", and gets to {$audio->to}"),
            $from->box->name,
            "sound over {$joint->lead->id}",
            '',
            [],
            [],
            ["lead {$joint->lead->id}"],
            lead: $joint->lead->id,
        );
    }
}
