<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;

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

    public function facts(): array
    {
        return [Fact::EndsNotes];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note !== $code->kind() || !$code->beginsNotes()) {
            $code->finds(CompileFindingKind::Missing, 'length', $this->span);
            $code->reject('the message has no length');

            return;
        }
        $code->owner()->gate();
        $code->line("Notes::gate(\$e, \$own, \$t, {$this->duration->us});");
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }
}
