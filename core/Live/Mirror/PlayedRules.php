<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Mirror;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\World\Patch;

/** Rules as a bench plays them, with the units of their rig. */
final readonly class PlayedRules
{
    public function __construct(public CompiledBook $book, public ?Patch $patch)
    {
    }
}
