<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rulebook\Code\DoesWhat;

/** One thing that a control does. */
final readonly class Does
{
    /**
     * @param string $words as a sheet shows it
     * @param string|null $about the title of the scene that it goes to, or the name of the unit that it is done to
     */
    public function __construct(public DoesWhat $what, public string $words, public ?string $about = null)
    {
    }
}
