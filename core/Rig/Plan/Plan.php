<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Plan\Conflict\Conflict;

/** What every unit is to be set to, so that nobody answers for another; or why that cannot be had. */
final readonly class Plan
{
    /**
     * @param list<PlannedSetting> $settings
     * @param list<PlannedNumber> $numbers
     * @param list<Comb> $combs
     * @param list<string> $unknown parts whose channels are not known, so that nothing is promised of them
     * @param list<string> $failed controls and parameters for which no number is left
     * @param list<PlannedCable> $cables leads that are made of something else
     */
    public function __construct(
        public array $settings,
        public array $numbers,
        public array $combs,
        public int $cost,
        public bool $isProven,
        public ?Conflict $conflict,
        public array $unknown,
        public array $failed,
        public array $cables = [],
    ) {
    }
}
