<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Direct\Cabling;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;

/** Something that the plan decides: a setting of a unit with its values, cables of a lead, or, without a setting, channels that cannot be changed. */
final readonly class PlanVariable
{
    /**
     * @param list<Hears> $parts those whose channels follow
     * @param non-empty-list<PlanValue> $options in the order of the setting
     */
    public function __construct(
        public Device $box,
        public ?string $setting,
        public array $parts,
        public array $options,
        public bool $isPinned,
        public ?Cabling $cabling = null,
    ) {
    }

    public function name(): string
    {
        return $this->box->name.(null === $this->setting ? '' : " {$this->setting}");
    }

    public function widest(int $stream): int
    {
        return max(array_map(static fn (PlanValue $option): int => Channels::count($option->takes[$stream] ?? 0), $this->options));
    }

    public function narrowest(int $stream): int
    {
        return min(array_map(static fn (PlanValue $option): int => Channels::count($option->takes[$stream] ?? 0), $this->options));
    }
}
