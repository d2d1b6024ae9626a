<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** A scene of the set list, as it is rehearsed. */
final readonly class Slot
{
    /**
     * @param int $timeUs when it begins in the rehearsal
     * @param int $scene its position in the rulebook
     * @param float|null $lengthS how long it lasts in the set list's own times, in seconds; null where nobody has said
     */
    public function __construct(public int $timeUs, public int $scene, public string $title, public ?float $lengthS)
    {
    }
}
