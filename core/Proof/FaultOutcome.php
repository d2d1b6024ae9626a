<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** What faults did to a show that was rehearsed with them, and the shortest way back. */
final readonly class FaultOutcome
{
    public const BY_ITSELF = 'by itself';
    public const SEND_AGAIN = 'send the scene again';
    public const PANIC = 'panic';
    /** Followed by the units. */
    public const RESTORE = 'restore ';
    /** After what helps in part. */
    public const REST_BY_HAND = ', then the rest by hand';
    public const BY_HAND = 'only by hand';

    /**
     * @param list<Fault> $faults
     * @param list<string> $hangs notes that sounded on, by unit
     * @param list<string> $wrong programs and values that stood wrong when the fault was over, by unit
     * @param int|null $forUs how long it took until all was right again by itself; null where it never was
     * @param string $wayBack the first that helps of those that {@see WaysBack} knows, {@see BY_ITSELF} or {@see BY_HAND}
     * @param string|null $by the scene that puts it right by itself
     * @param float|null $afterS when that scene comes in the set list's own times: seconds after the beginning of the one in which it went wrong
     * @param list<string> $presses the controls that do it, in order; where it comes right by itself, those that do it sooner
     */
    public function __construct(
        public array $faults,
        public array $hangs,
        public array $wrong,
        public ?int $forUs,
        public string $wayBack,
        public array $presses = [],
        public ?string $by = null,
        public ?float $afterS = null,
    ) {
    }

    public function isHarmless(): bool
    {
        return [] === $this->hangs && [] === $this->wrong;
    }
}
