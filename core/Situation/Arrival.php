<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

/** Whether a control arrives at something of a device, and how that is known. */
final readonly class Arrival
{
    public const ALWAYS = 'always';
    public const NEVER = 'never';
    public const SOMETIMES = 'sometimes';
    public const UNKNOWN = 'unknown';
    public const NOT_DECIDED = 'not decided';

    /**
     * @param string $answer one of the words above
     * @param string $target "parameter Mix", "program" or "notes"
     * @param list<string> $hops what the message goes over, in words
     * @param string|null $witness a tape by which it arrives
     * @param string|null $counter a tape by which it does not
     */
    public function __construct(public string $unit, public string $control, public string $device, public string $target, public string $answer, public string $reason, public array $hops, public ?string $witness, public ?string $counter)
    {
    }
}
