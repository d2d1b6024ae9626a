<?php

declare(strict_types=1);

namespace App\Rig;

use App\Documents\Documents;
use App\Documents\RigKind;
use App\Documents\RigPart;
use App\Documents\RulebookKind;
use App\Entity\Document;
use App\Storage\Shelf;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;

/**
 * What was computed from a rig as it is stored, kept as JSON until the rig, its rules or what stands beside it have become another. Where
 * nothing can be kept it is computed each time.
 */
final readonly class KeptAnswers
{
    private string $folder;

    public function __construct(private Documents $documents, string $cacheDir)
    {
        $this->folder = "{$cacheDir}/answers";
    }

    /**
     * @param \Closure(): mixed $compute what can be said as JSON
     *
     * @return mixed as it is read from JSON, objects being objects
     *
     * @throws BadData
     */
    public function of(Document $rig, string $what, \Closure $compute): mixed
    {
        return $this->under("{$what}.{$this->sum($rig)}", $compute);
    }

    /**
     * @param string $key letters, digits, dots and hyphens, of which the same always means the same answer
     * @param \Closure(): mixed $compute what can be said as JSON
     *
     * @return mixed as it is read from JSON, objects being objects
     */
    public function under(string $key, \Closure $compute): mixed
    {
        $kept = $this->find($key);
        if (null === $kept) {
            $kept = json_decode($this->keep($key, $compute()));
        }

        return $kept;
    }

    /** What is kept under a key, as it is read from JSON; null where nothing is. */
    public function find(string $key): mixed
    {
        $file = "{$this->folder}/{$key}.json";

        return is_file($file) ? json_decode((string) file_get_contents($file)) : null;
    }

    /** @return string as JSON */
    public function keep(string $key, mixed $answer): string
    {
        $json = json_encode($answer, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION);
        Shelf::put($this->folder, "{$key}.json", $json);

        return $json;
    }

    /** Another version may compute otherwise. */
    public function forget(): void
    {
        Shelf::sweepFolder($this->folder, -1);
    }

    /** Deletes what nobody has asked for in so many seconds. */
    public function sweep(int $seconds): void
    {
        Shelf::sweepFolder($this->folder, $seconds);
    }

    /**
     * Tells states of a document apart; of a rig by its text, what stands beside it, and its rules.
     *
     * @param RigPart|null $but what stands beside it and does not count
     *
     * @throws BadData
     */
    public function sum(Document $rig, ?RigPart $but = null): string
    {
        if (RigKind::NAME !== $rig->kind) {
            return hash('xxh128', "{$rig->kind}\n{$rig->text}");
        }
        $book = Json::members($rig->text)['book'] ?? null;
        $rules = \is_string($book) ? $this->documents->find($book, RulebookKind::NAME)?->text : null;

        return hash('xxh128', serialize([$rig->text, array_diff_key($this->documents->partsOf($rig), [$but?->value => true]), $rules]));
    }
}
