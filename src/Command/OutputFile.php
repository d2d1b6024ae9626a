<?php

declare(strict_types=1);

namespace App\Command;

use ZigzagPost\Core\Format\EventWriter;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\Sink;
use ZigzagPost\Core\Format\WriteFailed;
use ZigzagPost\Core\Rulebook\Rulebook;

/**
 * A file, or standard output, that is written whole when everything has gone well and not at all otherwise.
 *
 * A link is followed, so that the file behind it changes; what is no plain file, such as a device, is written into.
 */
final class OutputFile
{
    private const MOST_LINKS = 20;
    private const STANDARD_OUTPUT = ['-', '/dev/stdout', '/dev/fd/1', '/proc/self/fd/1'];

    /** @var array<string, true> files that are being made, to be taken away when the process is stopped */
    private static array $unfinished = [];

    /** @var resource */
    public readonly mixed $stream;
    /** Where the links lead; null for standard output. */
    public readonly ?string $target;
    private readonly ?string $temporary;

    /** @param string|null $file null or - for standard output */
    public static function of(?string $file): self
    {
        return new self($file);
    }

    /** The same for a recording, whose ending says in which format. */
    public static function ofRecording(?string $file): self
    {
        Files::format($file ?? '-');

        return new self($file);
    }

    private function __construct(private readonly ?string $file)
    {
        if (is_dir((string) $file)) {
            throw CommandFailed::input("{$file}: this is a folder; name a file");
        }
        $this->target = null === $file || \in_array($file, self::STANDARD_OUTPUT, true) ? null : self::followed($file);
        $isPlain = null !== $this->target && (!file_exists($this->target) || is_file($this->target));
        $this->temporary = $isPlain ? $this->target.'.'.getmypid().'.part' : null;
        $stream = @fopen($this->temporary ?? 'php://temp', 'w+');
        $this->stream = false === $stream ? throw CommandFailed::input("{$file}: this file cannot be written; check the folder and its permissions") : $stream;
        if (null !== $this->temporary) {
            self::$unfinished[$this->temporary] = true;
        }
    }

    public function __destruct()
    {
        if (null !== $this->temporary) {
            @unlink($this->temporary);
            unset(self::$unfinished[$this->temporary]);
        }
    }

    /** Takes away what is not finished, when the process is stopped by Ctrl-C or a signal. */
    public static function cleanUpWhenStopped(): void
    {
        if (!\function_exists('pcntl_signal')) {
            return;
        }
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM, \SIGHUP] as $signal) {
            pcntl_signal($signal, static function (int $signal): never {
                foreach (array_keys(self::$unfinished) as $file) {
                    @unlink((string) $file);
                }
                exit(128 + $signal);
            });
        }
    }

    /** Refuses two outputs that are one file. */
    public static function requireDifferent(string $command, self ...$files): void
    {
        $seen = [];
        foreach ($files as $file) {
            if (null !== $file->temporary && isset($seen[$file->target])) {
                throw CommandFailed::input("{$command}: {$seen[$file->target]} and {$file->file} are the same file; name two");
            }
            $seen[$file->target ?? ''] = $file->file;
        }
    }

    /**
     * Writes events into it as the ending of its name says.
     *
     * @throws WriteFailed
     */
    public function writer(Rulebook $book): EventWriter
    {
        return $this->format()->writer($this->stream, $book->portNames(false));
    }

    public function format(): FileFormat
    {
        return null === $this->target ? FileFormat::Tape : FileFormat::of((string) $this->file);
    }

    public function finish(): void
    {
        try {
            if (null === $this->temporary) {
                $this->pour($this->target ?? 'php://stdout');
            } elseif (!@fflush($this->stream)) {
                throw WriteFailed::full();
            }
        } catch (WriteFailed $failed) {
            throw CommandFailed::input(($this->file ?? 'standard output').": {$failed->getMessage()}");
        }
        if (null === $this->temporary || null === $this->target) {
            return;
        }
        $mode = @fileperms($this->target);
        if (false !== $mode) {
            @chmod($this->temporary, $mode & 0o777);
        }
        if (!@rename($this->temporary, $this->target)) {
            throw CommandFailed::input("{$this->file}: this file cannot be written; check the folder and its permissions");
        }
        unset(self::$unfinished[$this->temporary]);
    }

    /** @throws WriteFailed */
    private function pour(string $into): void
    {
        $out = @fopen($into, 'w');
        if (false === $out) {
            throw CommandFailed::input("{$this->file}: this cannot be written into; check its permissions");
        }
        Sink::copy($this->stream, $out);
        if (!@fclose($out)) {
            throw WriteFailed::full();
        }
    }

    private static function followed(string $file): string
    {
        for ($links = 0; is_link($file); ++$links) {
            $to = (string) readlink($file);
            if (!str_starts_with($to, '/')) {
                $to = \dirname($file).'/'.$to;
            }
            if ($links >= self::MOST_LINKS) {
                throw CommandFailed::input("{$file}: these links lead nowhere");
            }
            if (!is_link($to) && !file_exists($to) && file_exists($file)) {
                return $file; // such as /dev/stdout, which leads to no name
            }
            $file = $to;
        }
        $folder = realpath(\dirname($file));

        return (false === $folder ? \dirname($file) : $folder).'/'.basename($file);
    }
}
