<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** A plug of a device. */
final readonly class Plug
{
    /**
     * @param list<PlugUse> $uses the first whose settings stand so is the present one
     * @param list<Stream>|null $streams
     */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[Text]
        public string $label,
        #[OneOf(Connector::class)]
        public Connector $connector,
        #[ListOf(new Of(PlugUse::class), 16, 1)]
        public array $uses,
        #[ListOf(new Of(Stream::class), 64)]
        public ?array $streams = null,
        #[Of(UsbRole::class)]
        public ?UsbRole $usb = null,
        #[Of(Power::class)]
        public ?Power $power = null,
        #[OneOf(Gender::class)]
        public ?Gender $gender = null,
    ) {
    }

    public function stream(string $id): ?Stream
    {
        foreach ($this->streams ?? [] as $stream) {
            if ($stream->id === $id) {
                return $stream;
            }
        }

        return null;
    }
}
