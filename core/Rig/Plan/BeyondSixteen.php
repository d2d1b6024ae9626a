<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Plan\Conflict\Conflict;
use ZigzagPost\Core\Rig\Plan\Conflict\Freeing;
use ZigzagPost\Core\Rig\Plan\Conflict\FreeingKind;
use ZigzagPost\Core\Rig\Plan\Conflict\Lower;
use ZigzagPost\Core\Rig\Plan\Conflict\Why;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;

/** A part of a unit that would answer on channels beyond 16, whatever is planned for its setting: there is no plan for that. */
final readonly class BeyondSixteen implements Why
{
    /** @param int|string|null $value at which the setting stays; null for a part whose channel cannot be set, or where no value will do */
    private function __construct(private Device $box, private Hears $part, private ?Setting $setting, private int|string|null $value)
    {
    }

    public static function fixed(Device $box, Hears $part): self
    {
        return new self($box, $part, null, null);
    }

    public static function at(Device $box, Hears $part, Setting $setting, int|string $value): self
    {
        return new self($box, $part, $setting, $value);
    }

    public static function always(Device $box, Hears $part, Setting $setting): self
    {
        return new self($box, $part, $setting, null);
    }

    /** Whether a part goes beyond channel 16 with a value of its setting; false where that value is no channel. */
    public static function isSo(Device $box, Hears $part, int|string|null $value): bool
    {
        $first = self::first($part, $value);

        return null === $part->zone && null !== $first && Channels::isNeeded($part) && $first + $box->width($part) - 1 > 16;
    }

    /** Whether a part as it stands would begin beyond channel 16, so that it answers on none. */
    public static function isGone(Device $box, Hears $part): bool
    {
        return null === $part->zone
            && (self::first($part, $part->channel instanceof ChannelOf ? $box->value($part->channel->setting) : null) ?? 1) > 16;
    }

    public function conflict(): Conflict
    {
        return new Conflict([$this->box->name], $this, $this->change($this->box->width($this->part)), true);
    }

    public function isOfSharing(): bool
    {
        return false;
    }

    public function words(): string
    {
        $first = self::first($this->part, $this->value ?? ($this->setting?->all()[0] ?? null)) ?? 0;
        $width = $this->box->width($this->part);
        $name = $this->box->name.(\count($this->box->chart->hears ?? []) > 1 ? " {$this->part->id}" : '');
        $where =
            null === $this->setting
                ? ''
                : (null === $this->value
                    ? " even with {$this->setting->title} at {$this->setting->all()[0]}"
                    : " with {$this->setting->title} at {$this->value}");

        return "{$name} would answer ".
            (1 === $width ? "on channel {$first}" : "on {$width} channels from {$first} on").
            $where.
            ', which goes beyond channel 16';
    }

    private function change(int $width): ?Freeing
    {
        if (null === $this->value) {
            return $width > 1 ? new Freeing(FreeingKind::FewerChannels, [$this->box->name]) : null;
        }
        $low = array_filter(
            $this->setting?->all() ?? [],
            fn (int|string $value): bool => null !== self::first($this->part, $value) && !self::isSo($this->box, $this->part, $value),
        );

        return new Freeing(
            FreeingKind::Unpin,
            [$this->box->name],
            null === $this->setting || [] === $low ? null : new Lower($this->setting->title, max($low)),
        );
    }

    /** The first channel that a part answers on, also one that there is not. */
    private static function first(Hears $part, int|string|null $value): ?int
    {
        if (!$part->channel instanceof ChannelOf) {
            return \is_int($part->channel) ? $part->channel : null;
        }

        return \is_int($value) || (\is_string($value) && ctype_digit($value)) ? (int) $value + ($part->channel->offset ?? 0) : null;
    }
}
