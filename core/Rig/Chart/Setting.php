<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Pair;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;
use ZigzagPost\Core\Midi\ValueRange;

/** Something that is chosen on the device: a channel, a mode, a jumper, a switch. */
final readonly class Setting
{
    /**
     * @param list<string>|ValueRange $values words, or the lowest and the highest number
     * @param list<How> $how
     */
    public function __construct(
        #[Text(60)] public string $id,
        #[Text] public string $title,
        #[Either(
            'a list of words, or the lowest and highest number',
            new Pair(ValueRange::class, new Whole(-16384, 16384), new Whole(-16384, 16384)),
            new ListOf(new Text(), 256, 1),
        ),]
        public array|ValueRange $values,
        #[Either('a value', new Whole(-16384, 16384), new Text())] public string|int|null $factory = null,
        #[ListOf(new Of(How::class), 16)] public array $how = [],
    ) {
    }

    public function allows(string|int $value): bool
    {
        return \in_array($value, $this->all(), true);
    }

    /** @return list<string|int> */
    public function all(): array
    {
        return $this->values instanceof ValueRange ? range($this->values->low, $this->values->high) : $this->values;
    }

    /** How a value is set, if that is known. */
    public function howTo(string|int $value): ?How
    {
        foreach ($this->how as $how) {
            if ($how->isFor($value)) {
                return $how;
            }
        }

        return null;
    }
}
