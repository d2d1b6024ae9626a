<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

/** One thing to set on a box, or to look at there: to what, how, and whether that has been done. */
final readonly class CardStep
{
    /** @param string $setting its id, or the title of the control or parameter that gets a number */
    public function __construct(
        public string $setting,
        public string $title,
        public string|int $value,
        public string $how,
        public ?string $save,
        public bool $powerCycle,
        public bool $isTicked,
        public ?string $at,
        public ?string $by,
        /** Nothing has to be changed as far as is known; but that it stands so decides whether the rig works. */
        public bool $isCheck = false,
        /** It learns from another unit, which has to be set before. */
        public bool $learns = false,
        /** Another unit learns from it before it is switched off. */
        public bool $isTaughtFrom = false,
        /** A channel on which it sends or hears. */
        public bool $isChannel = false,
    ) {
    }
}
