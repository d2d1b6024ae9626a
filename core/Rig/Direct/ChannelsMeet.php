<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;

/** A unit sends on a channel that a part of another answers on. */
final readonly class ChannelsMeet implements Condition
{
    public function __construct(private string $sender, private int|string|ChannelOf|null $channel, private string $hearer, private Hears $part)
    {
    }

    public function key(): string
    {
        return "channel\t{$this->sender}\t".json_encode($this->channel, \JSON_THROW_ON_ERROR)."\t{$this->hearer}\t{$this->part->id}";
    }

    public function settings(): array
    {
        $settings = [];
        $names = [
            ...$this->channel instanceof ChannelOf ? [new SettingAt($this->sender, $this->channel->setting)] : [],
            ...array_map(fn (string $setting): SettingAt => new SettingAt($this->hearer, $setting), $this->ofHearer()),
        ];
        foreach ($names as $at) {
            $settings[$at->key()] = $at;
        }

        return array_values($settings);
    }

    public function isMet(array $boxes): ?bool
    {
        [$sent, $answered] = [$this->sent($boxes), $this->answered($boxes)];

        return null === $sent || null === $answered ? null : 0 !== ($sent & $answered);
    }

    public function obstacle(array $boxes): Obstacle
    {
        $setting = $this->part->channel instanceof ChannelOf ? $this->part->channel->setting : null;

        return new Obstacle(
            ObstacleSort::Channel,
            $this->hearer,
            $setting,
            Channels::print($this->sent($boxes) ?? 0),
            Channels::print($this->answered($boxes) ?? 0),
        );
    }

    /** @param array<string, Device> $boxes */
    private function sent(array $boxes): ?int
    {
        $channel = ($boxes[$this->sender] ?? null)?->channel($this->channel);

        return \is_int($channel) ? 1 << ($channel - 1) : (ChannelType::OMNI === $channel ? Channels::ALL : null);
    }

    /** @param array<string, Device> $boxes */
    private function answered(array $boxes): ?int
    {
        $box = $boxes[$this->hearer] ?? null;
        $own = $box?->channel($this->part->channel);
        if (null === $box || (null === $own && null === $this->part->zone)) {
            return null;
        }

        return Channels::answered($box, $this->part, $own);
    }

    /** @return list<string> */
    private function ofHearer(): array
    {
        $settings = $this->part->channel instanceof ChannelOf ? [$this->part->channel->setting] : [];
        if (\is_string($this->part->zone?->members)) {
            $settings[] = $this->part->zone->members;
        }
        foreach (\is_array($this->part->width) ? $this->part->width : [] as $width) {
            array_push($settings, ...array_map(strval(...), array_keys($width->when ?? [])));
        }

        return $settings;
    }
}
