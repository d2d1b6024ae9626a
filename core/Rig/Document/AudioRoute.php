<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** Where the sound of a lead goes on: the channel at which it comes in, the side, and to whom. Nobody judges how it sounds. */
final readonly class AudioRoute
{
    public function __construct(
        #[Text(60)] public ?string $channel = null,
        #[OneOf(Side::class)] public ?Side $side = null,
        #[Text(120)] public ?string $to = null,
    ) {
    }

    /** Such as "channel 5, left, to the monitors". */
    public function words(): string
    {
        return implode(
            ', ',
            array_filter([
                null === $this->channel ? null : "channel {$this->channel}",
                Side::Both === $this->side ? 'both sides' : $this->side?->value,
                null === $this->to ? null : "to {$this->to}",
            ]),
        );
    }
}
