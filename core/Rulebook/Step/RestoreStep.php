<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\RestoreRecipe;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Brings a device back to where it should stand: its program with the bank, after its deaf time the parameters that are known and differ
 * from what the program stores, and its lamps last. What toggles or triggers is left to a hand.
 *
 *     restore brine
 */
final class RestoreStep extends NamedStep
{
    private ?RestoreRecipe $whole = null;

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $cursor->expectEnd();

        return new self($span, $device);
    }

    public function print(): string
    {
        return "restore {$this->device->text}";
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->whole = $devices->whole($this->device);

        return $step;
    }

    public function retitled(Devices $devices): static
    {
        return $this;
    }

    /** @return list<string> parameters that are left to a hand, since what is sent would toggle or trigger them */
    public function byHand(): array
    {
        return $this->whole->byHand ?? [];
    }

    public function deafens(): int
    {
        return $this->whole->deafUs ?? 0;
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Restore, 'restore', $this->device->text)];
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::TakesOver];
    }

    /** What is sent depends on what was sent before, which no plain line can say. */
    public function plain(): ?array
    {
        return null;
    }

    public function compile(Writer $code): void
    {
        $code->sender()->at($this->span->line);
        $code->line("Restore::unit(\$e, \$t, '{$this->device->text}', {$this->span->line}, {$code->doer()});");
    }

    protected function port(): ?string
    {
        return $this->whole?->port;
    }
}
