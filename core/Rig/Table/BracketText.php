<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Table\Doubt\Doubt;

/** A cell without what stands in brackets. */
final readonly class BracketText
{
    /**
     * @param list<Doubt> $doubts
     * @param string|null $remark what stood there
     */
    public function __construct(public string $rest, public array $doubts = [], public ?string $remark = null)
    {
    }
}
