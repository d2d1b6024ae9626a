<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\EngineChange;
use ZigzagPost\Core\Engine\Version;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rig\Document\Show;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\Told;

/** A kept tape played again, and compared with what was accepted. A port that is only renamed is the same port. */
final readonly class Proving
{
    private const MOST_CHANGES = 200;

    /**
     * @param list<Change> $changes in the order of time; none where the rules do what they did
     * @param string|null $unreadable why it cannot be played
     * @param list<EngineChange> $program what the program plays differently since it was accepted, where that is why it differs, or may be
     * @param bool $isProgram whether rules and rig are as they were, so that nothing else can be why
     */
    private function __construct(
        public KeptTape $proof,
        public array $changes,
        public Playback $playback,
        public ?string $unreadable = null,
        public array $program = [],
        public bool $isProgram = false,
    ) {
    }

    /** What a tape touched that was played before; its changes are not noted. */
    public static function remembered(KeptTape $proof, Playback $playback, ?string $unreadable): self
    {
        return new self($proof, [], $playback, $unreadable);
    }

    /** @param string|null $rules a sum of the rules and the rig as they are */
    public static function of(KeptTape $proof, CompiledBook $book, ?Patch $seats = null, ?Show $show = null, ?string $rules = null): self
    {
        try {
            $proving = self::played($proof, $book, $seats, $show);
        } catch (BadFile $bad) {
            return new self($proof, [], Playback::of($book, []), $bad->getMessage());
        }
        $since = [] === $proving->changes ? [] : Version::since($proof->program ?? 1);
        // Where rules or rig are others than they were, these are why; of a tape that was kept before they were noted nobody knows.
        $isProgram = null !== $proof->rules && $proof->rules === $rules;

        return [] === $since || (null !== $proof->rules && !$isProgram)
            ? $proving
            : new self($proof, $proving->changes, $proving->playback, null, $since, $isProgram);
    }

    /** @throws BadFile where a tape is none */
    private static function played(KeptTape $proof, CompiledBook $book, ?Patch $seats, ?Show $show): self
    {
        $renamed = self::renamed($proof->ports, $book->ports());
        $events = self::events($proof->tape);
        $playback = Playback::of(
            $book,
            [] === $renamed
                ? $events
                : array_map(
                    static fn (Event $event): Event => new Event(
                        $event->timeUs,
                        $renamed[$event->port] ?? $event->port,
                        $event->bytes,
                        $event->pulseUs,
                    ),
                    $events,
                ),
            $proof->scene,
        );
        if ([] === $renamed && $proof->accepted === self::text($playback->outputs)) {
            return new self($proof, [], $playback);
        }
        $accepted = array_map(
            static fn (Event $event): Output => new Output($event->timeUs, $renamed[$event->port] ?? $event->port, $event->bytes, $event->pulseUs, 0),
            self::events($proof->accepted),
        );
        if (
            array_map(static fn (Output $output): string => $output->key(), $accepted) ===
            array_map(static fn (Output $output): string => $output->key(), $playback->outputs)
        ) {
            return new self($proof, [], $playback);
        }

        return new self($proof, self::changes($accepted, $playback->outputs, $book, $seats, $show, $events), $playback);
    }

    /**
     * A proof of what a tape does with these rules.
     *
     * @throws BadFile
     */
    public static function accept(
        string $name,
        string $tape,
        CompiledBook $book,
        ?string $at = null,
        ?string $by = null,
        ?string $why = null,
        ?int $scene = null,
        ?string $rules = null,
    ): KeptTape {
        return new KeptTape(
            $name,
            $tape,
            self::text(Playback::of($book, self::events($tape), $scene)->outputs),
            $book->ports(),
            $at,
            $by,
            $why,
            $scene,
            Version::now(),
            $rules,
        );
    }

    /**
     * @return list<Event>
     *
     * @throws BadFile where it is no tape
     */
    public static function events(string $tape): array
    {
        $stream = fopen('php://memory', 'r+');
        if (false === $stream) {
            throw new \LogicException('there is no memory to read a tape from');
        }
        fwrite($stream, $tape);
        rewind($stream);

        return iterator_to_array(TapeReader::events($stream, 'tape'), false);
    }

    /** @param list<Output> $outputs */
    private static function text(array $outputs): string
    {
        $text = TapeWriter::HEADER;
        foreach ($outputs as $output) {
            $text .= TapeWriter::text($output->timeUs, $output->port, $output->bytes, $output->pulseUs);
        }

        return $text;
    }

    /**
     * Ports that stand where others stood, and whose old names are gone.
     *
     * @param list<string> $before
     * @param list<string> $now
     *
     * @return array<string, string>
     */
    private static function renamed(array $before, array $now): array
    {
        $renamed = [];
        foreach (\count($before) === \count($now) ? $before : [] as $index => $port) {
            if (!\in_array($port, $now, true) && !\in_array($now[$index], $before, true)) {
                $renamed[$port] = $now[$index];
            }
        }

        return $renamed;
    }

    /**
     * @param list<Output> $accepted
     * @param list<Output> $outputs
     * @param list<Event> $events what comes in
     *
     * @return list<Change>
     */
    private static function changes(array $accepted, array $outputs, CompiledBook $book, ?Patch $seats, ?Show $show, array $events): array
    {
        $at = [];
        foreach ([[$accepted, 'was'], [$outputs, 'now']] as [$list, $which]) {
            $told = new Told($seats);
            foreach ($list as $output) {
                $did = $told->hear($output->timeUs, $output->port, $output->bytes, $output->pulseUs);
                $at[$output->timeUs][$which][] = new ToldOutput($output, $did);
            }
        }
        ksort($at);
        $changes = [];
        $scene = 0;
        foreach ($at as $timeUs => $both) {
            [$was, $now] = [$both['was'] ?? [], $both['now'] ?? []];
            $scene = [] === $now ? $scene : $now[\count($now) - 1]->output->scene;
            if (
                array_map(static fn (ToldOutput $each): string => $each->output->key(), $was) ===
                array_map(static fn (ToldOutput $each): string => $each->output->key(), $now)
            ) {
                continue;
            }
            $title = $book->scenes()[$scene] ?? null;
            [$said, $says] = [self::allWords($book, $was), self::allWords($book, $now)];
            $told = [];
            foreach ([[$was, $said, $says], [$now, $says, $said]] as [$list, $own, $other]) {
                foreach ($list as $index => $each) {
                    $told = \in_array($own[$index], $other, false) ? $told : [...$told, ...array_keys($each->did)];
                }
            }
            $changes[] = new Change(
                $timeUs,
                self::song($show, $title),
                $title,
                $said,
                $says,
                array_map(strval(...), array_values(array_unique($told))),
                self::came($book, $events, $timeUs),
            );
            if (self::MOST_CHANGES === \count($changes)) {
                break;
            }
        }

        return $changes;
    }

    /**
     * @param list<ToldOutput> $messages
     *
     * @return list<WordedMessage>
     */
    private static function allWords(CompiledBook $book, array $messages): array
    {
        return array_map(static fn (ToldOutput $each): WordedMessage => self::words($book, $each->output, $each->did), $messages);
    }

    /** @param array<string, string> $told what units did, by their names */
    private static function words(CompiledBook $book, Output $message, array $told): WordedMessage
    {
        $what = null === $message->pulseUs ? $book->words()->of($message->bytes) : 'a pulse';
        $did = array_map(static fn (int|string $unit, string $did): string => "{$unit}: {$did}", array_keys($told), $told);

        return new WordedMessage("{$message->port}: {$what}", implode(', ', $did));
    }

    /**
     * What came in at a time, or last before it.
     *
     * @param list<Event> $events
     *
     * @return list<string>
     */
    private static function came(CompiledBook $book, array $events, int $timeUs): array
    {
        $came = [];
        foreach ($events as $event) {
            if ($event->timeUs > $timeUs) {
                break;
            }
            $came = [] !== $came && $came[0][0] === $event->timeUs ? [...$came, [$event->timeUs, $event]] : [[$event->timeUs, $event]];
        }

        return array_map(static fn (array $each): string => "{$each[1]->port}: {$book->words()->of($each[1]->bytes)}", \array_slice($came, 0, 4));
    }

    private static function song(?Show $show, ?string $scene): ?string
    {
        foreach (null === $scene ? [] : $show->songs ?? [] as $song) {
            if (\in_array($scene, $song->scenes, true)) {
                return $song->title;
            }
        }

        return null;
    }
}
