<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Storage\DataFolder;
use App\Storage\Shelf;
use App\Storage\StorageProblem;

/**
 * Brings in what {@see Export} wrote, in slices. All of it is looked at first; if anything is wrong, nothing is changed. Then it is kept, hidden, in
 * short transactions between which others save; last of all it shows, at once. After a kill it goes on where it was.
 */
final readonly class Import
{
    private const LINES = 'documents.lines';
    private const SUMMARIES = 'summaries.lines';
    private const STAND = 'stand.json';

    public function __construct(private DataFolder $data, private Arrivals $arrivals)
    {
    }

    /**
     * @param string $folder where it keeps how far it is
     * @param string $zip the backup
     *
     * @throws BadDocument
     * @throws StorageProblem
     */
    public function begin(string $folder, string $zip, string $fileName): Stand
    {
        $archive = Archive::open($zip, $fileName);
        try {
            $size = $archive->size($zip);
            $free = (int) disk_free_space(\dirname($this->data->database));
            if ($size > $free) {
                throw BadDocument::at(
                    $fileName,
                    '',
                    \sprintf('there are %d MiB in it and %d MiB free on the disk; make room on it', ceil($size / (1 << 20)), $free >> 20),
                );
            }
            Manifest::unpack($archive, "{$folder}/".self::LINES, $fileName);
        } finally {
            $archive->close();
        }
        $stand = new Stand($zip, $fileName);
        $stand->size = (int) filesize("{$folder}/".self::LINES);
        file_put_contents("{$folder}/".self::SUMMARIES, '');
        $this->keep($folder, $stand);

        return $stand;
    }

    /**
     * Does some more of it.
     *
     * @param float $seconds after which it pauses
     *
     * @throws BadDocument when anything is wrong; nothing is changed then
     * @throws StorageProblem
     */
    public function next(string $folder, string $by, float $seconds): Stand
    {
        $stand = Stand::read("{$folder}/".self::STAND) ?? throw new \LogicException('nothing has begun to come in here');
        $until = microtime(true) + $seconds;
        $archive = Archive::open($stand->zip, $stand->fileName);
        try {
            match ($stand->phase) {
                Stand::LOOKING => $this->look($folder, $stand, $archive, $until),
                Stand::KEEPING => $this->bring($folder, $stand, $archive, $by, $until),
                Stand::DONE => null,
            };
        } finally {
            $archive->close();
        }
        $this->keep($folder, $stand);

        return $stand;
    }

    /**
     * @throws StorageProblem
     * @throws BadDocument
     */
    private function look(string $folder, Stand $stand, Archive $archive, float $until): void
    {
        $summaries = fopen("{$folder}/".self::SUMMARIES, 'r+');
        if (false === $summaries) {
            throw StorageProblem::diskFull();
        }
        ftruncate($summaries, max(0, $stand->summariesAt)); // what was written and not counted, before a kill
        fseek($summaries, $stand->summariesAt);
        $isLate = false;
        foreach ($this->entries($folder, $stand) as $entry) {
            if ($isLate) {
                return;
            }
            $looked = Looking::at($entry, $archive, $stand, $until);
            if (null === $looked) {
                return; // its revisions go on with the next slice
            }
            ZipWriter::append($summaries, json_encode($looked, \JSON_THROW_ON_ERROR)."\n");
            $stand->summariesAt = (int) ftell($summaries);
            $isLate = microtime(true) >= $until;
        }
        [$stand->phase, $stand->at, $stand->index, $stand->revisions, $stand->summariesAt] = [Stand::KEEPING, 0, 0, 0, 0];
    }

    /**
     * @throws StorageProblem
     * @throws BadDocument
     */
    private function bring(string $folder, Stand $stand, Archive $archive, string $by, float $until): void
    {
        $summaries = fopen("{$folder}/".self::SUMMARIES, 'r');
        if (false === $summaries) {
            throw StorageProblem::diskFull();
        }
        fseek($summaries, $stand->summariesAt);
        $isLate = false;
        foreach ($this->entries($folder, $stand) as $entry) {
            if ($isLate) {
                return;
            }
            $summary = json_decode((string) fgets($summaries), true);
            /** @var array<string, int|string> $summary */
            $summary = \is_array($summary) ? $summary : [];
            if (!$this->arrivals->take($entry, $summary, $archive, $stand, $by, $until)) {
                return;
            }
            $stand->summariesAt = (int) ftell($summaries);
            $isLate = microtime(true) >= $until;
        }
        $this->arrivals->show($stand);
        $stand->phase = Stand::DONE;
    }

    /**
     * The documents from where it stands; it stands at the next one once one is done.
     *
     * @return \Generator<int, Entry>
     *
     * @throws StorageProblem
     * @throws BadDocument
     */
    private function entries(string $folder, Stand $stand): \Generator
    {
        $lines = fopen("{$folder}/".self::LINES, 'r');
        if (false === $lines) {
            throw StorageProblem::diskFull();
        }
        fseek($lines, $stand->at);
        while (false !== ($line = fgets($lines))) {
            yield Manifest::entry($line, $stand->fileName, $stand->index);
            $stand->at = (int) ftell($lines);
            ++$stand->index;
            $stand->revisions = 0;
        }
    }

    /** @throws StorageProblem */
    private function keep(string $folder, Stand $stand): void
    {
        if (!Shelf::put($folder, self::STAND, json_encode(get_object_vars($stand), \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE))) {
            throw StorageProblem::diskFull();
        }
    }
}
