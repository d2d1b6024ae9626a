<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Recording;

use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Standing;

/** Writes a live run as a tape, by what stands in its journal. */
final class Recorder
{
    /** @var array<int, int> how many messages each out port had been given when the recording began */
    private readonly array $before;

    /** @param \Closure(string): string $textOf the text of a rulebook, by the name under which a change names it */
    public function __construct(private readonly Standing $standing, private readonly \Closure $textOf, bool $isFromHere = false)
    {
        $this->before = $isFromHere ? $standing->numbers : [];
    }

    /** What a recording begins with, from the beginning of a run. */
    public static function head(): string
    {
        return TapeWriter::HEADER_OF_LIVE;
    }

    /** What a recording begins with that begins in the middle of a run: how everything stands. */
    public function headFromHere(): string
    {
        $engine = $this->standing->course->engine;

        return self::head().(new TapeDeed($engine->state->now, RecordedDeed::STATE, '', StateText::write(SavedRun::write($engine))))->text();
    }

    /** The lines of an entry, which is taken with it. */
    public function lines(Entry $entry): string
    {
        $ports = $this->standing->course->ports;
        $message = isset($this->standing->waiting[$entry->port][$entry->number]) ? $this->standing->waiting[$entry->port][$entry->number]->bytes : '';
        $this->standing->take($entry);

        if (EntrySort::KeptBack === $entry->sort || EntrySort::Again === $entry->sort) {
            return $this->numbered($entry, $message);
        }

        return match ($entry->sort) {
            EntrySort::Came => TapeWriter::text($entry->timeUs, $ports->names[$entry->port], $entry->text),
            EntrySort::Rules => (new TapeDeed($entry->timeUs, 'rules', '', explode("\n", rtrim(($this->textOf)($entry->text), "\n"))))->text(),
            default => RecordedDeed::of($entry, $ports)?->text() ?? '',
        };
    }

    /** Messages are counted from the beginning of the recording; those made before it are none of it. */
    private function numbered(Entry $entry, string $message): string
    {
        $number = $entry->number - ($this->before[$entry->port] ?? 0);
        $counted = new Entry($entry->sort, $entry->timeUs, $entry->port, $number, '', $entry->reason);

        return $number < 1 ? '' : RecordedDeed::of($counted, $this->standing->course->ports, $message)?->text() ?? '';
    }

    /** What a recording ends with. */
    public function tail(): string
    {
        return (new TapeDeed($this->standing->timeUs, RecordedDeed::END))->text();
    }
}
