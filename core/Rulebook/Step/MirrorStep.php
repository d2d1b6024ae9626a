<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Takes the message as the present value of the same control at a port, for `pickup` and `scaled`.
 *
 *     mirror desk
 */
final class MirrorStep extends Step
{
    private function __construct(Span $span, private readonly Token $port)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $port = $cursor->name('an out port');
        $cursor->expectEnd();

        return new self($span, $port);
    }

    public function print(): string
    {
        return 'mirror '.$this->port->text;
    }

    public function facts(): array
    {
        return [Fact::HasEffect];
    }

    public function compile(Writer $code): void
    {
        if (Kind::Note === $code->kind() || !$code->kind()->hasValue()) {
            $code->finds(CompileFindingKind::Missing, 'value to mirror', $this->span);
            $code->reject('the message has no value to mirror');

            return;
        }
        $code->line("Takeover::told(\$s, \$t, {$code->declared()->portAt($this->port)}, {$code->kind()->ordinal()}, \$ch, \$n, \$v);");
    }

    public function references(): array
    {
        return [new Reference(Reference::OUT_PORT, $this->port)];
    }
}
