<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\BadState;
use ZigzagPost\Core\Live\Checkpoint;
use ZigzagPost\Core\Live\Course;
use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Standing;

/**
 * The journal of a host on disk, in stretches: each begins at a checkpoint, the first one at the beginning of the run. The last stretch is the
 * one that is written; the one before it is kept until the next begins.
 */
final class JournalFiles
{
    private const FIRST = 1;

    /** @var resource|null */
    private mixed $file = null;
    private int $number = self::FIRST;
    private int $size = 0;
    private ?JournalPlace $end = null;

    public function __construct(private readonly string $folder)
    {
    }

    public static function journal(string $folder, int $number): string
    {
        return \sprintf('%s/journal-%06d', $folder, $number);
    }

    public static function checkpoint(string $folder, int $number): string
    {
        return \sprintf('%s/checkpoint-%06d', $folder, $number);
    }

    /** The stretch that is written, or was last. */
    public static function latest(string $folder): int
    {
        $numbers = array_map(static fn (string $file): int => (int) substr($file, -6), glob("{$folder}/journal-??????") ?: []);

        return [] === $numbers ? self::FIRST : max($numbers);
    }

    /**
     * How the run stands by checkpoint and journal. What is damaged is put aside, and told.
     *
     * @param list<string> $told is added to
     * @param (\Closure(Entry): void)|null $each is given every entry that is read
     */
    public function recover(LivePlan $plan, array &$told, ?\Closure $each = null): Standing
    {
        $latest = self::latest($this->folder);
        foreach ([$latest, $latest - 1] as $number) {
            $standing = $this->from($number, $latest, $plan, $each);
            if (null !== $standing) {
                return $standing;
            }
        }
        foreach (glob("{$this->folder}/{journal,checkpoint}-??????", \GLOB_BRACE) ?: [] as $file) {
            rename($file, "{$this->folder}/damaged-".basename($file));
        }
        $told[] = 'what was kept of this run is damaged, or of other rules; it was put aside, and the show begins anew';
        $standing = $this->fresh($plan);
        // In a stretch of its own, so that whoever follows the journal comes to it.
        HostFolder::write(self::checkpoint($this->folder, $latest + 1), Checkpoint::write($standing));
        touch(self::journal($this->folder, $latest + 1));
        $this->end = new JournalPlace($latest + 1, 0);

        return $standing;
    }

    /** How the run stands, for who only looks: nothing is put aside; null where it cannot be read just now. */
    public function look(LivePlan $plan): ?Standing
    {
        $latest = self::latest($this->folder);

        return $this->from($latest, $latest, $plan, null);
    }

    /** Where the entries end that {@see recover()} or {@see look()} has read. */
    public function end(): JournalPlace
    {
        return $this->end ?? new JournalPlace(self::FIRST, 0);
    }

    /** Writes entries; they have to be there before anything is handed over. */
    public function write(string $entries): void
    {
        $this->file ??= $this->open();
        $this->size += \strlen($entries);
        @fwrite($this->file, $entries);
    }

    public function size(): int
    {
        return $this->size;
    }

    /** Begins anew at a checkpoint. */
    public function beginAnew(string $checkpoint): void
    {
        $this->file ??= $this->open();
        HostFolder::write(self::checkpoint($this->folder, $this->number + 1), $checkpoint);
        $next = fopen(self::journal($this->folder, $this->number + 1), 'a');
        if (false === $next) {
            return; // the present stretch goes on
        }
        fclose($this->file);
        $this->file = $next;
        ++$this->number;
        $this->size = 0;
        @unlink(self::journal($this->folder, $this->number - 2));
        @unlink(self::checkpoint($this->folder, $this->number - 2));
    }

    /** @return resource */
    private function open()
    {
        $this->number = self::latest($this->folder);
        $name = self::journal($this->folder, $this->number);
        $file = fopen($name, 'c+');
        if (false === $file) {
            throw CannotPlay::because("{$name}: this file cannot be written");
        }
        // Half an entry at the end, as a kill leaves it, would stand in the way of all that follows.
        $at = 0;
        try {
            foreach (Entry::read((string) stream_get_contents($file), $at) as $entry) {
                unset($entry);
            }
        } catch (DamagedJournal) {
        }
        ftruncate($file, max(0, $at));
        fseek($file, $at);
        $this->size = $at;

        return $file;
    }

    /** @param (\Closure(Entry): void)|null $each */
    private function from(int $number, int $latest, LivePlan $plan, ?\Closure $each): ?Standing
    {
        try {
            $standing = self::FIRST === $number ? $this->fresh($plan) : $this->checkpointed($number, $plan);
            for (; null !== $standing && $number <= $latest; ++$number) {
                $at = 0;
                foreach (Entry::read((string) @file_get_contents(self::journal($this->folder, $number)), $at) as $entry) {
                    $standing->take($entry);
                    null === $each ?: $each($entry);
                }
                $this->end = new JournalPlace($number, $at);
            }

            return $standing;
        } catch (BadState|DamagedJournal|CannotPlay) {
            return null;
        }
    }

    /**
     * @throws BadState
     * @throws CannotPlay
     */
    private function checkpointed(int $number, LivePlan $plan): ?Standing
    {
        $bytes = @file_get_contents(self::checkpoint($this->folder, $number));

        return false === $bytes ? null : Checkpoint::read($bytes, (new BookShelf($this->folder))->load(...), $plan->heard());
    }

    /** @throws CannotPlay */
    private function fresh(LivePlan $plan): Standing
    {
        $books = new BookShelf($this->folder);
        $rules = $this->firstRules($plan);
        $standing = new Standing(new Course(new Engine($books->load($rules)), $books->load(...), [], $rules), $plan->heard());
        $standing->course->engine->start();
        $standing->distribute();

        return $standing;
    }

    /** The rules with which the run began, which may be others than those that play now. */
    private function firstRules(LivePlan $plan): string
    {
        $file = "{$this->folder}/first-rules";
        if (!is_file(self::journal($this->folder, self::FIRST)) || !is_file($file)) {
            HostFolder::write($file, $plan->rules);
        }

        return trim((string) file_get_contents($file));
    }
}
