<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** What happens to the units behind a port when its device was away and is back. */
enum BackAgain: string
{
    case Never = 'never';
    /** A person is asked. */
    case Ask = 'ask';
    /** They are brought back to where they should stand. */
    case ByItself = 'by itself';
}
