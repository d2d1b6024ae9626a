<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** What a plug is while settings stand as they do: its way, what it carries and on which contacts. */
final readonly class PlugUse
{
    /**
     * @param array<string, list<string|int>>|null $when
     * @param array<string, Role>|null $contacts
     * @param list<string>|null $needs contacts that have to be connected
     * @param list<Wiring>|null $worksWith other wirings of jacks that it is known to work with
     */
    public function __construct(
        #[OneOf(Way::class)]
        public Way $way,
        #[OneOf(Carries::class)]
        public Carries $carries,
        #[WhenType]
        public ?array $when = null,
        #[MapOf(new OneOf(Role::class), most: 16)]
        public ?array $contacts = null,
        #[ListOf(new Text(20), 16)]
        public ?array $needs = null,
        #[OneOf(Wiring::class)]
        public ?Wiring $wiring = null,
        #[ListOf(new OneOf(Wiring::class), 4)]
        public ?array $worksWith = null,
        #[Flag]
        public ?bool $isolated = null,
        #[Flag]
        public ?bool $allowsSupply = null,
    ) {
    }
}
