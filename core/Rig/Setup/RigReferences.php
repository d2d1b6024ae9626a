<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Data\Reading;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Document\Unit;

/** Looks whether a rig agrees with itself and its charts. */
final class RigReferences
{
    /** @return list<Problem> */
    public static function check(Rig $rig): array
    {
        $reading = new Reading();
        foreach ($rig->charts as $id => $kept) {
            foreach (ChartReferences::check($kept->chart, "charts.{$id}.chart") as $problem) {
                $reading->problem($problem->path, $problem->text);
            }
        }
        $names = [];
        foreach ($rig->units as $index => $unit) {
            if (isset($names[$unit->name]) || 'post' === $unit->name) {
                $reading->problem(
                    "units[{$index}].name",
                    'post' === $unit->name ? 'post is Zigzag Post itself; take another name' : "there are two units {$unit->name}",
                );
            }
            $names[$unit->name] = true;
            self::unit($unit, $rig, $reading, "units[{$index}]");
        }
        $leads = [];
        foreach ($rig->leads as $index => $lead) {
            if (isset($leads[$lead->id])) {
                $reading->problem("leads[{$index}].id", "there are two leads {$lead->id}");
            }
            $leads[$lead->id] = true;
        }
        foreach ($rig->intents as $index => $intent) {
            foreach (['from' => $intent->from, 'to' => $intent->to] as $end => $unit) {
                if (null === $rig->unit($unit)) {
                    $reading->problem("intents[{$index}].{$end}", "there is no unit {$unit}");
                }
            }
            if ($intent->from === $intent->to) {
                $reading->problem("intents[{$index}].to", 'this is the unit that plays; name another');
            }
        }

        return $reading->problems;
    }

    private static function unit(Unit $unit, Rig $rig, Reading $reading, string $path): void
    {
        $kept = $rig->charts[$unit->chart->id] ?? null;
        if (null === $kept || $kept->revision !== $unit->chart->revision) {
            $reading->problem(
                "{$path}.chart",
                null === $kept
                    ? "there is no chart {$unit->chart->id} in this rig"
                    : "the rig keeps revision {$kept->revision} of {$unit->chart->id}, not {$unit->chart->revision}",
            );
        }
        if (null === $kept) {
            return;
        }
        $box = new Device($unit, $kept->chart);
        foreach ($unit->settings as $id => $chosen) {
            $setting = $kept->chart->setting((string) $id);
            if (null === $setting) {
                $reading->problem("{$path}.settings.{$id}", "the chart {$kept->chart->name} has no such setting");
            } elseif (!$setting->allows($chosen->value)) {
                $reading->problem("{$path}.settings.{$id}.value", Reading::describe($chosen->value).' is none of its values');
            }
        }
        foreach (array_keys($unit->assigned) as $name) {
            if (null === $box->control((string) $name) && null === $box->parameter((string) $name)) {
                $reading->problem("{$path}.assigned", "\"{$name}\" is no control and no parameter of {$kept->chart->name}");
            }
        }
        foreach ([...array_keys($unit->measured ?? []), ...array_keys($unit->labels ?? [])] as $name) {
            if (null === $box->control((string) $name)) {
                $reading->problem($path, "\"{$name}\" is no control of {$kept->chart->name}");
            }
        }
        foreach ($unit->playsWith ?? [] as $other) {
            if (null === $rig->unit($other)) {
                $reading->problem("{$path}.playsWith", "there is no unit {$other}");
            }
        }
        if (null !== $unit->mirrors && (null === $rig->unit($unit->mirrors) || $unit->mirrors === $unit->name)) {
            $reading->problem("{$path}.mirrors", $unit->mirrors === $unit->name ? 'a unit does not mirror itself' : "there is no unit {$unit->mirrors}");
        }
    }
}
