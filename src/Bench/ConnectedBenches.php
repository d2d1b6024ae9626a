<?php

declare(strict_types=1);

namespace App\Bench;

use App\Live\BookShelf;
use App\Live\CannotPlay;
use App\Live\HostHands;
use App\Live\JournalFiles;
use App\Live\JournalFollower;
use App\Live\JournalPlace;
use App\Live\LiveHosts;
use App\Live\LivePlan;
use App\Live\Wording;
use App\Rig\RigReader;
use App\Rig\RigStore;
use App\Storage\DataFolder;
use App\Storage\Locks;
use App\Storage\Shelf;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Mirror\LedBench;
use ZigzagPost\Core\Live\Mirror\PlayedRules;
use ZigzagPost\Core\Live\Ports;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Playable;
use ZigzagPost\Core\World\Transit;

/**
 * Benches of shows that play between real devices. Such a bench has no time of its own: it is led by the journal of the player, so that bench and
 * stage show what really happens; once nothing is connected any more, it goes on with simulated devices as they stand.
 */
final readonly class ConnectedBenches
{
    /** Of the journal, bytes from which on it is not read entry by entry any more. */
    private const MOST_BEHIND = 2 << 20;
    /** Time that one request spends on it. */
    private const LONGEST_NS = 400_000_000;
    /** What a player tells that people at bench and stage should know at once. */
    private const TOLD = [EntrySort::Closed, EntrySort::Opened, EntrySort::Stuck, EntrySort::LoopCut, EntrySort::Stalled, EntrySort::Told];

    private Shelf $shelf;

    public function __construct(
        DataFolder $data,
        private Locks $turns,
        private LiveHosts $hosts,
        private Sessions $sessions,
        private Books $books,
        private BlackBox $box,
        private RigStore $rigs,
        private Presence $presence,
    ) {
        $this->shelf = new Shelf($data->benches(), $data->inMemory());
    }

    /**
     * The bench on which a show is seen that plays between real devices; null where it does not.
     *
     * @throws StorageProblem
     */
    public function bench(string $rig): ?string
    {
        $path = 1 === preg_match('/^[0-9a-f]{16}$/D', $rig) ? $this->hosts->place($rig) : null;

        try {
            return null === $path
                ? null
                : $this->kept($rig, $path) ?? $this->turns->hold("live {$rig}", fn (): ?string => $this->open($rig, $path));
        } catch (CannotPlay|DamagedJournal) {
            return null; // it has just ended
        }
    }

    /**
     * On what program each unit stands that real devices play, as it shows it and by its name; windows at the bench are told what they have not seen.
     *
     * @return list<array{unit: string, shown: string, name: string}>
     *
     * @throws StorageProblem
     */
    public function standing(string $bench): array
    {
        return $this->sessions->with($bench, function (BenchSession $session): array {
            $book = $this->books->find($session->book);
            if (null === $book) {
                return [];
            }
            $bench = $this->follow($session, Bench::load($book, $session->state, $this->books->seats($session->book)));
            $session->state = $bench->save();
            $this->box->record($session, $bench);
            $news = BenchNews::take($bench);
            if (!$news->isNothing()) {
                $session->share($news, '', $this->presence->of($session->id));
            }
            $this->sessions->keep($session);
            $standing = [];
            foreach ($bench->receivers() as $receiver) {
                $program = $receiver['view']['program'] ?? null;
                if (\is_array($program) && \is_string($program['shown'] ?? null) && \is_string($program['name'] ?? null)) {
                    $standing[] = ['unit' => $receiver['port'], 'shown' => $program['shown'], 'name' => $program['name']];
                }
            }

            return $standing;
        });
    }

    /** Who plays what is done on a bench. */
    public function hands(BenchSession $session, Bench $bench): Playable
    {
        return null === $session->link || null === $session->rig ? $bench : new HostHands($this->hosts, $session->rig);
    }

    /**
     * Devices go on with what is stored of the show.
     *
     * @throws CannotPlay where it has an error, or nothing plays
     * @throws BadData
     */
    public function changeOver(BenchSession $session): void
    {
        $rig = $this->rigs->document((string) $session->rig);
        null === $rig ?: $this->hosts->change($rig->id, $this->rigs->file($rig));
    }

    /**
     * Leads a bench on by what has been played since; one that no player leads stays as it is.
     *
     * @return Bench the bench to go on with, which is another one where what lies between cannot be read
     *
     * @throws StorageProblem
     */
    public function follow(BenchSession $session, Bench $bench): Bench
    {
        $link = $session->link;
        $rig = (string) $session->rig;
        if (null === $link) {
            return $bench;
        }
        $path = $this->hosts->place($rig);
        if (null === $path) {
            $session->link = null;
            $this->shelf->delete("{$rig}.live");
            $bench->beLed(null);
            $bench->tell('Nothing is connected any more: from here on this bench plays simulated devices.');

            return $bench;
        }
        $bench->beLed($link->transit);
        try {
            return ($path === $link->path && $this->lead($session, $link, $bench)) ? $bench : $this->linked($session, $rig, $path, $bench);
        } catch (CannotPlay|DamagedJournal) {
            return $bench; // it ends just now, or is started again: it is looked at again
        }
    }

    /**
     * @return bool false where what lies between is gone, or too much
     *
     * @throws CannotPlay
     * @throws DamagedJournal
     */
    private function lead(BenchSession $session, HostLink $link, Bench $bench): bool
    {
        $follower = new JournalFollower($link->path, $link->place);
        $behind = $follower->behind();
        $book = $this->books->find($session->book);
        if (null === $book || null === $behind || $behind > self::MOST_BEHIND) {
            return false;
        }
        $led = new LedBench($bench, new Ports($book, $link->ports), fn (string $name): PlayedRules => $this->played($session, $link->path, $name));
        $until = hrtime(true) + self::LONGEST_NS;
        $hasBegun = $link->hasBegun;
        foreach ($follower->entries() as $entry) {
            $led->take($entry);
            $session->isAt($entry->timeUs);
            $hasBegun = $hasBegun || EntrySort::Playing === $entry->sort;
            $hasBegun || EntrySort::Opened !== $entry->sort ? $this->tell($entry, $led) : null;
            if (hrtime(true) > $until) {
                break;
            }
        }
        $session->link = new HostLink($link->path, $follower->place(), $led->ports(), $link->transit, $hasBegun);

        return true;
    }

    /** The bench that follows the host in a folder, where there is one. */
    private function kept(string $rig, string $path): ?string
    {
        [$bench, $of] = explode("\n", $this->shelf->read("{$rig}.live") ?? '') + ['', ''];

        return $of === $path && null !== $this->sessions->turn($bench) ? $bench : null;
    }

    /**
     * @throws StorageProblem
     * @throws CannotPlay
     * @throws DamagedJournal
     */
    private function open(string $rig, string $path): ?string
    {
        $there = $this->kept($rig, $path);
        if (null !== $there) {
            return $there; // another request was faster
        }
        $book = $this->store($rig, (new BookShelf($path))->text($this->firstRules($path)));
        $compiled = null === $book ? null : $this->books->find($book);
        if (null === $book || null === $compiled) {
            return null;
        }
        $bench = Bench::start($compiled, $this->books->seats($book));
        $session = BenchSession::start($book, $bench);
        $session->rig = $rig;
        $bench = $this->linked($session, $rig, $path, null);
        $session->state = $bench->save();
        $this->box->record($session, $bench);
        $this->sessions->keep($session);
        $this->shelf->write("{$rig}.live", "{$session->id}\n{$path}");
        // The stage is there already, and stays when nothing is connected any more.
        $this->shelf->write("{$rig}.stage", json_encode(['bench' => $session->id], \JSON_THROW_ON_ERROR));

        return $session->id;
    }

    /**
     * A bench as the player stands now. What stands for devices stands as it did before, where there was something.
     *
     * @throws StorageProblem
     * @throws CannotPlay
     * @throws DamagedJournal
     */
    private function linked(BenchSession $session, string $rig, string $path, ?Bench $before): Bench
    {
        $plan = LivePlan::of((string) @file_get_contents("{$path}/".LivePlan::FILE));
        $files = new JournalFiles($path);
        $isFresh = null === $before && 1 === JournalFiles::latest($path) && (int) @filesize(JournalFiles::journal($path, 1)) < self::MOST_BEHIND;
        $standing = $isFresh ? null : $files->look($plan) ?? throw CannotPlay::because('where the player stands cannot be read just now');
        $played = $this->played($session, $path, $standing->course->rules ?? $this->firstRules($path));
        $transit = new Transit(array_map(strval(...), array_keys($plan->heard())));
        if (null === $standing) {
            $bench = Bench::start($played->book, $played->patch, $transit);
            $session->link = $link = new HostLink($path, new JournalPlace(1, 0), (new Ports($played->book))->names, $transit, false);
            $this->lead($session, $link, $bench);

            return $bench;
        }
        $names = $standing->course->ports->names;
        foreach ($standing->numbers as $port => $number) {
            $transit->goOn($names[$port], $number);
        }
        $receivers = $before?->save()['receivers'] ?? [];
        $bench = Bench::load($played->book, ['engine' => $standing->course->engine->save(), 'receivers' => $receivers], $played->patch);
        $bench->beLed($transit);
        null === $before ?: $bench->tell('So much was played at once that not every message is shown.');
        $session->link = new HostLink($path, $files->end(), $names, $transit, true);
        $session->isAt($standing->timeUs);

        return $bench;
    }

    /**
     * Rules of a host as a bench plays them; they are those of the bench from here on.
     *
     * @throws StorageProblem
     * @throws CannotPlay
     */
    private function played(BenchSession $session, string $path, string $name): PlayedRules
    {
        $book = (string) $this->store((string) $session->rig, (new BookShelf($path))->text($name));
        $compiled = $this->books->find($book) ?? throw CannotPlay::because('the rules that play are not here any more');
        $session->puts($book);

        return new PlayedRules($compiled, $this->books->seats($book));
    }

    /**
     * The name of rules, compiled for a bench; null where they have an error with the rig that plays.
     *
     * @throws StorageProblem
     */
    private function store(string $rig, string $text): ?string
    {
        try {
            $document = RigFile::rig($this->hosts->json($rig));
        } catch (BadData) {
            return null;
        }
        $checked = Checker::check($text, RigReader::devices($document));

        return $checked->hasErrors() ? null : $this->books->store($checked, $text, $document);
    }

    private function firstRules(string $path): string
    {
        $first = trim((string) @file_get_contents("{$path}/first-rules"));

        return '' !== $first ? $first : LivePlan::of((string) @file_get_contents("{$path}/".LivePlan::FILE))->rules;
    }

    private function tell(Entry $entry, LedBench $led): void
    {
        $text = \in_array($entry->sort, self::TOLD, true) ? Wording::of($entry, $led->ports()) : null;
        null === $text ?: $led->bench->tell($text);
    }
}
