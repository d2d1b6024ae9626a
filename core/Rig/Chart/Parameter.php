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

/** Something of a device that can be moved: by which message, over which raw values, and what they mean. */
final readonly class Parameter
{
    /**
     * @param array{int, int} $raw lowest and highest raw value
     * @param list<NamedValue>|null $named
     * @param list<array{int, float}>|null $shown raw value and the number that is shown for it
     */
    public function __construct(
        #[Text]
        public string $name,
        #[OneOf(Reach::class)]
        public Reach $reach,
        #[Pair(new Whole(-8192, 16383), new Whole(-8192, 16383))]
        public array $raw,
        #[Text]
        public ?string $family = null,
        #[Text(60)]
        public ?string $part = null,
        #[Of(Message::class)]
        public ?Message $message = null,
        #[OneOf(Assign::class)]
        public ?Assign $assign = null,
        #[OneOf(Behaviour::class)]
        public ?Behaviour $behaviour = null,
        #[Whole(-8192, 16383)]
        public ?int $centre = null,
        #[ListOf(new Of(NamedValue::class), 1024)]
        public ?array $named = null,
        #[ListOf(new Pair(new Whole(-8192, 16383), new Decimal(-1e9, 1e9)), 1024)]
        public ?array $shown = null,
        #[OneOf(Between::class)]
        public ?Between $between = null,
        #[Text(30)]
        public ?string $unit = null,
        #[Whole(-8192, 16383)]
        public ?int $rest = null,
        #[Flag]
        public ?bool $stored = null,
        #[OneOf(DependsOn::class)]
        public ?DependsOn $dependsOn = null,
        #[Text(500)]
        public ?string $note = null,
    ) {
    }

    /** The number that the device shows for a raw value, where the chart gives a table: in steps, or on lines between its rows. */
    public function shownAt(int $raw): ?float
    {
        $before = $after = null;
        foreach ($this->shown ?? [] as [$at, $number]) {
            $before = $at <= $raw && (null === $before || $at >= $before[0]) ? [$at, $number] : $before;
            $after = $at >= $raw && (null === $after || $at < $after[0]) ? [$at, $number] : $after;
        }
        if (null === $before || null === $after || $before[0] === $after[0] || Between::Steps === $this->between) {
            return ($before ?? $after)[1] ?? null;
        }

        return $before[1] + ($after[1] - $before[1]) * ($raw - $before[0]) / ($after[0] - $before[0]);
    }
}
