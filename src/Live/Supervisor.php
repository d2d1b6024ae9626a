<?php

declare(strict_types=1);

namespace App\Live;

/** Tells the supervisor of a service that the host is ready and alive (sd_notify: datagrams to the socket named by NOTIFY_SOCKET). */
final class Supervisor
{
    private const EVERY_S = 0.2;

    /** @var resource|null */
    private mixed $socket = null;
    private float $saidAt = 0.0;

    public function __construct()
    {
        $address = (string) getenv('NOTIFY_SOCKET');
        if ('' !== $address) {
            $address = '@' === $address[0] ? "\0".substr($address, 1) : $address;
            $this->socket = @stream_socket_client("udg://{$address}") ?: null;
        }
    }

    public function ready(): void
    {
        $this->say('READY=1');
    }

    /** The player has given a sign: the watchdog may wait on. */
    public function alive(): void
    {
        $now = microtime(true);
        if ($now - $this->saidAt > self::EVERY_S) {
            $this->saidAt = $now;
            $this->say('WATCHDOG=1');
        }
    }

    public function stopping(): void
    {
        $this->say('STOPPING=1');
    }

    private function say(string $what): void
    {
        null === $this->socket ?: @fwrite($this->socket, $what);
    }
}
