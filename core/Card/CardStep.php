<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

/** One thing to set on a box: to what, how, and whether that has been done. */
final readonly class CardStep
{
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
    ) {
    }
}
