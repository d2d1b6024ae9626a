<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** A colour as a word, for black and white and for those who do not see it, and as a swatch. */
final readonly class Colour
{
    public function __construct(
        #[Text(30)]
        public string $word,
        #[Text(7, '^#[0-9A-Fa-f]{6}$', 'a colour such as #D08030')]
        public string $hex,
    ) {
    }
}
