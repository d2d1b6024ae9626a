<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Recording;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\BadState;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Engine\Trace\HeldTrace;
use ZigzagPost\Core\Engine\Trace\Trace;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\EventWriter;
use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Format\WriteFailed;
use ZigzagPost\Core\Live\Course;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;

/**
 * Runs the recording of a live run: the rules make the same bytes as they did, in the same order at each port.
 *
 * @phpstan-import-type TraceRecord from Trace
 */
final class RecordingRun
{
    private Course $course;
    private ?int $endUs = null;
    private bool $hasBegun = false;
    private readonly ?HeldTrace $held;

    /**
     * @param \Closure(string): CompiledBook $compile the text of a rulebook that comes on the way
     * @param (\Closure(TraceRecord): void)|null $traceTo receives a record for each incoming message
     * @param list<string> $sameAs classes that are the same rulebook, compiled for something else
     */
    public function __construct(
        private readonly CompiledBook $book,
        private readonly \Closure $compile,
        private readonly EventWriter $writer,
        ?\Closure $traceTo = null,
        private readonly array $sameAs = [],
    ) {
        $this->held = null === $traceTo ? null : new HeldTrace($traceTo);
        $this->course = new Course(new Engine($book, null !== $traceTo), $compile);
    }

    public function engine(): Engine
    {
        return $this->course->engine;
    }

    /** @return list<string> what changes of rulebook could not keep */
    public function lost(): array
    {
        return $this->course->takeLost();
    }

    /**
     * @param iterable<int, Event|TapeDeed> $tape by line
     * @param string $file as errors name it
     * @param int|null $untilUs time to run to and no further
     *
     * @throws BadFile
     * @throws WriteFailed
     */
    public function run(iterable $tape, string $file, ?int $untilUs = null): void
    {
        $lastUs = 0;
        foreach ($tape as $line => $each) {
            if (null !== $untilUs && $each->timeUs > $untilUs) {
                break;
            }
            $lastUs = $each->timeUs;
            try {
                $this->take($each);
            } catch (UnknownDeed|BadState $bad) {
                throw BadFile::atLine($file, $line, $bad->getMessage());
            }
            $this->pass();
        }
        $this->begin();
        $this->course->engine->advance($untilUs ?? $this->endUs ?? $lastUs);
        $this->pass();
        $this->held?->finish();
        $this->writer->finish();
    }

    /**
     * @throws UnknownDeed
     * @throws BadState
     */
    private function take(Event|TapeDeed $each): void
    {
        if ($each instanceof TapeDeed && RecordedDeed::STATE === $each->word && !$this->hasBegun) {
            $engine = SavedRun::read(StateText::read($each->lines), $this->book, null !== $this->held, $this->sameAs);
            $this->course = new Course($engine, $this->compile);
            $this->hasBegun = true;

            return;
        }
        $this->begin();
        if ($each instanceof TapeDeed) {
            $this->endUs = RecordedDeed::END === $each->word ? $each->timeUs : $this->endUs;
            $entry = RecordedDeed::entry($each, $this->course->ports);
            null === $entry ?: $this->course->do($entry);

            return;
        }
        $port = $this->course->ports->number($each->port) ?? throw UnknownDeed::port($each->port);
        null === $each->pulseUs ? $this->course->do(new Entry(EntrySort::Came, $each->timeUs, $port, 0, $each->bytes)) : null;
    }

    private function begin(): void
    {
        if (!$this->hasBegun) {
            $this->hasBegun = true;
            $this->course->engine->start();
        }
    }

    private function pass(): void
    {
        foreach ($this->course->take() as $made) {
            $this->writer->write(new Event($made->timeUs, $this->course->ports->names[$made->port], $made->bytes, $made->pulseUs));
        }
        if (null !== $this->course->engine->trace) {
            $this->held?->take($this->course->engine->trace, $this->course->engine->state->now);
        }
    }
}
