<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** When something that hands do was done, and by whom. */
final readonly class Done
{
    public function __construct(
        #[Text(40)]
        public string $at,
        #[Text(80)]
        public ?string $by = null,
    ) {
    }
}
