<?php

declare(strict_types=1);

namespace App\Command;

use ZigzagPost\Core\Format\EventWriter;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A file, or standard output, that appears whole when everything has gone well and not at all otherwise. */
final class OutputFile
{
    /** @var resource */
    public readonly mixed $stream;
    private readonly ?string $temporary;

    /** @param string|null $file null or - for standard output */
    public static function of(?string $file): self
    {
        return new self($file);
    }

    private function __construct(private readonly ?string $file)
    {
        $this->temporary = null === $file || '-' === $file ? null : $file.'.'.getmypid().'.part';
        $stream = is_dir((string) $file) ? false : @fopen($this->temporary ?? 'php://temp', 'w+');
        $this->stream = false === $stream ? throw CommandFailed::input("{$file}: this file cannot be written; check the folder and its permissions") : $stream;
    }

    public function __destruct()
    {
        if (null !== $this->temporary && file_exists($this->temporary)) {
            unlink($this->temporary);
        }
    }

    /** Writes events into it as the ending of its name says. */
    public function writer(Rulebook $book): EventWriter
    {
        return (null === $this->temporary ? FileFormat::Tape : FileFormat::of((string) $this->file))->writer($this->stream, $book->portNames(false));
    }

    public function finish(): void
    {
        if (null === $this->temporary) {
            rewind($this->stream);
            $out = fopen('php://stdout', 'w');
            if (false !== $out) {
                @stream_copy_to_stream($this->stream, $out);
            }

            return;
        }
        if (!fflush($this->stream) || !@rename($this->temporary, (string) $this->file)) {
            throw CommandFailed::input("{$this->file}: this file cannot be written; is the disk full?");
        }
    }
}
