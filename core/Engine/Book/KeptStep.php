<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A step that keeps something in the state, as it can be found again in another version of the rulebook. */
final readonly class KeptStep
{
    /**
     * @param string $rule title of its rule
     * @param int $ofTitle how many of that title stand above it
     * @param int $ofKeyword how many of that keyword stand above it in the rule
     * @param string $written the step and its ports as they are written
     */
    public function __construct(
        public string $rule,
        public int $ofTitle,
        public string $keyword,
        public int $ofKeyword,
        public string $written,
    ) {
    }
}
