<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Span;

/** `clock`, `start`, `continue`, `stop` and `reset`. */
final readonly class SystemTemplate extends Template
{
    public const WORDS = ['clock', 'start', 'continue', 'stop', 'reset'];

    public function __construct(Span $span, private Kind $word)
    {
        parent::__construct($span, null);
    }

    public function kind(): Kind
    {
        return $this->word;
    }

    protected function printFields(): string
    {
        return $this->word->value;
    }

    protected function fields(): array
    {
        return [];
    }

    protected function emitFields(Writer $code, string $then, bool $post): null
    {
        $code->line('$mn = 0;');
        $code->line('$mv = 0;');

        return null;
    }
}
