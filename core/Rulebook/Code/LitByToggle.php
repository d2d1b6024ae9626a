<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A `toggle` in a rule of the control: lit while it stands at its second value. */
final readonly class LitByToggle
{
    /**
     * @param int $rule its position in the rulebook
     * @param int $step its position in the rule
     * @param int|null $scene position of the scene in which that counts; null for all
     */
    public function __construct(public int $rule, public int $step, public ControlMessage $message, public ?int $scene)
    {
    }
}
