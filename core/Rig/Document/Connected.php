<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/**
 * What stands behind a port on one computer, each way: `device:NAME`, `device:/path`, `stand-in` or `none`; null where nobody has said. Of what
 * hears there it says what happens when it was away and is back; null for asking. A spare takes the place of what stands there by one press.
 */
final readonly class Connected
{
    public function __construct(
        #[Text(200)]
        public ?string $in = null,
        #[Text(200)]
        public ?string $out = null,
        #[OneOf(BackAgain::class)]
        public ?BackAgain $back = null,
        #[Text(200)]
        public ?string $spareIn = null,
        #[Text(200)]
        public ?string $spareOut = null,
    ) {
    }
}
