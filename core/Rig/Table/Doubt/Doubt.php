<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Something that was guessed while a row of a table was read: a person should look at it. */
interface Doubt
{
    /** The row is the subject: "has no number; it is taken without one". */
    public function text(): string;
}
