<?php

declare(strict_types=1);

namespace App\Bench;

use App\Storage\DataFolder;
use App\Storage\Shelf;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\JournalEntry;

/**
 * All that went into a bench and came out of it in the last ten minutes, in parts that each begin with how everything stood. Older parts
 * are let go, so that it does not grow.
 */
final readonly class BlackBox
{
    private const KEPT_US = 600_000_000;
    private const PART_US = 30_000_000;
    /** A part that is larger ends early. */
    private const MOST_BYTES = 1 << 20;
    /** Parts of one bench at most, however often the rules are changed. */
    private const MOST_PARTS = 60;
    public const MINUTE_US = 60_000_000;

    private Shelf $shelf;

    public function __construct(DataFolder $data)
    {
        $this->shelf = new Shelf($data->benches(), $data->inMemory());
    }

    /** Writes down what has just been played. */
    public function record(BenchSession $session, Bench $bench): void
    {
        $journal = $bench->takeJournal();
        $mark = $session->box[\count($session->box) - 1] ?? new BoxMark(0, 0);
        $number = $mark->number;
        if (
            [] === $session->box
            || $bench->nowUs() - $mark->atUs >= self::PART_US
            || \in_array(JournalEntry::RULES, array_column($journal, 'what'), true)
            || $this->size($session->id, $number) > self::MOST_BYTES
        ) {
            // What led here belongs to the part before; the new one begins with what it came to.
            $this->append($session, $number, $journal);
            $session->box[] = new BoxMark(++$number, $bench->nowUs());
            $this->shelf->append(
                self::name($session->id, $number),
                base64_encode((string) gzcompress(serialize([Bench::VERSION, $session->book, $bench->save()]), 1))."\n",
            );
            $this->forget($session, $bench->nowUs());

            return;
        }
        $this->append($session, $number, $journal);
    }

    /**
     * The last minute: from the latest part that began a minute ago or earlier, or as far back as the same rules ran.
     *
     * Null where nothing is kept.
     */
    public function minute(BenchSession $session, int $nowUs): ?KeptMinute
    {
        $deeds = [];
        $found = null;
        foreach (array_reverse($session->box) as $mark) {
            $part = $this->part($session->id, $mark->number);
            if (
                null === $part
                || (null !== $found && [] !== array_filter($part->deeds, static fn (JournalEntry $deed): bool => JournalEntry::RULES === $deed->what))
            ) {
                break;
            }
            $deeds = [...$part->deeds, ...$deeds];
            $found = new KeptMinute($part->book, new Capture($part->state, $deeds));
            if ($nowUs - $mark->atUs >= self::MINUTE_US) {
                break;
            }
        }

        return $found;
    }

    /** @param list<JournalEntry> $journal */
    private function append(BenchSession $session, int $number, array $journal): void
    {
        if ([] !== $session->box) {
            $this->shelf->append(
                self::name($session->id, $number),
                implode('', array_map(static fn (JournalEntry $deed): string => $deed->line(), $journal)),
            );
        }
    }

    private function forget(BenchSession $session, int $nowUs): void
    {
        while (\count($session->box) > self::MOST_PARTS || (isset($session->box[1]) && $nowUs - $session->box[1]->atUs > self::KEPT_US)) {
            $this->shelf->delete(self::name($session->id, array_shift($session->box)->number));
        }
    }

    private function part(string $bench, int $number): ?BoxPart
    {
        $lines = explode("\n", $this->shelf->read(self::name($bench, $number)) ?? '');
        $bytes = @gzuncompress((string) base64_decode($lines[0], true));
        $kept = false === $bytes ? null : @unserialize($bytes, ['allowed_classes' => false]);
        if (!\is_array($kept) || Bench::VERSION !== ($kept[0] ?? null) || !\is_string($kept[1] ?? null) || !\is_array($kept[2] ?? null)) {
            return null;
        }
        /** @var array<string, mixed> $state */
        $state = $kept[2];

        return new BoxPart($kept[1], $state, array_values(array_filter(array_map(JournalEntry::of(...), \array_slice($lines, 1)))));
    }

    private function size(string $bench, int $number): int
    {
        $path = $this->shelf->path(self::name($bench, $number));
        clearstatcache(true, (string) $path);

        return null === $path ? 0 : (int) @filesize($path);
    }

    private static function name(string $bench, int $number): string
    {
        return "{$bench}.{$number}.box";
    }
}
