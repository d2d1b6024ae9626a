<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Card\Transfer;
use ZigzagPost\Core\Finding\Fact\BackupIsOld;
use ZigzagPost\Core\Finding\Fact\BatteryIsShort;
use ZigzagPost\Core\Finding\Fact\FirmwareIsOld;
use ZigzagPost\Core\Finding\Fact\LabelIsTooLong;
use ZigzagPost\Core\Finding\Fact\LabelStandsTwice;
use ZigzagPost\Core\Finding\Fact\NotSentToBox;
use ZigzagPost\Core\Finding\Fact\NumberHasAMeaning;
use ZigzagPost\Core\Finding\Fact\NumberIsNotForControls;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Plan\NumberClass;
use ZigzagPost\Core\Rig\Plan\Sharing;
use ZigzagPost\Core\Rig\Setup\Device;

/** Labels, batteries, backups, firmware, numbers. */
final class UnitsInPractice implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach ($analysis->setup->boxes as $box) {
            if (LeadEnd::POST === $box->name) {
                continue;
            }
            yield from $this->labels($box);
            if (false === Transfer::of($box)?->isDone()) {
                yield new RigFinding(new NotSentToBox($box->name, $box->unit->sent?->at));
            }
            yield from $this->numbers($box);
            $hours = $box->unit->battery?->hours;
            $show = $analysis->setup->rig->showHours;
            if (null !== $hours && null !== $show && $hours < $show) {
                yield new RigFinding(new BatteryIsShort($box->name, $hours, $show));
            }
            yield from $this->backup($box);
            $least = $box->chart->firmwareMin;
            if (null !== $least && null !== $box->unit->firmware && version_compare($box->unit->firmware, $least, '<')) {
                yield new RigFinding(new FirmwareIsOld($box->name, $box->unit->firmware, $least));
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function labels(Device $box): iterable
    {
        foreach ($box->unit->labels ?? [] as $title => $label) {
            $display = $box->control((string) $title)?->display;
            $length = mb_strlen($label->text ?? '');
            $most = null === $display ? 0 : $display->characters * max(1, $display->lines);
            if ($most > 0 && $length > $most) {
                yield new RigFinding(new LabelIsTooLong($box->name, (string) $title, (string) $label->text, $length, $most));
            }
        }
        $first = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $label = trim(($box->unit->labels[$control->name] ?? null)->text ?? '');
            $within = "{$control->layer}\t{$control->bank}\t".mb_strtolower($label);
            $other = '' === $label ? $control->name : $first[$within] ??= $control->name;
            if ($other !== $control->name) {
                yield new RigFinding(new LabelStandsTwice($box->name, $control->name, $other, $label));
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function numbers(Device $box): iterable
    {
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            if (null === $message?->number || !Sharing::canBeAssigned($control)) {
                continue;
            }
            if (NumberClass::isNever($message->kind, $message->number)) {
                yield new RigFinding(new NumberIsNotForControls($box->name, $control->name, $message->number));
            } elseif ($control->sort->isTwoState() && NumberClass::isReserved($message->kind, $message->number)) {
                yield new RigFinding(new NumberHasAMeaning($box->name, $control->name, $message->number));
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function backup(Device $box): iterable
    {
        $backup = $box->unit->backup;
        if (null === $backup) {
            return;
        }
        foreach ($box->unit->settings as $id => $chosen) {
            if (null !== $chosen->at && $chosen->at > $backup->at) {
                yield new RigFinding(new BackupIsOld($box->name, $backup->file, $backup->at, (string) $id, $chosen->at));

                return;
            }
        }
    }
}
