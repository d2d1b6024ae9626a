<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Two units that mirror each other answer on the same channels. */
final readonly class ChannelsAgree implements Condition
{
    private function __construct(public string $one, private Hears $onePart, public string $other, private Hears $otherPart)
    {
    }

    /** @return list<self> of all units that mirror another */
    public static function all(Setup $setup): array
    {
        $pairs = [];
        foreach ($setup->boxes as $box) {
            $other = $setup->box((string) $box->unit->mirrors);
            [$part, $otherPart] = [$box->chart->hears[0] ?? null, $other->chart->hears[0] ?? null];
            if (null !== $other && null !== $part && null !== $otherPart && $other !== $box) {
                $pairs[] = new self($box->name, $part, $other->name, $otherPart);
            }
        }

        return $pairs;
    }

    public function key(): string
    {
        return "mirror\t{$this->one}\t{$this->other}";
    }

    public function settings(): array
    {
        return array_values(
            array_filter(
                [self::setting($this->one, $this->onePart), self::setting($this->other, $this->otherPart)],
                static fn (?SettingAt $at): bool => null !== $at,
            ),
        );
    }

    public function isMet(array $boxes): ?bool
    {
        [$one, $other] = [self::answered($boxes[$this->one] ?? null, $this->onePart), self::answered($boxes[$this->other] ?? null, $this->otherPart)];

        return null === $one || null === $other ? null : $one === $other;
    }

    public function obstacle(array $boxes): Obstacle
    {
        return new Obstacle(
            ObstacleSort::Channel,
            $this->other,
            self::setting($this->other, $this->otherPart)?->setting,
            Channels::print(self::answered($boxes[$this->one] ?? null, $this->onePart) ?? 0),
            Channels::print(self::answered($boxes[$this->other] ?? null, $this->otherPart) ?? 0),
        );
    }

    private static function setting(string $unit, Hears $part): ?SettingAt
    {
        return $part->channel instanceof ChannelOf ? new SettingAt($unit, $part->channel->setting) : null;
    }

    private static function answered(?Device $box, Hears $part): ?int
    {
        $own = $box?->channel($part->channel);

        return null === $box || (null === $own && null === $part->zone) ? null : Channels::answered($box, $part, $own);
    }
}
