<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * What is done to a clock by its name alone.
 *
 *     tap lead
 *     follow lead
 *     start lead
 *     stop lead
 */
abstract class ClockStep extends Step
{
    final private function __construct(Span $span, private readonly Token $clock)
    {
        parent::__construct($span);
    }

    abstract protected static function keyword(): string;

    /** The class of the engine that does it. */
    protected static function doer(): string
    {
        return 'Clocks';
    }

    public static function parse(Cursor $cursor, Span $span): static
    {
        $clock = $cursor->name('a clock name');
        $cursor->expectEnd();

        return new static($span, $clock);
    }

    public function print(): string
    {
        return static::keyword().' '.$this->clock->text;
    }

    public function clock(): string
    {
        return $this->clock->text;
    }

    public function effects(): ?array
    {
        return [new Effect(DoesWhat::Clock, $this->print())];
    }

    public function facts(): array
    {
        return [Fact::HasEffect];
    }

    public function compile(Writer $code): void
    {
        $code->sender()->at($this->span->line);
        $kind = 'follow' === static::keyword() ? ", {$code->kind()->ordinal()}" : '';
        if ('follow' === static::keyword() && !\in_array($code->kind(), [Kind::Clock, Kind::Start, Kind::Continue, Kind::Stop], true)) {
            $code->finds(CompileFindingKind::Missing, 'tempo to follow', $this->span);
            $code->reject('there is no tempo to follow');

            return;
        }
        $code->line(static::doer().'::'.static::keyword()."(\$e, '{$this->clock->text}', \$t{$kind});");
    }

    public function references(): array
    {
        return [new Reference(Reference::CLOCK, $this->clock)];
    }
}
