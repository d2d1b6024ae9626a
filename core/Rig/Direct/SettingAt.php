<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

/** A setting of a unit. */
final readonly class SettingAt
{
    public function __construct(public string $unit, public string $setting)
    {
    }

    public function key(): string
    {
        return "{$this->unit}\t{$this->setting}";
    }
}
