<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Writer;

/**
 * Does the steps below later; a note keeps its length, for its end is delayed as well.
 *
 *     delay 250ms
 */
final class DelayStep extends DurationStep
{
    protected static function keyword(): string
    {
        return 'delay';
    }

    public function compile(Writer $code): void
    {
        // What was a note above may be one again below, also where it is a controller here.
        if ((Kind::Note === $code->kind() || $code->isOfNote() || $code->around()->isEndedAbove()) && $code->beginsNotes()) {
            $code->owner()->delay($this->duration->us);
        }
        $code->line("\$e->later(\$t + {$this->duration->us}, 'call', ['{$code->owner()->continuation()}', {$code->owner()->arguments()}]);");
        $code->line('return 1;');
        $code->end();
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function holdsUpUs(): int
    {
        return $this->duration->us;
    }
}
