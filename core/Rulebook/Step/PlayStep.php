<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\PlayedPart;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Sends the message at hand to a device, on the channel that it answers on.
 *
 *     play moth
 *     play sampler part 2
 */
final class PlayStep extends NamedStep
{
    private ?PlayedPart $played = null;

    private function __construct(Span $span, Token $device, private readonly ?Literal $part)
    {
        parent::__construct($span, $device);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $part = null !== $cursor->accept('part') ? $cursor->integer('the number of a part', 1, 64) : null;
        $cursor->expectEnd(...null === $part ? ['part'] : []);

        return new self($span, $device, $part);
    }

    public function print(): string
    {
        return "play {$this->device->text}".(null === $this->part ? '' : " part {$this->part->text}");
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->played = $devices->part($this->device, $this->part->value ?? 1);

        return $step;
    }

    /** Which part of the device is played, counted from 1. */
    public function number(): int
    {
        return $this->part->value ?? 1;
    }

    public function retitled(Devices $devices): static
    {
        return $this;
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Play, 'plays', $this->device->text)];
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::BeginsNotes, Fact::PassesOn, Fact::LetsAllPass];
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function plain(): ?array
    {
        return true === $this->played?->hasChannels
            ? ["send {$this->played->port}".(null === $this->played->channel ? '' : " channel {$this->played->channel}")]
            : null;
    }

    /** @throws RulebookError */
    public function compile(Writer $code): void
    {
        $played = $this->played ?? throw new \LogicException('this step has not been told what its names mean');
        if (!$played->hasChannels && $code->kind()->hasChannel()) {
            $code->line($code->rejection("'this device answers on no channel'", ''));

            return;
        }
        $this->compileLines($code, $this->plain() ?? ["send {$played->port}"]);
    }

    protected function port(): ?string
    {
        return $this->played?->port;
    }
}
