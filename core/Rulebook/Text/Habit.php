<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** What people write out of habit, and what to write instead. */
final readonly class Habit
{
    /** @param string|null $word the word itself, where it is one */
    public function __construct(public string $advice, public ?string $word = null)
    {
    }
}
