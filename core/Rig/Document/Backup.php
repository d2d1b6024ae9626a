<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** The file in which a unit was last kept. */
final readonly class Backup
{
    public function __construct(
        #[Text]
        public string $file,
        #[Text(40)]
        public string $at,
    ) {
    }
}
