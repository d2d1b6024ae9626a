<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Rule;

/** A rule that is in force for a control. */
final readonly class RuleInForce
{
    /**
     * @param int $position of the rule in the rulebook
     * @param int|null $scene position of the scene in which that is so; null for all
     */
    public function __construct(public int $position, public Rule $rule, public ControlMessage $message, public ?int $scene)
    {
    }
}
