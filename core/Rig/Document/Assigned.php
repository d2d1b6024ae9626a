<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Rig\Chart\Message;

/** The message that a control or a parameter of a unit was given. */
final readonly class Assigned
{
    public function __construct(
        #[Of(Message::class)]
        public Message $message,
        #[OneOf(SettingState::class)]
        public SettingState $state,
        #[Text(40)]
        public ?string $at = null,
        #[Text(80)]
        public ?string $by = null,
        #[Flag]
        public ?bool $pinned = null,
    ) {
    }
}
