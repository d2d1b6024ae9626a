<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Sends the message as it now is, on each listed port and each listed channel. Steps go on after it.
 *
 *     send moths, drum_box channel 3,4
 */
final class SendStep extends Step implements TakesOver
{
    /** @param list<Token> $ports */
    private function __construct(Span $span, private readonly array $ports, private readonly ?NumberList $channels, private readonly ?Token $takeover)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $ports = $cursor->names('an out port');
        $channels = null !== $cursor->accept('channel') ? $cursor->numberList('a channel', 1, 16) : null;
        $takeover = $cursor->accept(...self::TAKEOVERS);
        $cursor->expectEnd(...null === $channels ? ['","', 'channel'] : [], ...null === $takeover ? self::TAKEOVERS : []);

        return new self($span, $ports, $channels, $takeover);
    }

    public function print(): string
    {
        return $this->printWith($this->takeover->text ?? '');
    }

    public function printWith(string $takeover): string
    {
        return rtrim(
            'send '.
                implode(', ', array_map(static fn (Token $port): string => $port->text, $this->ports)).
                (null === $this->channels ? '' : ' channel '.$this->channels->print()).
                " {$takeover}",
        );
    }

    public function takeover(): string
    {
        return $this->takeover->text ?? 'jump';
    }

    public function facts(): array
    {
        return match ($this->takeover()) {
            'jump' => [Fact::HasEffect, Fact::BeginsNotes, Fact::PassesOn, Fact::LetsAllPass],
            'pickup', 'scaled' => [Fact::HasEffect, Fact::BeginsNotes, Fact::PassesOn, Fact::TakesOver],
            default => [Fact::HasEffect, Fact::BeginsNotes, Fact::PassesOn],
        };
    }

    public function compile(Writer $code): void
    {
        $channels = $code->kind()->hasChannel() ? $this->channels?->numbers() ?? [null] : [null];
        foreach ($this->ports as $port) {
            foreach ($channels as $channel) {
                $code
                    ->sender()
                    ->send(
                        $this->span->line,
                        $code->declared()->portAt($port),
                        null === $channel ? '$ch' : (string) $channel,
                        $this->takeover->text ?? 'jump',
                    );
            }
        }
    }

    /** @return list<string> */
    public function ports(): array
    {
        return array_map(static fn (Token $port): string => $port->text, $this->ports);
    }

    /** @return list<int>|null the channels on which it sends; null for that of the message */
    public function channels(): ?array
    {
        return $this->channels?->numbers();
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function references(): array
    {
        return Reference::all(Reference::OUT_PORT, $this->ports);
    }

    public function lists(): array
    {
        return null === $this->channels ? [] : [$this->channels];
    }
}
