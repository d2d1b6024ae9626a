<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\Owner;
use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Midi\Kind;

/**
 * Gives a note a fixed length; its real release is ignored, a repeat ends the sounding one first.
 *
 *     gate 120ms
 */
final class GateStep extends DurationStep
{
    protected static function keyword(): string
    {
        return 'gate';
    }

    public function compile(RuleCode $code): void
    {
        if (Kind::Note !== $code->kind || !$code->noteSends) {
            $code->lacks('length', $this->span);
            $code->reject('the message has no length');

            return;
        }
        $code->owner->change(Owner::code(Owner::GATE, $code->stepId()));
        $code->line("Notes::gate(\$e, \$own, \$t, {$this->duration->us});");
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }
}
