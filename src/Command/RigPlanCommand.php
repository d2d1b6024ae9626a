<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\PlanView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Setup;

#[AsCommand('rig:plan', 'Plans channels and numbers of a rig')]
final class RigPlanCommand extends RigCommand
{
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $plan = Planner::plan($setup);
        $lines = [];
        if (null !== $plan->conflict) {
            $lines[] =
                'no plan: '.
                $plan->conflict->why->words().
                (null === $plan->conflict->change ? '' : "; {$plan->conflict->change->words()}").
                ($plan->conflict->isProvenSmallest ? '' : ' (not proven smallest)');
        }
        foreach ($plan->settings as $setting) {
            $lines[] =
                "{$setting->box->name} {$setting->setting->id}: {$setting->value}".
                ($setting->changes() ? ' (now '.($setting->now ?? 'unknown').')' : '').
                " - {$setting->reason}";
        }
        foreach ($plan->cables as $cable) {
            $lines[] = "lead {$cable->lead}: {$cable->words} - {$cable->reason}";
        }
        foreach ($plan->numbers as $number) {
            $lines[] =
                "{$number->box->name} \"{$number->title}\": {$number->kind->value} {$number->number}".
                ($number->changes() ? ' (now '.($number->now ?? 'unknown').')' : '').
                " - {$number->reason}";
        }
        foreach ($plan->combs as $comb) {
            $teeth = array_map(
                static fn ($tooth): string => "{$tooth->box->name} ".
                    ($tooth->isOmni ? 'omni' : ([] === $tooth->channels ? 'unknown' : implode(',', $tooth->channels))),
                $comb->teeth,
            );
            $lines[] =
                "{$comb->stream->name()}: ".
                implode('; ', $teeth).
                '; free '.
                Channels::print(array_sum(array_map(static fn (int $channel): int => 1 << ($channel - 1), $comb->free)));
        }
        foreach ($plan->unknown as $unknown) {
            $lines[] = "{$unknown}: nobody knows on which channel it answers; ask the box";
        }
        foreach ($plan->failed as $failed) {
            $lines[] = "{$failed}: no number is left for it";
        }
        $lines[] = "cost {$plan->cost}".($plan->isProven ? '' : ', not proven least');

        return new Computed($lines, PlanView::of($plan), null === $plan->conflict && [] === $plan->failed ? 0 : 1);
    }
}
