<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\Text;

/** Whether something is so: yes, no, or while the setting of that id stands at "on". */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class SwitchType extends Either
{
    public function __construct()
    {
        parent::__construct('true, false, or the id of a setting', new Flag(), new Text());
    }
}
