<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Recording\Recorder;

/** Writes the recording of a host to a file, at once; playing goes on when the disk takes no more. */
final class LiveRecorder
{
    /** @var resource|null */
    private mixed $file;
    private readonly Recorder $recorder;
    private readonly JournalFollower $follower;
    private string $waiting = '';

    /** @throws CannotPlay where the file cannot be written */
    public function __construct(string $path, string $folder, LivePlan $plan)
    {
        $file = @fopen($path, 'w');
        $this->file = false === $file ? throw CannotPlay::because("{$path}: the recording cannot be written there") : $file;
        $told = [];
        $journal = new JournalFiles($folder);
        $standing = $journal->recover($plan, $told);
        $this->follower = new JournalFollower($folder, $journal->end());
        $isFresh = 0 === $standing->timeUs;
        $shelf = new BookShelf($folder);
        $this->recorder = new Recorder($standing, $shelf->text(...), !$isFresh);
        $this->waiting = $isFresh ? Recorder::head() : $this->recorder->headFromHere();
    }

    /**
     * Writes what has been played since the last call.
     *
     * @return bool false when the disk takes no more, so that the recording ends here
     *
     * @throws DamagedJournal
     */
    public function sync(): bool
    {
        foreach ($this->follower->entries() as $entry) {
            $this->waiting .= $this->recorder->lines($entry);
        }

        return $this->write();
    }

    private function write(): bool
    {
        if ('' === $this->waiting || null === $this->file) {
            return true;
        }
        $isWritten = \strlen($this->waiting) === @fwrite($this->file, $this->waiting);
        $this->waiting = '';
        if (!$isWritten) {
            fclose($this->file);
            $this->file = null;
        }

        return $isWritten;
    }

    /** @throws DamagedJournal */
    public function end(): void
    {
        $this->sync();
        $this->waiting .= $this->recorder->tail();
        $this->write();
    }
}
