<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a plug looks like. */
enum Connector: string
{
    case Din5 = 'din5';
    case Jack25 = 'jack 2.5';
    case Jack35 = 'jack 3.5';
    case Jack635 = 'jack 6.35';
    case UsbA = 'usb a';
    case UsbB = 'usb b';
    case UsbC = 'usb c';
    case UsbMini = 'usb mini';
    case UsbMicro = 'usb micro';
    case Rj45 = 'rj45';
    case Xlr3 = 'xlr3';
    case Barrel = 'barrel';
    case Network = 'network';
    case Radio = 'radio';
    case Any = 'any';

    public function isJack(): bool
    {
        return self::Jack25 === $this || self::Jack35 === $this || self::Jack635 === $this;
    }

    public function isUsb(): bool
    {
        return str_starts_with($this->value, 'usb');
    }

    /** Whether what it carries is packets, not single conductors. */
    public function isPackets(): bool
    {
        return $this->isUsb() || self::Rj45 === $this || self::Network === $this || self::Radio === $this;
    }

    /** @return list<string> the contacts of an analogue or serial plug, in the order in which they are measured */
    public function contacts(): array
    {
        return match (true) {
            self::Din5 === $this => ['5', '4', '2', '1', '3'],
            $this->isJack() => ['tip', 'ring', 'sleeve'],
            self::Xlr3 === $this => ['1', '2', '3'],
            self::Barrel === $this => ['centre', 'outside'],
            default => [],
        };
    }
}
