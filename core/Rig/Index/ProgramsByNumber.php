<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rulebook\Code\CalledProgram;

/** Programs of a unit by the number that it shows. */
final readonly class ProgramsByNumber
{
    /** @param array<int, CalledProgram> $all */
    public function __construct(public array $all)
    {
    }
}
