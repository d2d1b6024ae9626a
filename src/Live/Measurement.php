<?php

declare(strict_types=1);

namespace App\Live;

use Symfony\Component\Filesystem\Filesystem;

/** How long this computer takes from the last byte of a message that comes in to the first byte that leaves: a player of its own, between FIFOs. */
final class Measurement
{
    private const RULES = 300;
    private const A_SECOND = 1_000;
    private const BEGINS_WITHIN_S = 10.0;

    /** @var resource */
    private mixed $in;
    /** @var resource */
    private mixed $out;

    private function __construct(private readonly string $folder)
    {
    }

    /**
     * @param \Closure(int): void $progress told the seconds that are left
     *
     * @return list<int> microseconds, of each message, in order of length
     *
     * @throws CannotPlay
     */
    public static function latencies(int $seconds, \Closure $progress): array
    {
        $measurement = new self(sys_get_temp_dir().'/measure-'.bin2hex(random_bytes(8)));
        mkdir($measurement->folder, 0o700);
        try {
            return $measurement->run($seconds, $progress);
        } finally {
            (new Filesystem())->remove($measurement->folder);
        }
    }

    /**
     * @param list<int> $sorted
     * @param float $share such as 0.99 for what 99 of 100 stay below
     */
    public static function below(array $sorted, float $share): int
    {
        return $sorted[max(0, (int) ceil($share * \count($sorted)) - 1)] ?? 0;
    }

    /**
     * @param \Closure(int): void $progress
     *
     * @return list<int>
     */
    private function run(int $seconds, \Closure $progress): array
    {
        file_put_contents("{$this->folder}/show.book", self::book());
        [$this->in, $this->out] = [$this->fifo('in'), $this->fifo('out')];
        $command = [
            \PHP_BINARY,
            '-d', 'memory_limit=1G',
            \dirname(__DIR__).'/zigzag.php', 'live', "{$this->folder}/show.book",
            '--connect', "keys=device:{$this->folder}/in", '--connect', "synth=device:{$this->folder}/out", '--state', "{$this->folder}/state",
        ];
        $host = proc_open($command, [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
        if (!\is_resource($host)) {
            throw CannotPlay::because('a player cannot be started here');
        }
        try {
            $this->begin($pipes[1]);
            $latencies = [];
            for ($message = 0, $first = hrtime(true); $message < $seconds * self::A_SECOND; ++$message) {
                if (0 === $message % self::A_SECOND) {
                    $progress($seconds - intdiv($message, self::A_SECOND));
                }
                $wait = intdiv($first + $message * 1_000_000 - hrtime(true), 1000);
                $wait > 0 ? usleep($wait) : null;
                $latencies[] = $this->pass($message);
            }
            sort($latencies);

            return $latencies;
        } finally {
            proc_terminate($host, \SIGINT);
            proc_close($host);
        }
    }

    /** @param resource $said */
    private function begin(mixed $said): void
    {
        stream_set_blocking($said, false);
        $text = '';
        for ($end = microtime(true) + self::BEGINS_WITHIN_S; !str_contains($text, "playing\n");) {
            if (microtime(true) > $end) {
                throw CannotPlay::because('the player did not begin within ten seconds');
            }
            $text .= (string) stream_get_contents($said);
            usleep(10_000);
        }
    }

    /** Sends a message and waits for what comes of it: microseconds in between. */
    private function pass(int $message): int
    {
        $sent = hrtime(true);
        fwrite($this->in, "\xB0".\chr($message % 100).\chr($message & 0x7F));
        $bytes = '';
        while (\strlen($bytes) < 3) {
            $read = [$this->out];
            $write = $except = null;
            if (0 === stream_select($read, $write, $except, 2)) {
                throw CannotPlay::because('a message did not come through within two seconds');
            }
            if ('' === $bytes) {
                $came = hrtime(true);
            }
            $bytes .= (string) fread($this->out, 3 - \strlen($bytes));
        }

        return intdiv(($came ?? $sent) - $sent, 1000);
    }

    /** @return resource */
    private function fifo(string $name)
    {
        posix_mkfifo("{$this->folder}/{$name}", 0o600);
        $fifo = fopen("{$this->folder}/{$name}", 'r+n');
        if (false === $fifo) {
            throw CannotPlay::because('no FIFO can be made here');
        }
        stream_set_blocking($fifo, false);
        stream_set_read_buffer($fifo, 0);

        return $fifo;
    }

    private static function book(): string
    {
        $book = "port keys in\nport synth out\n";
        for ($rule = 0; $rule < self::RULES; ++$rule) {
            $book .= "rule \"r{$rule}\"\n  take cc ".$rule % 100 .' channel '.(1 + intdiv($rule, 100))."\n  set value = 127 - value\n  send synth\n";
        }

        return $book;
    }
}
