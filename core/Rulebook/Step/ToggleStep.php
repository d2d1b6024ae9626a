<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Each press gives the other of two values, starting with the second; releases end here. A note latches: on, then off.
 *
 *     toggle
 *     toggle 20 90
 */
final class ToggleStep extends Step
{
    private function __construct(Span $span, private readonly ?Literal $off, private readonly ?Literal $on)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $off = null;
        $on = null;
        if ($cursor->atNumber()) {
            $off = $cursor->integer('the value for off', -8192, 16383);
            $on = $cursor->integer('the value for on', -8192, 16383);
        }
        $cursor->expectEnd('a value for off and one for on');

        return new self($span, $off, $on);
    }

    public function print(): string
    {
        return null === $this->off || null === $this->on ? 'toggle' : "toggle {$this->off->text} {$this->on->text}";
    }

    public function facts(): array
    {
        return [Fact::ChangesMessage, Fact::MakesValue, Fact::Toggles, Fact::EndsNotes];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note === $code->kind()) {
            $this->latch($code);

            return;
        }
        PressStep::passPresses($code, $this->span);
        if ($code->hasEnded()) {
            return;
        }
        $state = "\$s->toggled['{$code->stepId()}'][\$ctl]";
        $code->line("{$state} = !({$state} ?? false);");
        [$off, $on] = [$this->off->value ?? 0, $this->on->value ?? 127];
        $code->fields()->assign('value', "{$state} ? ".self::number($on).' : '.self::number($off), Interval::around([$off, $on]), $this->span);
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Ends;
    }

    private function latch(Writer $code): void
    {
        $state = "\$s->toggled['{$code->stepId()}'][\$ctl]";
        $code->owner()->latch();
        $code->line("if (isset({$state})) { unset({$state}); Notes::end(\$e, \$t, \$own); return 1; }");
        $code->line("{$state} = true;");
        $code->line('$s->ledger[$own] ??= [];');
    }

    private static function number(int $number): string
    {
        return $number < 0 ? "({$number})" : (string) $number;
    }
}
