<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\LongText;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A rig: its units and leads, the charts that they are made from, and the rulebook that serves it. */
final readonly class Rig
{
    /**
     * @param array<string, KeptChart> $charts by id
     * @param list<Unit> $units
     * @param list<Lead> $leads
     * @param list<Rest> $rests
     * @param array<string, Done> $done jobs and steps of the test run that were ticked
     * @param list<KeptTape> $proofs
     * @param list<LogLine> $log the earliest first
     * @param Report|null $report of the last rehearsal
     * @param list<Intent> $intents who plays whom, and who is kept out, as somebody said
     * @param array<string, array<string, Connected>> $connections what stands behind ports, by computer and port
     * @param string|null $rulebook its text
     * @param string|null $book where the application keeps it; files hold the text instead
     */
    public function __construct(
        #[Whole(1, 1)]
        public int $schema,
        #[Text]
        public string $name,
        #[MapOf(new Of(KeptChart::class), most: 500)]
        public array $charts,
        #[ListOf(new Of(Unit::class), 500)]
        public array $units,
        #[ListOf(new Of(Lead::class), 2000)]
        public array $leads = [],
        #[OneOf(Share::class)]
        public ?Share $wants = null,
        #[Decimal(0, 48)]
        public ?float $showHours = null,
        #[ListOf(new Of(Rest::class), 2000)]
        public array $rests = [],
        #[MapOf(new Of(Done::class))]
        public array $done = [],
        #[LongText('a rulebook', 2)]
        public ?string $rulebook = null,
        #[Text(80)]
        public ?string $book = null,
        #[Of(Show::class)]
        public ?Show $show = null,
        #[ListOf(new Of(KeptTape::class), 1000)]
        public array $proofs = [],
        #[ListOf(new Of(LogLine::class), 5000)]
        public array $log = [],
        #[Of(Report::class)]
        public ?Report $report = null,
        #[MapOf(new MapOf(new Of(Connected::class), most: 256), most: 100)]
        public array $connections = [],
        #[ListOf(new Of(Intent::class), 2000)]
        public array $intents = [],
    ) {
    }

    public function unit(string $name): ?Unit
    {
        foreach ($this->units as $unit) {
            if ($unit->name === $name) {
                return $unit;
            }
        }

        return null;
    }
}
