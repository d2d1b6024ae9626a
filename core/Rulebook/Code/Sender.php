<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** Writes code that sends messages: each kind as the bytes it has on the wire. */
interface Sender
{
    /**
     * Sends the message at hand; a note belongs to its owner from then on.
     *
     * @param int $port position of an out port
     * @param string $channel `$ch`, or a channel by number
     * @param string $takeover jump, pickup or scaled
     */
    public function send(int $line, int $port, string $channel, string $takeover = 'jump'): void;

    /** Sends a message that is no note from the given variables or numbers. */
    public function message(int $line, int $port, Kind $kind, string $ch, string $n, string $v, string $raw): void;

    /** Tells the trace which line sends next. */
    public function at(int $line): void;
}
