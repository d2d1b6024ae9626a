<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Storage\StorageProblem;

/** The zip of a backup, as it is read: each file by its name, and no more of it than belongs there. */
final class Archive
{
    /** A manifest that is not a document a line is read whole. */
    public const MOST_MANIFEST = 64 << 20;

    private function __construct(private readonly \ZipArchive $zip, private readonly string $fileName)
    {
    }

    /** @throws BadDocument */
    public static function open(string $path, string $fileName): self
    {
        $zip = new \ZipArchive();
        if (true !== @$zip->open($path, \ZipArchive::RDONLY | \ZipArchive::CHECKCONS)) {
            throw BadDocument::at($fileName, '', 'this is no whole zip file');
        }

        return new self($zip, $fileName);
    }

    public function close(): void
    {
        $this->zip->close();
    }

    /**
     * How much is in it, in bytes as they come out.
     *
     * @throws BadDocument where files share their bytes, as no backup does
     */
    public function size(string $path): int
    {
        [$size, $packed] = [0, 0];
        for ($i = 0; $i < $this->zip->numFiles; ++$i) {
            $stat = $this->zip->statIndex($i);
            $size += false === $stat ? 0 : $stat['size'];
            $packed += false === $stat ? 0 : $stat['comp_size'];
        }

        return $packed <= (int) filesize($path)
            ? $size
            : throw BadDocument::at($this->fileName, '', 'files in it share their bytes; this was not written as a backup');
    }

    /**
     * Place of a file in it; two names are never one place.
     *
     * @throws BadDocument
     */
    public function index(string $name): int
    {
        $index = $this->zip->locateName($name);

        return false === $index ? throw $this->damaged($name) : $index;
    }

    /**
     * A file of it.
     *
     * @param int $most bytes that there may be
     *
     * @throws BadDocument
     */
    public function read(string $name, int $most): string
    {
        $stat = $this->zip->statName($name);
        if (false === $stat) {
            throw $this->damaged($name);
        }
        if ($stat['size'] > $most) {
            throw BadDocument::at($this->fileName, $name, \sprintf('this is larger than %d MiB', $most >> 20));
        }
        $content = 0 === $stat['size'] ? '' : @$this->zip->getFromName($name, $stat['size']);

        return false === $content || \strlen($content) !== $stat['size'] ? throw $this->damaged($name) : $content;
    }

    /**
     * Copies a file of it, a piece at a time.
     *
     * @param resource $to
     *
     * @throws BadDocument
     * @throws StorageProblem
     */
    public function copy(string $name, $to): void
    {
        $stream = @$this->zip->getStream($name);
        if (false === $stream) {
            throw $this->damaged($name);
        }
        while (!feof($stream)) {
            $piece = @fread($stream, 1 << 18);
            if (false === $piece) {
                throw $this->damaged($name);
            }
            ZipWriter::append($to, $piece);
        }
    }

    private function damaged(string $name): BadDocument
    {
        return BadDocument::at($this->fileName, $name, 'this file is missing or damaged');
    }
}
