<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Two units that are to do the same do not get the same. */
final readonly class MirrorsApart extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'mirrors-apart';

    /**
     * @param string|null $channels of the first, in words; null where they agree, and a lead does not reach both
     * @param string $others of the second, or where only one of them hears
     */
    public function __construct(public string $unit, public string $other, public ?string $channels, public string $others)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits([$this->unit, $this->other], true);
    }

    public function text(): string
    {
        return null === $this->channels
            ? "{$this->unit} mirrors {$this->other}, and what leaves {$this->others} reaches only one of them"
            : "{$this->unit} mirrors {$this->other}, and listens on MIDI channel {$this->channels} where the other listens on {$this->others}: "
                .'what moves one does not move the other';
    }

    public function formerly(): string
    {
        return null === $this->channels
            ? "{$this->unit} mirrors {$this->other}, and what leaves {$this->others} gets to one of them only"
            : "{$this->unit} mirrors {$this->other}, and answers on MIDI channel {$this->channels} where the other answers on {$this->others}: "
                .'what moves one does not move the other';
    }
}
