<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\Patch;

/** The rules of a moment, compiled again, with the rig that they played on. */
final readonly class PlayedMoment
{
    /** @param string $name of the compiled book */
    public function __construct(public CompiledBook $book, public ?Patch $patch, public ?Setup $setup, public string $name)
    {
    }
}
