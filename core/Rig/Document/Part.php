<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Pair;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\Gender;

/**
 * A cable or an adapter. Straight joins like with like: DIN 5, 4 and 2 with tip, ring and sleeve (as in wiring A), and with XLR 3, 2
 * and 1; crossed has data and source swapped; mono leaves the ring on the sleeve.
 */
final readonly class Part
{
    /**
     * @param PartEnds|null $ends its plugs; those of its neighbours if nothing is said
     * @param array<string, string>|null $contacts for a named map: contacts at the end towards a, and where they lead
     * @param string|null $oneWith the name of a cable of several plugs; parts of that name, in whatever leads, are one piece
     */
    public function __construct(
        #[Text(120)] public string $what,
        #[OneOf(ContactMap::class)] public ContactMap $map,
        #[Pair(PartEnds::class, new OneOf(Connector::class), new OneOf(Connector::class))] public ?PartEnds $ends = null,
        #[MapOf(new Text(20), most: 16)] public ?array $contacts = null,
        #[Decimal(0, 10000)] public ?float $lengthM = null,
        #[Flag] public ?bool $passiveExtension = null,
        #[Flag] public ?bool $phantomOff = null,
        #[Pair(PartGenders::class, new OneOf(Gender::class), new OneOf(Gender::class))] public ?PartGenders $genders = null,
        #[OneOf(Soldered::class)] public ?Soldered $soldered = null,
        #[Text(120)] public ?string $oneWith = null,
    ) {
    }

    /** The same one, with its other end towards a. */
    public function turned(): self
    {
        $contacts =
            null === $this->contacts ? null : array_combine(array_values($this->contacts), array_map(strval(...), array_keys($this->contacts)));

        return new self(
            $this->what,
            $this->map,
            $this->ends?->turned(),
            $contacts,
            $this->lengthM,
            $this->passiveExtension,
            $this->phantomOff,
            $this->genders?->turned(),
            $this->soldered?->turned(),
            $this->oneWith,
        );
    }

    /** Another one in its place, which joins other contacts. */
    public function mapped(ContactMap $map): self
    {
        return new self($this->what, $map, $this->ends, null, $this->lengthM, $this->passiveExtension, $this->phantomOff, $this->genders);
    }
}
