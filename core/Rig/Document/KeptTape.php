<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\LongText;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A tape with the outputs that somebody accepted: a proof that the rules still do what they did. */
final readonly class KeptTape
{
    public const MOST_MEBIBYTES = 4;

    /**
     * @param string $tape what comes in
     * @param string $accepted what goes out
     * @param list<string> $ports those of the rulebook when it was accepted, in its order, so that one that is only renamed is known again
     * @param int|null $scene the position of the scene that it begins in; without one the first
     * @param int|null $program the version of the program that played it; without one the first
     * @param string|null $rules a sum of the rules and the rig that it was played with
     */
    public function __construct(
        #[Text]
        public string $name,
        #[LongText('a kept tape', self::MOST_MEBIBYTES)]
        public string $tape,
        #[LongText('a kept tape', self::MOST_MEBIBYTES)]
        public string $accepted,
        #[ListOf(new Text(), 200)]
        public array $ports = [],
        #[Text(40)]
        public ?string $at = null,
        #[Text(80)]
        public ?string $by = null,
        #[Text(500)]
        public ?string $why = null,
        #[Whole(0, 10_000)]
        public ?int $scene = null,
        #[Whole(1, 1_000_000)]
        public ?int $program = null,
        #[Text(64)]
        public ?string $rules = null,
    ) {
    }
}
