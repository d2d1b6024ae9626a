<?php

declare(strict_types=1);

namespace App\Live;

/** The player as a process: started by a host, or found where another host has left it. */
final class PlayerProcess
{
    public const FILE = 'player.pid';

    /** @param resource|null $started */
    private function __construct(private readonly int $pid, private mixed $started)
    {
    }

    /** @throws CannotPlay */
    public static function start(string $folder): self
    {
        $cache = "{$folder}/opcache";
        @mkdir($cache, 0o700);
        $command = [
            \PHP_BINARY,
            '-d', 'memory_limit=1G',
            '-d', 'opcache.enable_cli=1',
            '-d', "opcache.file_cache={$cache}",
            // No just-in-time compiler: that of PHP 8.2 has been seen to crash.
            '-d', 'opcache.jit_buffer_size=0',
            '-d', 'display_errors=stderr',
            __DIR__.'/player.php',
            $folder,
        ];
        $process = proc_open($command, [['file', '/dev/null', 'r'], \STDERR, \STDERR], $pipes);

        return \is_resource($process)
            ? new self(proc_get_status($process)['pid'], $process)
            : throw CannotPlay::because('the player cannot be started');
    }

    /** The player that plays in a folder, whoever started it; null where none does. */
    public static function found(string $folder): ?self
    {
        $pid = (int) @file_get_contents("{$folder}/".self::FILE);
        $command = $pid > 1 ? (string) @file_get_contents("/proc/{$pid}/cmdline") : '';

        return str_contains($command, 'player.php') && str_contains($command, $folder) ? new self($pid, null) : null;
    }

    public function isRunning(): bool
    {
        if (null !== $this->started) {
            return proc_get_status($this->started)['running'];
        }

        // A killed process of somebody else's may stay as a name for a while.
        return posix_kill($this->pid, 0) && 1 !== preg_match('/^\d+ \(.*\) Z /', (string) @file_get_contents("/proc/{$this->pid}/stat"));
    }

    public function signal(int $signal): void
    {
        posix_kill($this->pid, $signal);
    }

    /** Ends it with notes off, and waits for that. */
    public function end(float $withinS): void
    {
        $this->signal(\SIGTERM);
        for ($end = microtime(true) + $withinS; $this->isRunning() && microtime(true) < $end;) {
            usleep(20_000);
        }
    }
}
