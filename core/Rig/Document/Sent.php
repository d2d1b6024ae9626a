<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** That everything which is set in an editor was sent to the box, and what it was then; after any edit it counts no more. */
final readonly class Sent
{
    public function __construct(
        /** What was sent, as a fingerprint. */
        #[Text(64)] public string $of,
        #[Text(40)] public ?string $at = null,
        #[Text(80)] public ?string $by = null,
    ) {
    }
}
