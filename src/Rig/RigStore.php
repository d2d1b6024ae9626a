<?php

declare(strict_types=1);

namespace App\Rig;

use App\Documents\Documents;
use App\Documents\LockedShow;
use App\Documents\Meaning;
use App\Documents\Outdated;
use App\Documents\RigKind;
use App\Documents\RigPart;
use App\Documents\RigParts;
use App\Documents\RulebookKind;
use App\Documents\TakenApart;
use App\Documents\Ticks;
use App\Entity\Document;
use App\Entity\Revision;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** The rigs that are kept, each with its rulebook. */
final readonly class RigStore
{
    public function __construct(private Documents $documents)
    {
    }

    public function document(string $id): ?Document
    {
        return $this->documents->find($id, RigKind::NAME);
    }

    /** A rig with the text of its rulebook in it, as a file of it would be. */
    public function find(string $id): ?Rig
    {
        $document = $this->document($id);
        try {
            return null === $document ? null : RigFile::rig(Json::encode($this->whole($document)));
        } catch (BadData) {
            return null;
        }
    }

    /** A rig as it is stored, with everything that is computed from it; null where there is none. */
    public function analysisOf(string $id): ?RigAnalysis
    {
        $rig = $this->find($id);

        return null === $rig ? null : new RigAnalysis(RigFile::setup($rig));
    }

    /**
     * A rig with other rules than those that are stored; without a rig, rules alone.
     *
     * @throws BadData
     */
    public function analysis(?string $id, string $rules): RigAnalysis
    {
        $document = null === $id ? null : $this->document($id);
        $json =
            null === $document
                ? ['schema' => 1, 'name' => 'None', 'charts' => new \stdClass(), 'units' => [], 'leads' => []]
                : $this->whole($document);

        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $rules] + $json))));
    }

    /**
     * The JSON of a rig with the text of its rulebook.
     *
     * @return array<mixed>
     *
     * @throws BadData
     */
    public function whole(Document $document): array
    {
        $json = Json::members($this->text($document));
        $book = $json['book'] ?? null;
        $rulebook = \is_string($book) ? $this->documents->find($book, RulebookKind::NAME) : null;

        return null === $rulebook ? $json : [...$json, 'rulebook' => $rulebook->text];
    }

    /**
     * A rig with all that stands beside it and with its rules, as a file that goes elsewhere.
     *
     * @throws BadData
     */
    public function file(Document $document): string
    {
        $book = $this->whole($document)['rulebook'] ?? null;

        return Json::encode((object) [...Json::members($this->text($document)), ...\is_string($book) ? ['rulebook' => $book] : []]);
    }

    /** The text of a rig with all that stands beside it, as a file of it holds it. */
    public function text(Document $document): string
    {
        return RigParts::join($document->text, $this->documents->partsOf($document));
    }

    /**
     * Stores a whole rig: what a person edits of it, and what stands beside it. Whatever of it means the same as before stays as it is stored.
     *
     * @param int $version the one that the change was made from
     *
     * @throws Outdated when somebody else has changed the rig since
     * @throws LockedShow while the show is played; ticks and log can always be written
     */
    public function write(Document $document, string $name, string $whole, int $version, string $by, ?string $what = null): Document
    {
        $apart = RigParts::split($whole);
        $isSame = RigParts::areSame($apart->rig, $document->text);
        if (!$isSame || $name !== $document->name) {
            $document = $this->documents->write($document, $name, $isSame ? $document->text : $apart->rig, $version, $by, $what);
        } elseif ($version !== $document->version && $version !== $document->version - 1) {
            throw new Outdated($document);
        }
        $this->keepParts($document, $apart, $by);

        return $this->document($document->id) ?? $document;
    }

    /**
     * Ticks stay with a unit that is called otherwise.
     *
     * @throws LockedShow
     */
    public function renameInTicks(Document $document, string $from, string $to, string $by): void
    {
        $ticks = $this->documents->partsOf($document)[RigPart::Ticks->value] ?? RigPart::EMPTY;
        $renamed = Ticks::renamed($ticks, $from, $to);
        if ($renamed !== $ticks) {
            $beside = $this->documents->beside($document, RigPart::Ticks, $by);
            try {
                $this->documents->write($beside, $beside->name, $renamed, $beside->version, $by);
            } catch (Outdated) {
                // somebody ticks just now: that counts
            }
        }
    }

    /**
     * @throws LockedShow
     * @throws Outdated
     */
    private function keepParts(Document $document, TakenApart $apart, string $by): void
    {
        $before = $this->documents->partsOf($document);
        foreach (RigPart::cases() as $part) {
            $text = $apart->part($part);
            if (!Meaning::areSame($text, $before[$part->value] ?? RigPart::EMPTY)) {
                $beside = $this->documents->beside($document, $part, $by);
                $this->documents->write($beside, $beside->name, $text, $beside->version, $by);
            }
        }
    }

    /**
     * Changes the rules of a rig, so that everything that is not meant stays as it stands.
     *
     * @param \Closure(Source): list<Edit> $change
     * @param bool $staysSound whether a change is refused that brings an error
     *
     * @return int how many places
     *
     * @throws Outdated when somebody else has just changed the rules
     * @throws RulebookError when the change cannot be made
     * @throws BadData
     * @throws LockedShow
     */
    public function changeRules(Document $document, \Closure $change, string $by, bool $staysSound = false): int
    {
        $json = Json::decode($document->text);
        $book = \is_array($json) && \is_string($json['book'] ?? null) ? $this->documents->find($json['book'], RulebookKind::NAME) : null;
        $source = null === $book ? null : Source::of($book->text);
        $edits = null === $source ? [] : $change($source);
        if (null !== $book && null !== $source && [] !== $edits) {
            $text = $source->with($edits)->text;
            if ($staysSound) {
                $this->refuseNewErrors($document->id, $book->text, $text);
            }
            $this->documents->write($book, $book->name, $text, $book->version, $by);
        }

        return \count($edits);
    }

    /**
     * @throws RulebookError for the first error that the rules did not have before
     * @throws BadData
     */
    private function refuseNewErrors(string $rig, string $before, string $after): void
    {
        $errors = fn (string $text): array => array_filter(
            $this->analysis($rig, $text)->checked()->findings,
            static fn (Finding $finding): bool => Severity::Error === $finding->severity,
        );
        $known = array_map(static fn (Finding $finding): string => $finding->text, $errors($before));
        foreach ($errors($after) as $finding) {
            if (!\in_array($finding->text, $known, true)) {
                throw new RulebookError($finding->span, $finding->code, "this would be an error in line {$finding->span->line}: {$finding->text}");
            }
        }
    }

    /**
     * A rig that comes as a file: its rulebook becomes a document of its own.
     *
     * @throws BadData
     */
    public function bringIn(string $json, string $name, string $by, string $what): Document
    {
        $rig = Json::members($json);
        if (\is_string($rig['rulebook'] ?? null)) {
            $rig['book'] = $this->documents->create(new RulebookKind(), $name, $rig['rulebook'], $by, $what)->id;
            unset($rig['rulebook']);
        }

        return $this->create($name, Json::encode($rig), $by, $what);
    }

    /** Keeps a new rig, and what stands beside it. */
    public function create(string $name, string $whole, string $by, string $what = Revision::CREATED): Document
    {
        $apart = RigParts::split($whole);
        $document = $this->documents->create(new RigKind(), $name, $apart->rig, $by, $what);
        try {
            $this->keepParts($document, $apart, $by);
        } catch (LockedShow|Outdated) {
            throw new \LogicException('nobody else knows a rig that has just been made');
        }

        return $document;
    }
}
