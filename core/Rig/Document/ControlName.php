<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** A control of a unit. */
final readonly class ControlName
{
    public function __construct(
        #[Text]
        public string $unit,
        #[Text]
        public string $control,
    ) {
    }
}
