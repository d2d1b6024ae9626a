<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

/** A unit sends, passes on or receives something because a setting of it is on, or always, or nobody knows. */
final readonly class SwitchIsOn implements Condition
{
    public function __construct(private ObstacleSort $sort, private string $unit, private bool|string|null $switch)
    {
    }

    public function key(): string
    {
        return "{$this->sort->value}\t{$this->unit}\t".json_encode($this->switch, \JSON_THROW_ON_ERROR);
    }

    public function settings(): array
    {
        return \is_string($this->switch) ? [new SettingAt($this->unit, $this->switch)] : [];
    }

    public function isMet(array $boxes): ?bool
    {
        return ($boxes[$this->unit] ?? null)?->isOn($this->switch);
    }

    public function obstacle(array $boxes): Obstacle
    {
        return new Obstacle($this->sort, $this->unit, \is_string($this->switch) ? $this->switch : null);
    }
}
