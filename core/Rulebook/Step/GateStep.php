<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Duration;
use ZigzagPost\Core\Rulebook\Span;

/**
 * Gives a note a fixed length; its real release is ignored, a repeat ends the sounding one first.
 *
 *     gate 120ms
 */
final class GateStep extends Step
{
    private function __construct(Span $span, private readonly Duration $duration)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $duration = $cursor->duration();
        $cursor->expectEnd();

        return new self($span, $duration);
    }

    public function print(): string
    {
        return 'gate '.$this->duration->print();
    }

    public function compile(RuleCode $code): void
    {
        if (Kind::Note !== $code->kind || !$code->noteSends) {
            $code->lacks('length', $this->span);
            $code->reject('the message has no length');

            return;
        }
        $code->changeOwner("'g{$code->stepId()}:'.\$ctl");
        $code->line("\$e->gate(\$own, \$t, {$this->duration->us});");
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }
}
