<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;

/** Whether a control moves something of a device. */
final readonly class Arrival
{
    public const ALWAYS = 'always';
    public const NEVER = 'never';
    public const SOMETIMES = 'sometimes';
    public const UNKNOWN = 'unknown';
    public const NOT_DECIDED = 'not decided';

    /**
     * @param string $answer one of the words above
     * @param list<string> $hops what the message goes over, in words
     * @param list<string> $leads the leads among them, in order
     * @param string|null $stopsAt the lead, the unit or "post" that it does not get past
     * @param string|null $witness a tape by which it arrives
     * @param string|null $counter a tape by which it does not
     */
    private function __construct(
        public string $unit,
        public string $control,
        public Destination $at,
        public string $answer,
        public string $reason,
        public array $hops,
        public array $leads,
        public ?string $stopsAt,
        public ?string $witness,
        public ?string $counter,
    ) {
    }

    public static function of(
        Device $box,
        Control $control,
        Destination $at,
        string $answer,
        string $reason,
        Path $path,
        ?string $witness = null,
        ?string $counter = null,
    ): self {
        return new self(
            $box->name,
            $control->name,
            $at,
            $answer,
            $reason,
            $path->hops,
            $path->leads,
            self::NEVER === $answer ? $path->stopsAt ?? $at->device : null,
            $witness,
            $counter,
        );
    }
}
