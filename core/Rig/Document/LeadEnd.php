<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/**
 * One end of a lead. The unit "post" is Zigzag Post itself; its plugs are the ports of the rulebook, "treadle" for a port that goes
 * one way, "treadle in" and "treadle out" for the sides of one that goes both.
 */
final readonly class LeadEnd
{
    public const POST = 'post';

    public function __construct(
        #[Text(60)]
        public string $unit,
        #[Text(80)]
        public string $plug,
        #[Text(60)]
        public ?string $stream = null,
    ) {
    }

    public function name(): string
    {
        return "{$this->unit} {$this->plug}".(null === $this->stream ? '' : "/{$this->stream}");
    }
}
