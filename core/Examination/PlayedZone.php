<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

/** An MPE zone as somebody sends or hears it; null is what nobody knows. */
final readonly class PlayedZone
{
    /**
     * @param int|null $members 1 to 15
     * @param int|null $bendSemitones of member channels, 0 to 96
     */
    public function __construct(public bool $isUpper, public ?int $members, public ?int $bendSemitones)
    {
    }

    public function side(): string
    {
        return $this->isUpper ? 'from channel 16 down' : 'from channel 1 up';
    }
}
