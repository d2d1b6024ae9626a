<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** The number could be one that only counts rows. */
final readonly class NumberOfTheRow implements Doubt
{
    public function text(): string
    {
        return 'its number could be that of the row';
    }
}
