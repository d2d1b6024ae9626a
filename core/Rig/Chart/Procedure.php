<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Text;

/** A gesture of the box, step by step. */
final readonly class Procedure
{
    /** @param list<string> $steps */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[Text]
        public string $title,
        #[ListOf(new Text(500), 64)]
        public array $steps,
        #[Flag]
        public ?bool $powerCycle = null,
        #[Flag]
        public ?bool $armsProgramWrite = null,
    ) {
    }
}
