<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

/** Ports of this machine that nobody listens on. */
final class FreePort
{
    public static function find(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        if (false === $socket) {
            throw new \RuntimeException('no free port');
        }
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    /** Waits until somebody listens. */
    public static function wait(int $port, float $seconds = 20): void
    {
        $until = microtime(true) + $seconds;
        while (microtime(true) < $until) {
            $socket = @stream_socket_client("tcp://127.0.0.1:{$port}", timeout: 1);
            if (false !== $socket) {
                fclose($socket);

                return;
            }
            usleep(50_000);
        }
        throw new \RuntimeException("nobody listens on port {$port} after {$seconds} seconds");
    }
}
