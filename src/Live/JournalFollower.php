<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Journal\Entry;

/** Reads the journal of a player as it is written, stretch after stretch. */
final class JournalFollower
{
    /** @var resource|null */
    private mixed $file = null;
    private string $rest = '';
    /** Where in that the next entry begins. */
    private int $at = 0;
    private int $size;
    private int $number;

    public function __construct(private readonly string $folder, JournalPlace $from)
    {
        [$this->number, $this->size] = [$from->stretch, $from->byte];
    }

    /**
     * @return \Generator<int, Entry> what has been written since the last call
     *
     * @throws DamagedJournal
     */
    public function entries(): \Generator
    {
        do {
            $this->file ??= @fopen(JournalFiles::journal($this->folder, $this->number), 'r') ?: null;
            if (null === $this->file) {
                return;
            }
            fseek($this->file, $this->size);
            $bytes = (string) stream_get_contents($this->file);
            $this->size += \strlen($bytes);
            $this->rest .= $bytes;
            yield from Entry::read($this->rest, $this->at);
            $this->rest = substr($this->rest, $this->at);
            $this->at = 0;
        } while ($this->isFollowed());
    }

    /** Where the next entry stands, also after only some of those that {@see entries()} gives. */
    public function place(): JournalPlace
    {
        return new JournalPlace($this->number, $this->size - \strlen($this->rest) + $this->at);
    }

    /** Bytes that have been written and were not read yet; null where that part is here no more. */
    public function behind(): ?int
    {
        clearstatcache();
        $file = JournalFiles::journal($this->folder, $this->number);
        if (!is_file($file)) {
            return null;
        }
        $next = JournalFiles::journal($this->folder, $this->number + 1);

        return (int) filesize($file) - $this->size + (is_file($next) ? (int) filesize($next) : 0);
    }

    /** Goes on to the next stretch, where there is one and this one is read to its end. */
    private function isFollowed(): bool
    {
        clearstatcache();
        $isNext = is_file(JournalFiles::journal($this->folder, $this->number + 1));
        if (!$isNext || null === $this->file || '' !== stream_get_contents($this->file, 1, $this->size)) {
            return false;
        }
        fclose($this->file);
        $this->file = null;
        $this->rest = '';
        $this->at = $this->size = 0;
        ++$this->number;

        return true;
    }
}
