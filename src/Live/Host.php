<?php

declare(strict_types=1);

namespace App\Live;

use App\Live\Screen\PictureSocket;
use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;

/**
 * Watches over a player: starts it, starts it again when it dies or hangs, tells people what it tells, and records. Playing does not wait for it.
 */
final class Host
{
    private const LOOK_US = 20_000;
    /** The picture goes to pages at most twenty times a second. */
    private const DRAWN_EVERY_S = 0.05;
    /** A player that gave no sign for so long counts as dead; one that has only just begun gets longer. */
    private const DEAD_AFTER_S = 1.0;
    private const BEGINS_WITHIN_S = 5.0;
    /** Where no player starts, what sounds is ended after so long, and it is tried again so often. */
    private const SILENT_AFTER_S = 1.0;
    private const TRIED_EVERY_S = 0.25;

    private ?PlayerProcess $player = null;
    private float $signedAt = 0.0;
    private float $startedAt = 0.0;
    private int $starts = 0;
    /** When a player that had played died; until one plays again. */
    private ?float $diedAt = null;
    private bool $isSilent = false;
    private bool $isEnding = false;
    private JournalFollower $follower;
    private readonly ?LiveRecorder $recorder;
    private readonly Picture $picture;
    private readonly Supervisor $supervisor;
    private readonly PictureSocket $pages;
    private float $drawnAt = 0.0;
    /** Pieces that came in, and messages that left. */
    private int $came = 0;
    private int $left = 0;

    /**
     * @param \Closure(string): void $tell a line for people
     * @param \Closure(): void $onPlaying when it plays for the first time
     *
     * @throws DamagedJournal
     */
    public function __construct(
        private readonly HostFolder $folder,
        private LivePlan $plan,
        private readonly \Closure $tell,
        private readonly \Closure $onPlaying,
        ?string $recording = null,
    ) {
        $this->supervisor = new Supervisor();
        $this->pages = new PictureSocket($folder->path);
        $this->pages->listen();
        @unlink("{$folder->path}/".Picture::FILE);
        $told = [];
        $journal = new JournalFiles($folder->path);
        $this->picture = Picture::of($folder->path, $plan, $journal, $told);
        array_map($tell, $told);
        $this->follower = new JournalFollower($folder->path, $journal->end());
        $this->recorder = null === $recording ? null : new LiveRecorder($recording, $folder->path, $plan);
    }

    /**
     * Plays until somebody ends it.
     *
     * @throws DamagedJournal
     */
    public function run(): int
    {
        pcntl_async_signals(true);
        foreach ([\SIGINT, \SIGTERM, \SIGHUP] as $signal) {
            pcntl_signal($signal, function (): void {
                $this->isEnding = true;
            });
        }
        $this->begin();
        $hasAsked = false;
        while (true) {
            $this->follow();
            $isRunning = true === $this->player?->isRunning();
            if ($this->isEnding && !$hasAsked && $isRunning) {
                $hasAsked = true;
                $this->supervisor->stopping();
                $this->player?->signal(\SIGTERM);
            }
            if (!$isRunning) {
                if ($this->isEnding) {
                    break;
                }
                $this->startAgain();
            } elseif ($this->hangs()) {
                ($this->tell)('the player gave no sign for a second; it is started again');
                $this->player?->signal(\SIGKILL);
                $this->start();
            }
            usleep(self::LOOK_US);
        }
        $this->follow();
        $this->recorder?->end();
        $this->folder->keep();
        ($this->tell)("played {$this->came} pieces in, {$this->left} messages out".($this->starts > 1 ? ", started {$this->starts} times" : ''));

        return 0;
    }

    /**
     * Takes over the player that another host has left, or starts one.
     *
     * @throws CannotPlay
     */
    private function begin(): void
    {
        $this->player = PlayerProcess::found($this->folder->path);
        if (null === $this->player) {
            $this->start();
        } else {
            $this->signedAt = microtime(true);
            ++$this->starts;
            $this->supervisor->ready();
        }
    }

    /** @throws CannotPlay */
    private function start(): void
    {
        $this->player = PlayerProcess::start($this->folder->path);
        $this->startedAt = $this->signedAt = microtime(true);
        ++$this->starts;
        $this->picture->begin();
    }

    /** @throws CannotPlay */
    private function startAgain(): void
    {
        $now = microtime(true);
        if (null === $this->diedAt) {
            $this->diedAt = $now;
            ($this->tell)('the player died; it is started again');
            $this->start();

            return;
        }
        if (!$this->isSilent && $now - $this->diedAt > self::SILENT_AFTER_S) {
            $this->isSilent = true;
            $ended = (new LastSilence($this->plan))->send($this->picture->standing());
            ($this->tell)('no player starts'.([] === $ended ? '' : '; what sounded at '.implode(', ', $ended).' was ended'));
        }
        if ($now - $this->startedAt > self::TRIED_EVERY_S) {
            $this->start();
        }
    }

    private function hangs(): bool
    {
        $now = microtime(true);

        return $now - $this->signedAt > ($this->signedAt === $this->startedAt ? self::BEGINS_WITHIN_S : self::DEAD_AFTER_S);
    }

    /**
     * @throws DamagedJournal
     * @throws CannotPlay
     */
    private function follow(): void
    {
        foreach ($this->follower->entries() as $entry) {
            $this->signedAt = microtime(true);
            $this->supervisor->alive();
            $this->hear($entry);
        }
        if (false === $this->recorder?->sync()) {
            ($this->tell)('the recording has stopped: the disk takes no more');
        }
        if (microtime(true) - $this->drawnAt > self::DRAWN_EVERY_S) {
            $this->draw();
        }
        $this->pages->serve();
    }

    private function draw(): void
    {
        $this->drawnAt = microtime(true);
        $picture = $this->picture->text();
        if (null !== $picture) {
            HostFolder::write("{$this->folder->path}/".Picture::FILE, $picture);
            $this->pages->show($picture);
        }
    }

    /** @throws CannotPlay */
    private function hear(Entry $entry): void
    {
        $this->picture->take($entry);
        $this->came += EntrySort::Came === $entry->sort ? 1 : 0;
        $this->left += EntrySort::Sent === $entry->sort ? 1 : 0;
        $text = Wording::of($entry, $this->picture->ports());
        null === $text ?: ($this->tell)($text);
        if (EntrySort::Connected === $entry->sort) {
            $this->plan = LivePlan::of((string) @file_get_contents("{$this->folder->path}/".LivePlan::FILE));
            $this->picture->connect($this->plan);
        }
        if (EntrySort::Playing === $entry->sort) {
            $this->diedAt = null;
            $this->isSilent = false;
        }
        if (EntrySort::Playing === $entry->sort && 1 === $this->starts) {
            $this->supervisor->ready();
            ($this->onPlaying)();
        }
    }
}
