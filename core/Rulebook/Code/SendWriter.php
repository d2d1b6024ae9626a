<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;

/** Writes code that sends messages: each kind as the bytes it has on the wire. */
interface SendWriter
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

    /**
     * Sends the message in `$mch`, `$mn` and `$mv` once a fader has met the present value.
     *
     * @param string $takeover pickup or scaled
     * @param ValueRange $range of the values sent
     */
    public function takingOver(int $line, int $port, Kind $kind, string $takeover, ValueRange $range): void;

    /** Sends the one of two values that a control does not stand at; a tie, or an unknown value, counts as the first. */
    public function other(int $line, int $port, Kind $kind, int $ch, int $n, int $first, int $second): void;

    /**
     * Sends a program with its bank messages.
     *
     * @param string $bytes PHP of MSB << 16 | LSB << 8 | program; 128 for a bank message that is not sent
     */
    public function program(int $line, int $port, string $ch, string $bytes): void;

    /**
     * Does what comes next, up to {@see whereItStands()}, only where another program was called last.
     *
     * @param string $bytes PHP of MSB << 16 | LSB << 8 | program; 128 for a bank message that is not sent
     */
    public function unlessItStands(int $line, int $port, string $ch, string $bytes): void;

    public function whereItStands(): void;

    /** Tells the trace which line sends next. */
    public function at(int $line): void;
}
