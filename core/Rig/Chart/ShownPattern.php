<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** How a device shows its programs: a pattern over the bank and the slot, such as "{bank}{slot}". */
final readonly class ShownPattern
{
    /**
     * @param list<string>|null $bankLabels
     * @param list<string>|null $slotLabels
     */
    public function __construct(
        #[Text(60)]
        public string $pattern,
        #[Whole(0, 127)]
        public int $firstSlot,
        #[Whole(1, 2097152)]
        public int $size,
        #[ListOf(new Text(20), 16384)]
        public ?array $bankLabels = null,
        #[Whole(0, 16383)]
        public ?int $firstBank = null,
        #[ListOf(new Text(20), 16384)]
        public ?array $slotLabels = null,
    ) {
    }

    /** What is shown for the program at a place, counted from 0. */
    public function label(int $ordinal): string
    {
        $bank = intdiv($ordinal, $this->size);
        $slot = $ordinal % $this->size;

        return strtr($this->pattern, [
            '{bank}' => $this->bankLabels[$bank] ?? (string) (($this->firstBank ?? 0) + $bank),
            '{slot}' => $this->slotLabels[$slot] ?? (string) ($this->firstSlot + $slot),
            '{number}' => (string) ($this->firstSlot + $ordinal),
            '{slot2}' => str_pad((string) ($this->firstSlot + $slot), 2, '0', \STR_PAD_LEFT),
            '{slot3}' => str_pad((string) ($this->firstSlot + $slot), 3, '0', \STR_PAD_LEFT),
        ]);
    }
}
