<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Rig\Chart\DependsOn;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\World\Heard;

/** What a step of the test run asks for before, and lets expect after, as the unit shows it. */
final class HeardWords
{
    public static function before(Heard $heard, ?Device $box): string
    {
        $label = $box?->label() ?? $heard->unit;

        return match ($heard->what) {
            Heard::PROGRAM => "put {$label} on another program by hand",
            Heard::NOTE => "turn {$label} up so far that it can just be heard",
            Heard::CLOCK => "let {$label} play something with a beat",
            default => "move {$heard->title} of {$label} by hand",
        };
    }

    public static function after(Heard $heard, ?Device $box): string
    {
        $label = $box?->label() ?? $heard->unit;

        return match ($heard->what) {
            Heard::PROGRAM => "{$label} shows {$heard->title}",
            Heard::NOTE => "{$label} sounds",
            Heard::CLOCK => "{$label} starts with it, follows when the tempo changes, and stops",
            default => "{$label}: {$heard->title} stands at ".
                ($box?->parameter($heard->title)?->wordsAt($heard->value) ?? $heard->value).
                self::page($box?->parameter($heard->title)),
        };
    }

    /** Where it is to be seen, if it stands on a page of its own. */
    private static function page(?Parameter $parameter): string
    {
        return DependsOn::Page === $parameter?->dependsOn ? ' (on its page'.(null === $parameter->note ? '' : ": {$parameter->note}").')' : '';
    }
}
