<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Engine\SendCode;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\Span;
use ZigzagPost\Core\Rulebook\Token;

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

    public function compile(RuleCode $code): void
    {
        SendCode::at($code, $this->span->line);
        $ports = implode(', ', array_map(static fn (Token $port): int => $code->book()->portIndex($port->text), $this->ports));
        $code->line('$e->panic($t, '.([] === $this->ports ? 'null' : "[{$ports}]").');');
    }

    public function hasEffect(): bool
    {
        return true;
    }

    public function references(): array
    {
        return Reference::all(Reference::OUT_PORT, $this->ports);
    }
}
