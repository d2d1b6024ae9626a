<?php

declare(strict_types=1);

namespace App\Documents;

/** A text, and what of it is kept apart from it. */
final readonly class Apart
{
    /**
     * @param string $text what is left
     * @param string $notes what is kept apart; empty where there is nothing
     * @param bool $isSame whether the text means what the stored one means, so that only notes have been made
     */
    public function __construct(public string $text, public string $notes, public bool $isSame)
    {
    }
}
