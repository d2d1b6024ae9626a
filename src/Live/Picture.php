<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Standing;
use ZigzagPost\Core\Live\StateSum;

/** What people see of a host: what is connected, what passes, where the show stands, what was told. Made by the watcher from the player's journal alone. */
final class Picture
{
    public const FILE = 'picture.json';
    private const MOST_TOLD = 60;

    /** @var array<string, string> what is open, by port and direction */
    private array $open = [];
    /** @var array<int, true> out ports whose device was gone */
    private array $gone = [];
    /** @var array<int, true> those of them where one is back, so that what stands there may have to be restored */
    private array $returned = [];
    /** @var array<int, true> */
    private array $muted = [];
    /** @var array<int, true> */
    private array $stuck = [];
    /** @var array<string, bool> */
    private array $armed = [];
    /** @var array<int, int> messages that left, by port */
    private array $sent = [];
    /** @var array<int, int> messages that were kept back, by port */
    private array $keptBack = [];
    /** @var list<array{at: string, text: string}> the latest last */
    private array $told = [];
    /** How often player and watcher were compared, and whether they ever stood otherwise. */
    private int $sums = 0;
    private bool $differs = false;
    private bool $isPlaying = false;
    private bool $isNew = true;

    private Standing $standing;
    private readonly Passing $passing;

    /** @param array<string, PlannedPort> $planned by port */
    private function __construct(private readonly BookShelf $books, private array $planned)
    {
        $this->passing = new Passing();
    }

    /** Other devices are connected from here on. */
    public function connect(LivePlan $plan): void
    {
        $this->planned = self::byName($plan);
        $this->isNew = true;
    }

    /**
     * The picture of a host as its journal is now; it goes on from where that ends.
     *
     * @param list<string> $told is added to, see {@see JournalFiles::recover()}
     */
    public static function of(string $folder, LivePlan $plan, JournalFiles $journal, array &$told): self
    {
        $picture = new self(new BookShelf($folder), self::byName($plan));
        $picture->standing = $journal->recover($plan, $told, $picture->lookAt(...));

        return $picture;
    }

    public function standing(): Standing
    {
        return $this->standing;
    }

    /** @return list<string> names of ports, by number */
    public function ports(): array
    {
        return $this->standing->course->ports->names;
    }

    public function take(Entry $entry): void
    {
        $left = $this->standing->waiting[$entry->port][$entry->number] ?? null;
        $this->passing->take($entry, $this->ports()[$entry->port] ?? '', EntrySort::Owed === $entry->sort ? $entry->text : $left->bytes ?? '');
        $this->standing->take($entry);
        $this->lookAt($entry);
        if (EntrySort::Summed === $entry->sort) {
            ++$this->sums;
            $this->differs = $this->differs || StateSum::of($this->standing->course->engine) !== $entry->text;
        }
        $text = Wording::of($entry, $this->standing->course->ports->names);
        if (null !== $text) {
            $this->told = \array_slice([...$this->told, ['at' => date('H:i:s'), 'text' => $text]], -self::MOST_TOLD);
        }
    }

    /** What an entry says of connections, of what is armed and muted, and of what has left; the run itself stands elsewhere. */
    public function lookAt(Entry $entry): void
    {
        $this->isNew = $this->isNew || EntrySort::Beat !== $entry->sort;
        $direction = Entry::OUT === $entry->number ? 'out' : 'in';
        match ($entry->sort) {
            EntrySort::Opened => $this->opened($entry, $direction),
            EntrySort::Closed => $this->closed($entry, $direction),
            EntrySort::Playing => $this->isPlaying = true,
            EntrySort::Ended => $this->isPlaying = false,
            EntrySort::Armed, EntrySort::Disarmed => $this->armed[$entry->text] = EntrySort::Armed === $entry->sort,
            EntrySort::Muted => $this->muted[$entry->port] = true,
            EntrySort::Unmuted => $this->unmute($entry->port),
            EntrySort::Stuck => $this->stuck[$entry->port] = true,
            EntrySort::Restore => $this->returned = [],
            EntrySort::Sent => $this->left($entry->port),
            EntrySort::KeptBack => $this->keptBack[$entry->port] = ($this->keptBack[$entry->port] ?? 0) + 1,
            default => null,
        };
    }

    /** A player was started again: it opens its devices anew, and nothing is armed. */
    public function begin(): void
    {
        $this->open = $this->muted = $this->stuck = $this->armed = [];
        $this->isPlaying = false;
        $this->isNew = true;
    }

    /** The picture as JSON, if it is another than at the last call. */
    public function text(): ?string
    {
        if (!$this->isNew) {
            return null;
        }
        $this->isNew = false;
        $course = $this->standing->course;
        $ports = [];
        foreach ($course->ports->names as $number => $name) {
            $position = $course->ports->in[$number] ?? null;
            $ports[] = [
                'port' => $name,
                'in' => $this->open["{$number} in"] ?? null,
                'out' => $this->open["{$number} out"] ?? null,
                'inDevice' => self::device($this->planned[$name]->in ?? null),
                'outDevice' => self::device($this->planned[$name]->out ?? null),
                'came' => null === $position ? 0 : $course->engine->state->in[$position],
                'sent' => $this->sent[$number] ?? 0,
                'keptBack' => $this->keptBack[$number] ?? 0,
                'isMuted' => isset($this->muted[$number]),
                'isStuck' => isset($this->stuck[$number]),
                'isBack' => isset($this->returned[$number]),
            ];
        }

        return json_encode(
            [
                'isPlaying' => $this->isPlaying,
                'rules' => self::sumOf($this->books->text($course->rules)),
                'compared' => $this->sums,
                'differs' => $this->differs,
                'scene' => $course->engine->state->scene,
                'scenes' => $course->engine->book->scenes(),
                'song' => $course->engine->state->song,
                'songs' => \count($course->engine->book->songs()),
                'restorable' => $course->engine->book->wholes(),
                'ports' => $ports,
                'armed' => (object) $this->armed,
                'told' => $this->told,
                'passing' => $this->passing->draw(),
            ],
            \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }

    /** What tells one text of rules from another. */
    public static function sumOf(string $rules): string
    {
        return hash('xxh128', $rules);
    }

    /** @return array<string, PlannedPort> */
    private static function byName(LivePlan $plan): array
    {
        return array_combine(array_map(static fn (PlannedPort $port): string => $port->name, $plan->ports), $plan->ports);
    }

    /** What should stand behind a port. */
    private static function device(?Connection $connection): ?string
    {
        return true === $connection?->isDevice() ? $connection->name : null;
    }

    private function opened(Entry $entry, string $direction): void
    {
        $this->open["{$entry->port} {$direction}"] = $entry->text;
        if (isset($this->gone[$entry->port])) {
            $this->returned[$entry->port] = true;
        }
    }

    private function closed(Entry $entry, string $direction): void
    {
        unset($this->open["{$entry->port} {$direction}"], $this->returned[$entry->port]);
        if ('out' === $direction) {
            $this->gone[$entry->port] = true;
        }
    }

    private function unmute(int $port): void
    {
        unset($this->muted[$port]);
    }

    private function left(int $port): void
    {
        $this->sent[$port] = ($this->sent[$port] ?? 0) + 1;
        unset($this->stuck[$port]);
    }
}
