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
use ZigzagPost\Core\Midi\ValueRange;

/** Something of a device that can be moved: by which message, over which raw values, and what they mean. */
final readonly class Parameter
{
    /**
     * @param list<NamedValue>|null $named
     * @param list<ShownNumber>|null $shown
     */
    public function __construct(
        #[Text]
        public string $name,
        #[OneOf(Reach::class)]
        public Reach $reach,
        #[Pair(ValueRange::class, new Whole(-8192, 16383), new Whole(-8192, 16383))]
        public ValueRange $raw,
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
        #[ListOf(new Pair(ShownNumber::class, new Whole(-8192, 16383), new Decimal(-1e9, 1e9)), 1024)]
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
        foreach ($this->shown ?? [] as $shown) {
            $before = $shown->raw <= $raw && (null === $before || $shown->raw >= $before->raw) ? $shown : $before;
            $after = $shown->raw >= $raw && (null === $after || $shown->raw < $after->raw) ? $shown : $after;
        }
        if (null === $before || null === $after || $before->raw === $after->raw || Between::Steps === $this->between) {
            return ($before ?? $after)?->number;
        }

        return $before->number + (($after->number - $before->number) * ($raw - $before->raw)) / ($after->raw - $before->raw);
    }

    /** What the device shows for a raw value: a name, or a number of its table with its unit. */
    public function wordsAt(int $raw): string
    {
        foreach ($this->named ?? [] as $named) {
            if ($raw >= $named->from && $raw <= $named->to) {
                return $named->name;
            }
        }
        $number = $this->shownAt($raw);

        return null === $number ? (string) $raw : trim(round($number, 1)." {$this->unit}");
    }
}
