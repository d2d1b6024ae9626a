<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

use ZigzagPost\Core\Midi\Bytes;

/** Writes a tape, one whole message a line. */
final class TapeWriter implements EventWriter
{
    public const HEADER = "# zigzag tape 1\n";
    /** Of the recording of a live run, which also says what people and the host did. */
    public const HEADER_OF_LIVE = "# zigzag tape 2\n";

    /**
     * @param resource $stream
     *
     * @throws WriteFailed
     */
    public function __construct(private readonly mixed $stream)
    {
        Sink::put($stream, self::HEADER);
    }

    /** @throws WriteFailed */
    public function write(Event $event): void
    {
        Sink::put($this->stream, self::line($event));
    }

    public function finish(): void
    {
    }

    public static function line(Event $event): string
    {
        return self::text($event->timeUs, $event->port, $event->bytes, $event->pulseUs);
    }

    /** A line for an event that is not one yet. */
    public static function text(int $timeUs, string $port, string $bytes, ?int $pulseUs = null): string
    {
        return Milliseconds::format($timeUs)." {$port} ".(null === $pulseUs ? Bytes::toHex($bytes) : 'pulse '.self::plain($pulseUs))."\n";
    }

    /** A length in milliseconds without needless zeros: 5000 is "5", 2500 is "2.5". */
    private static function plain(int $lengthUs): string
    {
        return rtrim(rtrim(Milliseconds::format($lengthUs), '0'), '.');
    }
}
