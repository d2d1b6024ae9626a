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
            $at = 0;
            yield from Entry::read($this->rest, $at);
            $this->rest = substr($this->rest, $at);
        } while ($this->isFollowed());
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
        $this->size = 0;
        ++$this->number;

        return true;
    }
}
