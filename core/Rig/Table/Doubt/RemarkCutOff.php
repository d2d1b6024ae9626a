<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Something stands behind a range. */
final readonly class RemarkCutOff implements Doubt
{
    public function __construct(public string $remark)
    {
    }

    public function text(): string
    {
        return "\"{$this->remark}\" was cut off";
    }
}
