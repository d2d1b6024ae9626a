<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Plan\NumberClass;
use ZigzagPost\Core\Rig\Plan\Sharing;
use ZigzagPost\Core\Rig\Setup\Box;

/** Labels, batteries, backups, firmware, numbers. */
final class UnitsInPractice implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        foreach ($situation->setup->boxes as $box) {
            if (LeadEnd::POST === $box->name) {
                continue;
            }
            yield from $this->labels($box);
            yield from $this->numbers($box);
            $hours = $box->unit->battery?->hours;
            $show = $situation->setup->rig->showHours;
            if (null !== $hours && null !== $show && $hours < $show) {
                yield RigFinding::warning('battery-short', "unit {$box->name} battery", "its battery lasts {$hours} hours, and the show {$show}", null, 'take a charged one along, or feed it from a supply');
            }
            yield from $this->backup($box);
            $least = $box->chart->firmwareMin;
            if (null !== $least && null !== $box->unit->firmware && version_compare($box->unit->firmware, $least, '<')) {
                yield RigFinding::warning('firmware-old', "unit {$box->name} firmware", "its firmware is {$box->unit->firmware}, and its chart is true from {$least} on", null, "bring the firmware of {$box->name} up to {$least}, or look the chart over");
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function labels(Box $box): iterable
    {
        foreach ($box->unit->labels ?? [] as $title => $label) {
            $display = $box->control((string) $title)?->display;
            $length = mb_strlen($label->text ?? '');
            if (null !== $display && $display->characters > 0 && $length > $display->characters * max(1, $display->lines)) {
                yield RigFinding::warning('label-too-long', "unit {$box->name} \"{$title}\"", "the label \"{$label->text}\" has {$length} characters, and the display of \"{$title}\" shows ".$display->characters * max(1, $display->lines));
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function numbers(Box $box): iterable
    {
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            if (null === $message?->number || !Sharing::canBeAssigned($control)) {
                continue;
            }
            if (NumberClass::isNever($message->kind, $message->number)) {
                yield RigFinding::warning('number-not-for-controls', "unit {$box->name} \"{$control->name}\"", "\"{$control->name}\" sends controller {$message->number}, which selects banks or parameters and must not be used as a control");
            } elseif ($control->sort->isTwoState() && NumberClass::isReserved($message->kind, $message->number)) {
                yield RigFinding::hint('standard-number', "unit {$box->name} \"{$control->name}\"", "\"{$control->name}\" sends controller {$message->number}, which has a meaning of its own; another device may act on it");
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function backup(Box $box): iterable
    {
        $backup = $box->unit->backup;
        if (null === $backup) {
            return;
        }
        foreach ($box->unit->settings as $id => $chosen) {
            if (null !== $chosen->at && $chosen->at > $backup->at) {
                yield RigFinding::hint('backup-old', "unit {$box->name} backup", "{$backup->file} is of {$backup->at}, and {$id} was set on {$chosen->at}", null, "back {$box->name} up again");

                return;
            }
        }
    }
}
