<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;
use ZigzagPost\Core\Rig\Document\ControlName;

/** Two controls send the same message into one port. */
final readonly class ControlsSendAlike extends RigFact
{
    public const CODE = 'same-message';

    public function __construct(public ControlName $one, public ControlName $other, public string $port, public ?int $channel)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits([$this->one->unit, $this->other->unit], true);
    }

    public function text(): string
    {
        return "\"{$this->one->control}\" of {$this->one->unit} and \"{$this->other->control}\" of {$this->other->unit} send the same message into {$this->port}".
            (null === $this->channel ? '' : " on MIDI channel {$this->channel}").
            '; rules cannot tell them apart';
    }

    public function job(): string
    {
        return 'give one of them another channel, number or port';
    }
}
