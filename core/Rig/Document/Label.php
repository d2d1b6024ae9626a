<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** What is written on a control of a unit, and the colour of its lamp. */
final readonly class Label
{
    public function __construct(
        #[Text(120)]
        public ?string $text = null,
        #[Text(60)]
        public ?string $colour = null,
    ) {
    }
}
