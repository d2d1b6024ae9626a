<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Document\Lead;
use ZigzagPost\Core\Rig\Fit\Burst;
use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\Rig\Fit\Medium;

/** What goes over a lead in one direction: its worst burst, and what streams. */
final readonly class LeadFit
{
    /**
     * @param string $from where it leaves
     * @param string|null $when the worst burst, in words
     * @param Medium $medium of a USB lead the figures are estimates; of a network, lateness is not known
     */
    public function __construct(
        public Lead $lead,
        public string $from,
        public string $to,
        public ?string $when,
        public ?Burst $burst,
        public Load $load,
        public Medium $medium,
        public ThinnedBy $thinnedBy,
    ) {
    }

    /** Whether it is a serial lead, which carries 3 125 bytes a second. */
    public function isDin(): bool
    {
        return Medium::Serial === $this->medium;
    }
}
