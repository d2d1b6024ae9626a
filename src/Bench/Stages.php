<?php

declare(strict_types=1);

namespace App\Bench;

use App\Documents\Documents;
use App\Documents\RulebookKind;
use App\Documents\ShowLocks;
use App\Entity\Document;
use App\Rig\RigStore;
use App\Storage\DataFolder;
use App\Storage\Locks;
use App\Storage\Shelf;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Data\Json;

/** On which bench a show is played: the same in every browser; and whether what runs there is what is stored. */
final readonly class Stages
{
    private Shelf $shelf;

    public function __construct(
        DataFolder $data,
        private Sessions $sessions,
        private Books $books,
        private RigStore $rigs,
        private Documents $documents,
        private ShowLocks $locks,
        private Presence $presence,
        private Locks $turns,
    ) {
        $this->shelf = new Shelf($data->benches(), $data->inMemory());
    }

    /** The bench on which a show is played; null when there is none any more. */
    public function bench(string $rig): ?string
    {
        $kept = self::isId($rig) ? json_decode($this->shelf->read("{$rig}.stage") ?? '', true) : null;
        $bench = \is_array($kept) && \is_string($kept['bench'] ?? null) ? $kept['bench'] : null;

        return null === $bench || null === $this->sessions->turn($bench) ? null : $bench;
    }

    /**
     * @param string|null $instead the bench on which it is played so far; where that is another one by now, it stays
     *
     * @throws StorageProblem
     */
    public function keep(string $rig, ?string $bench, ?string $instead): void
    {
        if (self::isId($rig)) {
            $this->turns->hold("stage {$rig}", function () use ($rig, $bench, $instead): void {
                if ($this->bench($rig) === $instead) {
                    $this->shelf->write("{$rig}.stage", json_encode(['bench' => $bench], \JSON_THROW_ON_ERROR));
                }
            });
        }
    }

    /** The bench on which some other window plays a rulebook now: that of the stage, or the latest one that was opened. */
    public function played(string $rulebook, ?string $rig, string $window): ?string
    {
        $latest = self::isId($rulebook) ? $this->shelf->read("{$rulebook}.played") : null;
        foreach (array_filter([null === $rig ? null : $this->bench($rig), $latest]) as $bench) {
            if (null !== $this->sessions->turn($bench) && [] !== array_diff($this->presence->of($bench), [$window])) {
                return $bench;
            }
        }

        return null;
    }

    /** @throws StorageProblem */
    public function plays(string $rulebook, string $bench): void
    {
        if (self::isId($rulebook)) {
            $this->shelf->write("{$rulebook}.played", $bench);
        }
    }

    /**
     * What of a show is stored, told apart by sums.
     *
     * @throws StorageProblem
     */
    public function stored(Document $rig): ShowSums
    {
        $book = $this->bookOf($rig);
        $name = "{$rig->id}-{$rig->version}-".($book->version ?? 0).'.sums';

        $kept = ShowSums::read($this->shelf->read($name) ?? '');
        if (null !== $kept) {
            return $kept;
        }
        $found = $this->rigs->find($rig->id); // written down as it is for the rules that run

        return $this->kept($name, ShowSums::of(null === $found ? $rig->text : Json::write($found), $book->text ?? ''));
    }

    /**
     * What of a show runs, told apart by sums; null where the rules that run are not here any more.
     *
     * @throws StorageProblem
     */
    public function running(string $book): ?ShowSums
    {
        $kept = ShowSums::read($this->shelf->read("{$book}.sums") ?? '');
        if (null !== $kept) {
            return $kept;
        }
        [$text, $rig] = [$this->books->text($book), $this->books->rig($book)];

        return null === $text ? null : $this->kept("{$book}.sums", ShowSums::of($rig ?? '{}', $text));
    }

    /** When anything of a show was last stored. */
    public function storedAt(Document $rig): \DateTimeImmutable
    {
        $book = $this->bookOf($rig);

        return null === $book ? $rig->changedAt : max($rig->changedAt, $book->changedAt);
    }

    /**
     * Why rules may not be put on a bench now; null where they may. A show that is locked changes over to what is stored at a press, and to nothing else.
     *
     * @throws StorageProblem
     */
    public function refuses(?string $rigId, string $book, bool $isPressed): ?string
    {
        $lock = null === $rigId ? null : $this->locks->of($rigId);
        $rig = null === $rigId || null === $lock ? null : $this->rigs->document($rigId);
        if (null === $lock || null === $rig || ($isPressed && $this->running($book)?->equals($this->stored($rig)))) {
            return null;
        }

        return "{$lock->words()}: the rules that run stay. Unlock it on the stage, or change over there to what is stored";
    }

    private function bookOf(Document $rig): ?Document
    {
        $book = $rig->summary['book'] ?? '';

        return \is_string($book) && '' !== $book ? $this->documents->find($book, RulebookKind::NAME) : null;
    }

    /** @throws StorageProblem */
    private function kept(string $name, ShowSums $sums): ShowSums
    {
        $this->shelf->write($name, $sums->text());

        return $sums;
    }

    private static function isId(string $rig): bool
    {
        return 1 === preg_match('/^[0-9a-f]{16}$/D', $rig);
    }
}
