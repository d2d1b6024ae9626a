<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\HostFolder;

/** `bin/zigzag live` as a process of its own, with FIFOs of ours for its devices. */
final class LiveProcess
{
    private const ROOT = __DIR__.'/../../..';

    public readonly string $folder;
    /** @var array<string, string> bytes that left, by port */
    public array $got = [];
    public string $said = '';

    /** @var resource|null */
    private mixed $process = null;
    /** @var array<string, resource> */
    private array $fifos = [];
    /** @var array<int, resource> */
    private array $pipes = [];

    public readonly string $show;

    /**
     * @param string $name of the show's file: a rulebook or a rig
     * @param list<string> $ins ports
     * @param list<string> $outs ports
     */
    public function __construct(string $name, string $text, private readonly array $ins, private readonly array $outs)
    {
        $this->folder = sys_get_temp_dir().'/live-'.bin2hex(random_bytes(6));
        mkdir($this->folder, 0o700);
        $this->show = $this->path($name);
        file_put_contents($this->show, $text);
        foreach (array_unique([...$ins, ...$outs]) as $port) {
            posix_mkfifo($this->path($port), 0o600);
            $this->fifos[$port] = self::open($this->path($port));
        }
        foreach ($outs as $port) {
            $this->got[$port] = '';
        }
    }

    public function path(string $name): string
    {
        return "{$this->folder}/{$name}";
    }

    /**
     * @param list<string> $options beside what is connected and where the state is kept
     * @param bool $isLeader whether it leads a session of its own, as under a supervisor
     */
    public function start(array $options = [], float $withinS = 10.0, bool $isLeader = false): void
    {
        $connect = [];
        foreach ([...$this->ins, ...$this->outs] as $port) {
            array_push($connect, '--connect', "{$port}=device:{$this->path($port)}");
        }
        $zigzag = [\PHP_BINARY, '-d', 'memory_limit=1G', self::ROOT.'/src/zigzag.php'];
        $command = [...$zigzag, 'live', $this->show, ...$connect, '--state', $this->path('state'), ...$options];
        $process = proc_open(
            [...$isLeader ? ['setsid', '--wait'] : [], ...$command],
            [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', $this->path('errors'), 'a']],
            $pipes,
        );
        \assert(\is_resource($process));
        $this->process = $process;
        $this->pipes = $pipes;
        stream_set_blocking($pipes[1], false);
        $from = \strlen($this->said);
        $this->until(fn (): bool => str_contains(substr($this->said, $from), "playing\n"), $withinS);
    }

    public function send(string $port, string $bytes): void
    {
        fwrite($this->fifos[$port], $bytes);
    }

    /** Tells the run that plays something. */
    public function tell(string $command): int
    {
        $words = [\PHP_BINARY, self::ROOT.'/src/zigzag.php', 'live', $this->show, '--state', $this->path('state'), '--now', $command];
        $process = proc_open($words, [2 => ['file', $this->path('errors'), 'a']], $pipes);
        \assert(\is_resource($process));

        return proc_close($process);
    }

    /** Lets time go by, and hears what leaves. */
    public function hear(float $seconds): void
    {
        $this->until(static fn (): bool => false, $seconds, false);
    }

    /** @param \Closure(): bool $isSo */
    public function until(\Closure $isSo, float $withinS, bool $mustBe = true): void
    {
        $end = microtime(true) + $withinS;
        while (microtime(true) < $end) {
            $streams = array_values(array_intersect_key($this->fifos, array_flip($this->outs)));
            $write = $except = null;
            if ([] === $streams) {
                usleep(5000);
            } elseif (@stream_select($streams, $write, $except, 0, 5000) > 0) {
                foreach ($this->outs as $port) {
                    $this->got[$port] .= (string) fread($this->fifos[$port], 65536);
                }
            }
            $this->said .= isset($this->pipes[1]) ? (string) stream_get_contents($this->pipes[1]) : '';
            if ($isSo()) {
                return;
            }
        }
        if ($mustBe) {
            throw new \RuntimeException("not within {$withinS} s; it said:\n{$this->said}".file_get_contents($this->path('errors')));
        }
    }

    /** Ends it as Ctrl-C does. */
    public function stop(): int
    {
        $process = $this->process;
        \assert(\is_resource($process));
        proc_terminate($process, \SIGINT);
        $status = -1;
        $this->until(static function () use ($process, &$status): bool {
            $now = proc_get_status($process);
            $status = $now['exitcode'];

            return !$now['running'];
        }, 10.0);
        $this->said .= (string) stream_get_contents($this->pipes[1]);
        proc_close($process);
        $this->process = null;
        $this->pipes = [];

        return $status;
    }

    /** The host dies, and nobody who started it notices. */
    public function killHost(): int
    {
        $process = $this->process;
        \assert(\is_resource($process));
        $pid = proc_get_status($process)['pid'];
        posix_kill($pid, \SIGKILL);
        proc_close($process);
        $this->process = null;
        $this->pipes = [];

        return $pid;
    }

    /** A signal to the player alone. */
    public function signalPlayer(int $signal): void
    {
        posix_kill($this->player(), $signal);
    }

    public function player(): int
    {
        \assert(\is_resource($this->process));
        $host = proc_get_status($this->process)['pid'];
        foreach (glob('/proc/[0-9]*/stat') ?: [] as $file) {
            $stat = (string) @file_get_contents($file);
            if (1 === preg_match('/^(\d+) \(.*\) [^Z] (\d+) /', $stat, $part) && (int) $part[2] === $host) {
                return (int) $part[1];
            }
        }
        throw new \RuntimeException('there is no player');
    }

    public function recording(): string
    {
        return (string) file_get_contents($this->path('recording.tape'));
    }

    /** What `bin/zigzag run` makes of the recording. */
    public function runOfRecording(): string
    {
        $rig = str_ends_with($this->show, '.json') ? ['--rig', $this->show] : [];
        $book = str_ends_with($this->show, '.json') ? $this->path('show.book') : $this->show;
        if ([] !== $rig) {
            /** @var array{rulebook: string} $json */
            $json = json_decode((string) file_get_contents($this->show), true);
            file_put_contents($book, $json['rulebook']);
        }
        $command = [\PHP_BINARY, '-d', 'memory_limit=1G', self::ROOT.'/src/zigzag.php', 'run', $book, '--in', $this->path('recording.tape'), ...$rig];
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', $this->path('errors'), 'a']], $pipes);
        \assert(\is_resource($process));
        $output = (string) stream_get_contents($pipes[1]);
        proc_close($process);

        return $output;
    }

    public function remove(): void
    {
        if (null !== $this->process) {
            $this->stop();
        }
        $owner = HostFolder::ownerOf($this->path('state'));
        if (null !== $owner) {
            posix_kill($owner, \SIGINT);
            $this->until(fn (): bool => null === HostFolder::ownerOf($this->path('state')), 10.0);
        }
        foreach (glob("{$this->folder}/{*,state/*,state/kept/*}", \GLOB_BRACE) ?: [] as $file) {
            is_dir($file) || @unlink($file);
        }
        foreach (['/state/kept', '/state', ''] as $folder) {
            @rmdir($this->folder.$folder);
        }
    }

    /** @return resource */
    private static function open(string $path)
    {
        $fifo = fopen($path, 'r+n');
        \assert(false !== $fifo);
        stream_set_blocking($fifo, false);
        stream_set_read_buffer($fifo, 0);

        return $fifo;
    }
}
