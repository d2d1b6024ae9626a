<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Writes to streams and notices when they take no more: a full disk, a closed pipe. */
final class Sink
{
    /**
     * @param resource $stream
     *
     * @throws WriteFailed
     */
    public static function put($stream, string $bytes): void
    {
        if ('' !== $bytes && \strlen($bytes) !== @fwrite($stream, $bytes)) {
            throw WriteFailed::full();
        }
    }

    /**
     * @param resource $from
     * @param resource $into
     *
     * @throws WriteFailed
     */
    public static function copy($from, $into): void
    {
        rewind($from);
        while (!feof($from)) {
            self::put($into, (string) fread($from, 1 << 16));
        }
    }

    /**
     * A stream that goes to disk when it grows large.
     *
     * @return resource
     *
     * @throws WriteFailed
     */
    public static function temporary()
    {
        $stream = @fopen('php://temp', 'w+');

        return false === $stream ? throw WriteFailed::full() : $stream;
    }
}
