<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;

/** After a copy: what is the same in both and probably should not be. */
final class CopyCheck
{
    /**
     * @param list<Does> $does what both do
     *
     * @return list<string> label, number, and each program, parameter or scene
     */
    public static function same(Device $box, Control $control, Device $toBox, Control $toControl, array $does): array
    {
        $same = [];
        $label = static fn (Device $of, Control $each): ?string => ($of->unit->labels[$each->name] ?? null)?->text;
        if (null !== $label($box, $control) && $label($box, $control) === $label($toBox, $toControl)) {
            $same[] = "label: both are called “{$label($box, $control)}”";
        }
        [$message, $other] = [$box->messageOf($control), $toBox->messageOf($toControl)];
        if (
            null !== $message
            && null !== $other
            && [$box->name, $control->name] !== [$toBox->name, $toControl->name]
            && [$message->kind, $message->number] === [$other->kind, $other->number]
        ) {
            $same[] = "number: both send {$message->kind->value} {$message->number}";
        }
        foreach ($does as $each) {
            $what = \in_array($each->what, [DoesWhat::Program, DoesWhat::Scene], true) ? $each->what->value : 'target';
            $same[] = "{$what}: both do “{$each->words}”";
        }

        return $same;
    }
}
