<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Something stands behind a number. */
final readonly class NoteBehindNumber implements Doubt
{
    public function __construct(public string $note)
    {
    }

    public function text(): string
    {
        return "\"{$this->note}\" behind the number was left out";
    }
}
