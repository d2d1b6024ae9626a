<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** What somebody said of two units: who plays whom with what, or who is kept out. */
final readonly class Intent
{
    /** @param non-empty-list<IntentKind> $of */
    public function __construct(
        #[Text(60)]
        public string $from,
        #[Text(60)]
        public string $to,
        #[ListOf(new OneOf(IntentKind::class), 6, 1)]
        public array $of,
        #[OneOf(Means::class)]
        public Means $means,
        #[Text(80)]
        public ?string $by = null,
        #[Text(40)]
        public ?string $at = null,
    ) {
    }
}
