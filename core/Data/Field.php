<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A field of a class that documents are read into. */
final readonly class Field
{
    /**
     * @param bool $isNeeded whether it has to be there
     * @param mixed $default what stands for it if it is not
     */
    public function __construct(public Type $type, public bool $isNeeded, public mixed $default)
    {
    }
}
