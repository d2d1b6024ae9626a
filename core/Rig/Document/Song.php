<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Text;

/** A song of the show: the scenes of the rulebook that it goes through, and what its people have to know. */
final readonly class Song
{
    /**
     * @param list<string> $scenes titles in the rulebook, in order
     * @param list<string> $jobs what hands have to do
     */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[Text]
        public string $title,
        #[ListOf(new Text(), 200)]
        public array $scenes = [],
        #[Decimal(20, 400)]
        public ?float $tempo = null,
        #[Text(30)]
        public ?string $key = null,
        #[Text(2000)]
        public ?string $notes = null,
        #[ListOf(new Text(500), 100)]
        public array $jobs = [],
        #[Decimal(1, 7200)]
        public ?float $lengthS = null,
    ) {
    }
}
