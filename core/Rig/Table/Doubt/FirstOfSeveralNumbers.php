<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Several columns hold numbers and no heading tells them apart. */
final readonly class FirstOfSeveralNumbers implements Doubt
{
    public function text(): string
    {
        return 'there are several columns of numbers, and the first was taken';
    }
}
