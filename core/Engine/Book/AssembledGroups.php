<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** What is assembled out of controllers at an in port. */
final readonly class AssembledGroups
{
    /**
     * @param bool $parameters whether NRPN and RPN are
     * @param list<int>|null $pairs upper controllers of the pairs that are; null for all
     */
    public function __construct(public bool $parameters, public ?array $pairs)
    {
    }
}
