<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

/** What one sender sends over a lead that it shares. */
final readonly class SentOver
{
    /**
     * @param list<SentMessage> $messages in the order sent
     * @param list<Medium> $before what they go over before, from one box to the next that waits for the whole message
     * @param int|null $clockUs distance of the clock bytes on it
     */
    public function __construct(public array $messages, public array $before, public ?int $clockUs)
    {
    }
}
