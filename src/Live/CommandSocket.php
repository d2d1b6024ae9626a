<?php

declare(strict_types=1);

namespace App\Live;

use Revolt\EventLoop;

/** The local socket on which a player is told what to do: texts, each behind its length in 32 bits, little-endian. Only this user gets to it. */
final class CommandSocket
{
    private const FILE = 'commands.sock';
    private const MOST = 1000;
    private const WAIT_S = 3.0;

    /** @var array<int, string> what has come of each connection, by its id */
    private array $came = [];

    /** @param \Closure(string): string $obey */
    public function __construct(private readonly string $folder, private readonly \Closure $obey)
    {
    }

    public function listen(): void
    {
        $file = "{$this->folder}/".self::FILE;
        @unlink($file);
        $server = stream_socket_server("unix://{$file}");
        if (false === $server) {
            return; // it plays without
        }
        chmod($file, 0o600);
        EventLoop::onReadable($server, function () use ($server): void {
            $client = @stream_socket_accept($server, 0);
            if (false !== $client) {
                stream_set_blocking($client, false);
                EventLoop::onReadable($client, $this->hear(...));
            }
        });
    }

    /**
     * Tells the player of a folder something.
     *
     * @throws CannotPlay where none answers
     */
    public static function tell(string $folder, string $command): string
    {
        $socket = @stream_socket_client("unix://{$folder}/".self::FILE, $code, $text, self::WAIT_S);
        if (false === $socket) {
            throw CannotPlay::because('no player answers here');
        }
        stream_set_timeout($socket, (int) self::WAIT_S);
        fwrite($socket, pack('V', \strlen($command)).$command);
        $head = (string) fread($socket, 4);
        if (4 !== \strlen($head)) {
            throw CannotPlay::because('the player did not answer');
        }

        return (string) fread($socket, max(1, min(self::length($head), self::MOST)));
    }

    private static function length(string $head): int
    {
        /** @var array{is: int} $length */
        $length = unpack('Vis', $head);

        return $length['is'];
    }

    /** @param resource $client */
    private function hear(string $watch, mixed $client): void
    {
        $id = get_resource_id($client);
        $bytes = @fread($client, self::MOST);
        if (false === $bytes || '' === $bytes) {
            $this->forget($watch, $client);

            return;
        }
        $came = ($this->came[$id] ?? '').$bytes;
        while (\strlen($came) >= 4) {
            $length = self::length($came);
            if ($length > self::MOST) {
                $this->forget($watch, $client);

                return;
            }
            if (\strlen($came) < 4 + $length) {
                break;
            }
            $answer = ($this->obey)(substr($came, 4, $length));
            $came = substr($came, 4 + $length);
            @fwrite($client, pack('V', \strlen($answer)).$answer);
        }
        $this->came[$id] = $came;
    }

    /** @param resource $client */
    private function forget(string $watch, mixed $client): void
    {
        EventLoop::cancel($watch);
        unset($this->came[get_resource_id($client)]);
        fclose($client);
    }
}
