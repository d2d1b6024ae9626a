<?php

declare(strict_types=1);

namespace App\Bench;

use App\Entity\Document;
use App\Rig\KeptAnswers;
use App\Rig\RigReader;
use App\Rig\RigStore;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\World\StandIn;

/** Which book a text became with a rig: a bench that is opened again need not check and compile it once more. */
final readonly class KnownBooks
{
    public function __construct(private Books $books, private RigStore $rigs, private KeptAnswers $kept)
    {
    }

    /**
     * @param array<string, StandIn> $chosen what somebody chose to stand in at its ports
     *
     * @return string|null its name, see {@see Books::store()}; null where the text has an error
     *
     * @throws StorageProblem
     */
    public function of(string $text, ?Document $rig, array $chosen): ?string
    {
        $key = 'book.'.hash('xxh128', serialize([$text, $this->sum($rig), ChosenStandIns::told($chosen)]));
        $known = $this->kept->find($key);
        // All of it has to be there still: its text may have been swept away, and its seats with it.
        if (\is_string($known) && null !== $this->books->text($known) && null !== $this->books->find($known) && null !== $this->books->seats($known)) {
            return $known;
        }
        $whole = null === $rig ? null : $this->rigs->find($rig->id);
        $checked = Checker::check($text, null === $whole ? null : RigReader::devices($whole));
        $name = $checked->hasErrors() ? null : $this->books->store($checked, $text, $whole, $chosen);
        null === $name || $this->kept->keep($key, $name);

        return $name;
    }

    private function sum(?Document $rig): string
    {
        try {
            return null === $rig ? '' : $this->kept->sum($rig);
        } catch (BadData) {
            return "{$rig->id} {$rig->version}";
        }
    }
}
