<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\ZoneSide;

/** Sets of channels as sixteen bits: bit 0 is channel 1. */
final class Channels
{
    public const ALL = 0xFFFF;

    /** The channels that a part answers on with its own channel at a value; null where that goes beyond 16. */
    public static function ofPart(Device $box, Hears $part, int|string|null $own): ?int
    {
        if (!self::isNeeded($part)) {
            return 0;
        }
        if (null !== $part->zone) {
            $members = $box->members($part) ?? 15;
            $mask = (1 << ($members + 1)) - 1;

            return ZoneSide::Lower === $part->zone->side ? $mask : $mask << (15 - $members);
        }
        if (null === $own) {
            return 0;
        }
        if (ChannelType::OMNI === $own || !\is_int($own)) {
            return self::ALL;
        }
        $width = $box->width($part);

        return $own + $width - 1 > 16 ? null : ((1 << $width) - 1) << ($own - 1);
    }

    /** The channels that a part answers on as it stands; of a run that goes beyond 16 those that there are. 0 where none is known. */
    public static function answered(Device $box, Hears $part, int|string|null $own): int
    {
        $run = self::ofPart($box, $part, $own);

        return $run ?? (\is_int($own) ? self::ALL & (self::ALL << ($own - 1)) : 0);
    }

    /** Whether a part hears anything that has a channel. */
    public static function isNeeded(Hears $part): bool
    {
        foreach ($part->kinds ?? [] as $kind => $heard) {
            if (false !== $heard && true === KindName::from((string) $kind)->midi()?->hasChannel()) {
                return true;
            }
        }

        return null === $part->kinds;
    }

    /** @return list<int> from 1 to 16 */
    public static function list(int $mask): array
    {
        $channels = [];
        for ($channel = 1; $channel <= 16; ++$channel) {
            if (0 !== (($mask >> ($channel - 1)) & 1)) {
                $channels[] = $channel;
            }
        }

        return $channels;
    }

    /** A set in words, such as "3", "5 to 8" or "1, 4". */
    public static function print(int $mask): string
    {
        $lasts = [];
        $first = 0;
        foreach (self::list($mask) as $channel) {
            $first = ($lasts[$first] ?? -1) === $channel - 1 ? $first : $channel;
            $lasts[$first] = $channel;
        }

        return implode(
            ', ',
            array_map(
                static fn (int $first, int $last): string => $first === $last ? (string) $first : "{$first} to {$last}",
                array_keys($lasts),
                $lasts,
            ),
        );
    }

    public static function count(int $mask): int
    {
        return substr_count(decbin($mask), '1');
    }
}
