<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** One unit is to play another straight, and what it sends does not arrive. */
final readonly class DoesNotPlay extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'does-not-play';

    /**
     * @param list<string> $kinds what does not arrive: notes, controls …
     * @param string|null $at the unit at which it ends; null where nothing leads there
     * @param string|null $setting the title of the setting that is off there
     * @param string|null $sends channels that are sent on, where the other answers elsewhere
     */
    public function __construct(
        public string $from,
        public string $to,
        public array $kinds,
        public ?string $at = null,
        public ?string $setting = null,
        public ?string $sends = null,
        public ?string $answers = null,
    ) {
    }

    public function subject(): Subject
    {
        return new SeveralUnits([$this->from, $this->to], true);
    }

    public function text(): string
    {
        $kinds = SeveralUnits::and($this->kinds);
        if (null !== $this->sends) {
            return "{$this->from} sends on MIDI channel {$this->sends}, {$this->to} answers on {$this->answers}: no {$kinds} arrive";
        }
        if (null === $this->at) {
            return "{$this->from} is to play {$this->to} with {$kinds}, and nothing that carries them leads there";
        }
        $does = $this->at === $this->from ? 'send' : ($this->at === $this->to ? 'receive' : 'pass on');

        return null === $this->setting
            ? "{$this->at} does not {$does} {$kinds}"
            : "{$this->at} does not {$does} {$kinds} while \"{$this->setting}\" is off";
    }
}
