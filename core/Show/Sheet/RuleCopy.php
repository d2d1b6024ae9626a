<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Chart\Control;

/** A rule of one control that another one shall have. */
final readonly class RuleCopy
{
    /**
     * @param int $line of the rule
     * @param string|null $scene in which the other control does it; null for every scene
     */
    public function __construct(public Control $control, public int $line, public Control $to, public ?string $scene)
    {
    }
}
