<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\PartGoesBeyond;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Plan\BeyondSixteen;

/** Parts that, as they stand now, would answer on channels beyond 16; where no plan cures it, that is told as a conflict. */
final class PartsBeyondSixteen implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $edits = new Edits($analysis->setup->rig);
        $planned = [];
        foreach ($analysis->plan()->settings as $setting) {
            $planned["{$setting->box->name}\t{$setting->setting->id}"] = $setting->value;
        }
        foreach (null !== $analysis->plan()->conflict ? [] : $analysis->setup->boxes as $box) {
            foreach ($box->chart->hears ?? [] as $part) {
                $id = $part->channel instanceof ChannelOf ? $part->channel->setting : null;
                $setting = null === $id ? null : $box->chart->setting($id);
                $value = null === $id ? null : $box->value($id);
                if (null === $setting || null === $value || !BeyondSixteen::isSo($box, $part, $value)) {
                    continue;
                }
                $better = $planned["{$box->name}\t{$id}"] ?? null;
                $fix =
                    null === $better
                        ? null
                        : $edits->setting($box->name, $setting->id, $better, "Put {$setting->title} of {$box->name} to {$better}, as the plan says");
                yield new RigFinding(
                    new PartGoesBeyond(
                        $box->name,
                        $part->id,
                        BeyondSixteen::at($box, $part, $setting, $value)->words(),
                        null === $fix ? $setting->title : null,
                    ),
                    $fix,
                );
            }
        }
    }
}
