<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Message\Template;
use ZigzagPost\Core\Rulebook\Message\TemplateParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Duration;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Sends another message beside the one at hand; a posted note needs its length.
 *
 *     post program 3 channel 7 to drive
 *     post note C4 velocity 90 for 200ms to moths
 *     post pulse 5ms to ticker
 *     post cc 74 value 0 to drive after 1.5s
 */
final class PostStep extends Step
{
    /** @param list<Token> $ports */
    private function __construct(
        Span $span,
        private readonly ?Template $message,
        private readonly ?Duration $length,
        private readonly array $ports,
        private readonly ?Duration $after,
    ) {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $isPulse = null !== $cursor->accept('pulse');
        $message = $isPulse ? null : TemplateParser::parse($cursor);
        $isNote = Kind::Note === $message?->kind();
        $length = $isPulse ? $cursor->duration() : null;
        $length ??= $isNote && null !== $cursor->accept('for') ? $cursor->duration() : null;
        if (null !== $message && $isNote && null === $length) {
            throw new RulebookError($message->span, 'note-length', 'a posted note needs its length, such as "for 200ms", before "to"');
        }
        $cursor->expect('to');
        $ports = $cursor->names('an out port');
        $after = null !== $cursor->accept('after') ? $cursor->duration() : null;
        $cursor->expectEnd(...null === $after ? ['","', 'after'] : []);

        return new self($span, $message, $length, $ports, $after);
    }

    public function print(): string
    {
        $what =
            null === $this->message
                ? 'pulse '.$this->length?->print()
                : $this->message->print().(null === $this->length ? '' : ' for '.$this->length->print());

        return "post {$what}".
            ' to '.
            implode(', ', array_map(static fn (Token $port): string => $port->text, $this->ports)).
            (null === $this->after ? '' : ' after '.$this->after->print());
    }

    /** @return list<string> */
    public function ports(): array
    {
        return array_map(static fn (Token $port): string => $port->text, $this->ports);
    }

    /** Whether it leaves some time after the step. */
    public function isLater(): bool
    {
        return null !== $this->after;
    }

    public function message(): ?Template
    {
        return $this->message;
    }

    public function sends(): array
    {
        if (null === $this->message) {
            return [];
        }
        $sends = [];
        foreach ($this->ports() as $port) {
            $sends[] = new Sending($port, $this->message->bytes(), $this->after->us ?? 0);
            if (null !== $this->length) {
                $sends[] = new Sending($port, $this->message->bytes(), ($this->after->us ?? 0) + $this->length->us);
            }
        }

        return $sends;
    }

    public function facts(): array
    {
        return null === $this->message ? [Fact::HasEffect, Fact::LetsAllPass, Fact::Pulses] : [Fact::HasEffect, Fact::LetsAllPass];
    }

    public function compile(Writer $code): void
    {
        $code->line('do {');
        if (null === $this->message) {
            $code->line('$mch = $mn = $mv = 0;');
        } else {
            $this->message->emit($code, 'break;', true);
        }
        foreach ($this->ports as $name) {
            $port = $code->declared()->portAt($name);
            if (null === $this->after) {
                $this->send($code, $port);
            } else {
                $code->after($this->after->us, $port, Kind::Note === $this->message?->kind(), fn (Writer $later) => $this->send($later, $port));
            }
        }
        $code->line('} while (false);');
    }

    private function send(Writer $code, int $port): void
    {
        if (null === $this->message) {
            $code->sender()->at($this->span->line);
            $code->line("\$e->pulse(\$t, {$port}, {$this->length?->us});");
        } elseif (null !== $this->length) {
            $code->sender()->at($this->span->line);
            $code->line("Notes::post(\$e, \$t, {$port}, \$mch, \$mn, \$mv, {$this->length->us}, {$code->doer()});");
        } else {
            $code->sender()->message($this->span->line, $port, $this->message->kind(), '$mch', '$mn', '$mv', '$mraw');
        }
    }

    public function references(): array
    {
        return Reference::all(Reference::OUT_PORT, $this->ports);
    }

    public function expressions(): array
    {
        return $this->message?->expressions() ?? [];
    }
}
