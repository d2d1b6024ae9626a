<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;

/**
 * Lets at most one message of each control through in that time; the latest is held and goes out when the time is over.
 *
 *     thin 20ms
 */
final class ThinStep extends DurationStep
{
    protected static function keyword(): string
    {
        return 'thin';
    }

    public function facts(): array
    {
        return [Fact::Thins];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note === $code->kind()) {
            $code->finds(CompileFindingKind::NotForNotes, 'thin', $this->span);

            return;
        }
        $next = $code->owner()->continuation();
        $code->line(
            "if (Thinning::holds(\$e, {$code->ruleIndex()}, '{$code->stepId()}', {$this->duration->us}, "
                ."\$ctl, \$t, ['{$next}', {$code->owner()->arguments()}])) { return 1; }",
        );
        $code->line("return \$this->{$next}(\$e, \$t, {$code->owner()->arguments()});");
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
