<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** How a setting is made, for all of its values or for some. */
final readonly class How
{
    /** @param list<string|int>|null $values those that are set this way; all if there are none */
    public function __construct(
        #[OneOf(SetBy::class)]
        public SetBy $by,
        #[ListOf(new Either('a value of the setting', new Text(), new Whole(-16384, 16384)), 256)]
        public ?array $values = null,
        #[Text]
        public ?string $procedure = null,
        #[OneOf(KindName::class)]
        public ?KindName $learnsFrom = null,
        #[Flag]
        public ?bool $powerCycle = null,
        #[OneOf(Keeps::class)]
        public ?Keeps $keeps = null,
        #[Text(500)]
        public ?string $where = null,
    ) {
    }

    public function isFor(string|int $value): bool
    {
        return null === $this->values || \in_array($value, $this->values, true);
    }
}
