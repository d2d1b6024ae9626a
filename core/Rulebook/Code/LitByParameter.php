<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A `turn … to other` in a rule of the control: lit while the parameter stands at its second value. */
final readonly class LitByParameter
{
    /** @param int|null $scene position of the scene in which that counts; null for all */
    public function __construct(public Target $parameter, public int $first, public int $second, public ?int $scene)
    {
    }
}
