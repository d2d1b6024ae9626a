<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** The lamp of a control: the message that lights it, and its values. */
final readonly class LampMessage
{
    /** @param array<string, int> $colours values by word, in the order of the chart */
    public function __construct(
        public string $title,
        public string $port,
        public Kind $kind,
        public int $number,
        public ?int $channel,
        public int $off,
        public int $on,
        public array $colours,
    ) {
    }

    /** The message with a value, as a rulebook posts it; null for a note, which could not be posted without its end. */
    public function line(int $value, int $firstProgram): ?string
    {
        $channel = null === $this->channel ? '' : " channel {$this->channel}";

        return match ($this->kind) {
            Kind::Note => null,
            Kind::Program => 'post program '.($value + $firstProgram)."{$channel} to {$this->port}",
            default => "post {$this->kind->value} {$this->number} value {$value}{$channel} to {$this->port}",
        };
    }
}
