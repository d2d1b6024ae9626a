<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Pair;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A physical control: what it is, where it is, what it sends and what it shows. */
final readonly class Control
{
    /**
     * @param list<ControlSends>|null $sends
     */
    public function __construct(
        #[Text]
        public string $name,
        #[OneOf(ControlSort::class)]
        public ControlSort $sort,
        #[Text(60)]
        public ?string $layer = null,
        #[Text(60)]
        public ?string $bank = null,
        #[Pair(GridPlace::class, new Whole(0, 200), new Whole(0, 200))]
        public ?GridPlace $at = null,
        #[ListOf(new Of(ControlSends::class), 16)]
        public ?array $sends = null,
        #[Flag]
        public ?bool $latching = null,
        #[OneOf(Encoding::class)]
        public ?Encoding $encoding = null,
        #[OneOf(Assign::class)]
        public ?Assign $assign = null,
        #[Decimal(0, 100000)]
        public ?float $perSecond = null,
        #[Of(Lamp::class)]
        public ?Lamp $lamp = null,
        #[Of(Display::class)]
        public ?Display $display = null,
    ) {
    }

    /** What it sends when it is pressed or moved, if that is known. */
    public function message(): ?Message
    {
        foreach ([GestureName::Move, GestureName::Press, GestureName::Hold, GestureName::Twice, GestureName::Release] as $gesture) {
            foreach ($this->sends ?? [] as $sends) {
                if ($sends->gesture === $gesture) {
                    return $sends->message;
                }
            }
        }

        return null;
    }
}
