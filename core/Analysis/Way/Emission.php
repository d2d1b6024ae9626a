<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Midi\Kind;

/** Something that can leave an out port because of a control. What is null is not known, and may be anything. */
final readonly class Emission
{
    private const BANKS = [0, 32];

    /**
     * @param int|null $channel 1 to 16
     * @param int|null $number controller, key or parameter
     * @param string|null $device the device that the rules name, where they do
     * @param string|null $title the parameter that they name
     * @param bool $isOwn whether the rule that takes the control says so itself, rather than a stack or a scene that it sets off
     */
    public function __construct(
        public string $port,
        public ?Kind $kind = null,
        public ?int $channel = null,
        public ?int $number = null,
        public ?string $device = null,
        public ?string $title = null,
        public bool $isOwn = false,
    ) {
    }

    /** Whether it can be, or be a part of, a message of a kind and number; banks are sent with programs. */
    public function canBe(Kind $kind, ?int $number): bool
    {
        if (null === $this->kind) {
            return true;
        }
        if ($this->kind === $kind) {
            return null === $number || null === $this->number || $this->number === $number;
        }
        $own = self::controllers($this->kind, $this->number);
        $other = Kind::Program === $kind ? [] : self::controllers($kind, $number);

        return null === $own || null === $other ? [] !== $own && [] !== $other : [] !== array_intersect($own, $other);
    }

    /** In words, as far as it is known. */
    public function words(): string
    {
        return null === $this->kind
            ? 'what is sent'
            : $this->kind->value.(null === $this->number || !($this->kind->hasNumber() || $this->kind->hasKey()) ? '' : " {$this->number}");
    }

    /** @return list<int>|null the controllers that a message is made of; null for any */
    private static function controllers(Kind $kind, ?int $number): ?array
    {
        return match ($kind) {
            Kind::Cc, Kind::Mode => null === $number ? null : [$number],
            Kind::Cc14 => null === $number ? null : [$number, $number + 32],
            Kind::Nrpn => [99, 98, 6, 38],
            Kind::Rpn => [101, 100, 6, 38],
            Kind::Program => self::BANKS,
            default => [],
        };
    }
}
