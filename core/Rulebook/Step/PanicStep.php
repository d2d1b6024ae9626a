<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Silence, at all out ports or at those named.
 *
 *     panic
 *     panic moths, gulls
 */
final class PanicStep extends Step
{
    /** @param list<Token> $ports */
    private function __construct(Span $span, private readonly array $ports)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $ports = $cursor->atEnd() ? [] : $cursor->names('an out port');
        $cursor->expectEnd('","');

        return new self($span, $ports);
    }

    public function print(): string
    {
        return rtrim('panic '.implode(', ', array_map(static fn (Token $port): string => $port->text, $this->ports)));
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Panic, 'panic')];
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::Quiets];
    }

    public function compile(Writer $code): void
    {
        $code->sender()->at($this->span->line);
        $ports = implode(', ', array_map(static fn (Token $port): int => $code->declared()->portAt($port), $this->ports));
        $code->line('Panic::silence($e, $t, '.([] === $this->ports ? 'null' : "[{$ports}]").');');
    }

    /** @return list<string> the out ports that it silences; none for all of them */
    public function ports(): array
    {
        return array_map(static fn (Token $port): string => $port->text, $this->ports);
    }

    public function references(): array
    {
        return Reference::all(Reference::OUT_PORT, $this->ports);
    }
}
