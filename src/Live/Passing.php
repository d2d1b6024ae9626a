<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Decoder;

/** The messages that came in and left since a picture was drawn, numbered; of more than people can read the latest. Real-time bytes are only counted. */
final class Passing
{
    private const MOST = 60;
    /** Bytes of a message that are shown at most. */
    private const LONGEST = 40;
    private const REAL_TIME = 0xF8;

    /** Number of the first message that is kept. */
    private int $from = 0;
    /** @var list<array{port: string, isOut: bool, bytes: string}> */
    private array $messages = [];
    /** @var array<int, Decoder> by in port */
    private array $decoders = [];

    /** @param string $left the message that an entry tells to have left, where it tells that */
    public function take(Entry $entry, string $port, string $left): void
    {
        if (EntrySort::Gone === $entry->sort) {
            unset($this->decoders[$entry->port]);
        }
        $faults = [];
        $messages = match ($entry->sort) {
            EntrySort::Came => ($this->decoders[$entry->port] ??= new Decoder())->feed($entry->text, $faults),
            EntrySort::Sent, EntrySort::Owed => [$left],
            default => [],
        };
        foreach ($messages as $bytes) {
            if ('' !== $bytes && \ord($bytes[0]) < self::REAL_TIME) {
                $this->messages[] = [
                    'port' => $port,
                    'isOut' => EntrySort::Came !== $entry->sort,
                    'bytes' => Bytes::toHex(substr($bytes, 0, self::LONGEST)),
                ];
            }
        }
        if (\count($this->messages) > self::MOST) {
            $this->from += \count($this->messages) - self::MOST;
            $this->messages = \array_slice($this->messages, -self::MOST);
        }
    }

    /** @return array{from: int, messages: list<array{port: string, isOut: bool, bytes: string}>} what has passed since the last call */
    public function draw(): array
    {
        $drawn = ['from' => $this->from, 'messages' => $this->messages];
        $this->from += \count($this->messages);
        $this->messages = [];

        return $drawn;
    }
}
