<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;

/** A stretch of play: how everything stood when it began, and all that went in and came out. Played again it gives the same bytes. */
final readonly class Capture
{
    /** Things due before one deed, at most; a day of clocks that were skipped makes far less. */
    private const MOST_DUE = 100_000;

    /**
     * @param array<string, mixed> $state what {@see Bench::save()} gave when it began
     * @param list<JournalEntry> $deeds in the order in which they came
     */
    public function __construct(public array $state, public array $deeds)
    {
    }

    /** The bench as it stood when it began. What a hand has written into it never keeps it busy for ever. */
    public function begin(CompiledBook $book, ?Patch $seats): Bench
    {
        $bench = Bench::load($book, $this->state, $seats, self::MOST_DUE);
        $bench->takeJournal();

        return $bench;
    }

    /**
     * Plays everything again that went in.
     *
     * @return list<JournalEntry> what comes out
     *
     * @throws \OverflowException where more is due than a bench could have left
     */
    public function replay(CompiledBook $book, ?Patch $seats): array
    {
        $bench = $this->begin($book, $seats);
        foreach ($this->deeds as $deed) {
            self::do($deed, $bench);
        }

        return self::outs($bench->takeJournal());
    }

    /** Does on a bench what was done; what came out comes out by itself. */
    public static function do(JournalEntry $deed, Bench $bench): void
    {
        match ($deed->what) {
            JournalEntry::IN => $bench->feed($deed->timeUs, $deed->port, $deed->bytes),
            JournalEntry::SCENE => $bench->go((int) $deed->number, $deed->timeUs),
            JournalEntry::SONG => $bench->goToSong((int) $deed->number, $deed->timeUs),
            JournalEntry::PANIC => $bench->panic($deed->timeUs),
            JournalEntry::RESTORE => $bench->restore($deed->timeUs, $deed->port),
            JournalEntry::TO => $bench->advance($deed->timeUs),
            default => null,
        };
    }

    /** @return list<JournalEntry> what came out when it was played */
    public function came(): array
    {
        return self::outs($this->deeds);
    }

    /**
     * @param list<JournalEntry> $deeds
     *
     * @return list<JournalEntry>
     */
    private static function outs(array $deeds): array
    {
        return array_values(array_filter($deeds, static fn (JournalEntry $deed): bool => JournalEntry::OUT === $deed->what));
    }
}
