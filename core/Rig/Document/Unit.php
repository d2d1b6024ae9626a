<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** One box of a rig: its chart, and everything that can differ between two boxes of a kind. */
final readonly class Unit
{
    /**
     * @param array<string, Chosen> $settings by the id of the setting
     * @param array<string, Assigned> $assigned by control or parameter
     * @param array<string, Measured>|null $measured by control
     * @param array<int|string, StoredProgram>|null $programs by place, from 0
     * @param list<list<int|string>>|null $programMap MSB, LSB ("none" where it is not sent), program, place
     * @param list<string>|null $playsWith units that are meant to answer together
     * @param array<string, Label>|null $labels by control
     * @param string|null $mirrors a unit of the same sort that is to do the same: what moves the one moves the other
     */
    public function __construct(
        #[Text(60, Text::NAME, 'a name as in rules: small letters, figures and _')]
        public string $name,
        #[Of(ChartAt::class)]
        public ChartAt $chart,
        #[Text(120)]
        public ?string $label = null,
        #[Of(Colour::class)]
        public ?Colour $colour = null,
        #[Text(120)]
        public ?string $place = null,
        #[Text(120)]
        public ?string $serial = null,
        #[Text(60)]
        public ?string $firmware = null,
        #[MapOf(new Of(Chosen::class))]
        public array $settings = [],
        #[MapOf(new Of(Assigned::class))]
        public array $assigned = [],
        #[MapOf(new Of(Measured::class))]
        public ?array $measured = null,
        #[MapOf(new Of(StoredProgram::class), '^(0|[1-9][0-9]{0,6})$', 'the place of a program, from 0')]
        public ?array $programs = null,
        #[ListOf(new ListOf(new Either('a number or none', new Whole(0, 2097151), new Text(4, '^none$', 'none')), 4, 2))]
        public ?array $programMap = null,
        #[ListOf(new Text(60), 64)]
        public ?array $playsWith = null,
        #[OneOf(Share::class)]
        public ?Share $wants = null,
        #[MapOf(new Of(Label::class))]
        public ?array $labels = null,
        #[Of(Backup::class)]
        public ?Backup $backup = null,
        #[Of(Battery::class)]
        public ?Battery $battery = null,
        #[Text(60)]
        public ?string $mirrors = null,
        #[Of(Sent::class)]
        public ?Sent $sent = null,
    ) {
    }

    /** Whether two units are meant to answer together. */
    public function playsTogetherWith(self $other): bool
    {
        return \in_array($other->name, [...$this->playsWith ?? [], $this->mirrors], true)
            || \in_array($this->name, [...$other->playsWith ?? [], $other->mirrors], true);
    }
}
