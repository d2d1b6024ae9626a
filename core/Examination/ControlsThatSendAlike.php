<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ControlsSendAlike;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** Controls of different units that send the same message into one port, so that no rule can tell them apart. */
final class ControlsThatSendAlike implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        if (null === $analysis->setup->rig->rulebook) {
            return;
        }
        $seen = $told = [];
        foreach ($analysis->setup->boxes as $box) {
            foreach (LeadEnd::POST === $box->name ? [] : $box->chart->surface->controls ?? [] as $control) {
                foreach ($analysis->index()->controls->of($box, $control)->messages as $message) {
                    foreach (null === $message->channel && $message->kind->hasChannel() ? [] : $message->ports as $port) {
                        $key = "{$port} {$message->kind->value} {$message->channel} {$message->number}";
                        foreach ($seen[$key] ?? [] as [$otherBox, $otherControl, $otherMessage]) {
                            if ($otherBox === $box || $this->areToldApart($otherMessage, $message)) {
                                continue;
                            }
                            $pair = "{$otherBox->name}\t{$box->name}";
                            if (!isset($told[$pair])) {
                                $told[$pair] = true;
                                yield new RigFinding(
                                    new ControlsSendAlike([$otherBox->name, $box->name], [$otherControl->name, $control->name], $port, $message->channel),
                                    $this->fix($analysis, [$box, $otherBox]),
                                );
                            }
                            break; // with more of them it is the same once more
                        }
                        $seen[$key][] = [$box, $control, $message];
                    }
                }
            }
        }
    }

    private function areToldApart(ControlMessage $one, ControlMessage $other): bool
    {
        return null !== $one->values && null !== $other->values && ($one->values->high < $other->values->low || $other->values->high < $one->values->low);
    }

    /** @param list<Device> $boxes */
    private function fix(RigAnalysis $analysis, array $boxes): ?RigFix
    {
        $edits = new Edits($analysis->setup->rig);
        foreach ($analysis->plan()->settings as $setting) {
            if (\in_array($setting->box, $boxes, true) && $setting->value !== $setting->now) {
                return $edits->setting(
                    $setting->box->name,
                    $setting->setting->id,
                    $setting->value,
                    "Set {$setting->setting->title} of {$setting->box->name} to {$setting->value}, as the plan says",
                );
            }
        }

        return null;
    }
}
