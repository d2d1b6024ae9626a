<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Units answer on one channel though they must not. */
final readonly class ChannelIsShared extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'shared-channel';

    /**
     * @param string $unit the first of them
     * @param non-empty-list<string> $parts units, or parts of them
     */
    public function __construct(public string $unit, public array $parts, public string $channels, public string $stream)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits($this->parts, true, unit: $this->unit);
    }

    public function text(): string
    {
        return SeveralUnits::and($this->parts).(2 === \count($this->parts) ? ' both' : ' all')." answer on MIDI channel {$this->channels} of {$this->stream}";
    }
}
