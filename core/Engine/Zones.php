<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/**
 * MPE zones of the in ports as they are now (MIDI Polyphonic Expression 1.0, sections 2.1 and 2.4): RPN 6 on the manager
 * channel sets the number of member channels, RPN 0 a bend range.
 *
 * @phpstan-type Zone array{isUpper: bool, members: int, memberBend: int, managerBend: int}
 */
final class Zones
{
    public const MANAGER_BEND = 2;

    private const ZONE_SETTING = 6;
    private const BEND_RANGE = 0;

    /** @param Zone $zone */
    public static function manager(array $zone): int
    {
        return $zone['isUpper'] ? 16 : 1;
    }

    /** @param Zone $zone */
    public static function isMember(array $zone, int $channel): bool
    {
        return $zone['isUpper'] ? $channel < 16 && $channel >= 16 - $zone['members'] : $channel > 1 && $channel <= 1 + $zone['members'];
    }

    /** Obeys zone settings and bend ranges among the controllers of a port. */
    public static function observe(State $state, int $port, int $channel, int $number, int $value): void
    {
        $selected = &$state->zoneParameters[$port][$channel];
        $selected ??= [127, 127];
        if (101 === $number || 100 === $number) {
            $selected[101 - $number] = $value;
        } elseif (98 === $number || 99 === $number) {
            $selected = [127, 127];
        } elseif (6 === $number && 0 === $selected[0]) {
            $zone = &$state->zones[$port];
            $isManager = $channel === self::manager($zone);
            if (self::ZONE_SETTING === $selected[1] && $isManager) {
                $zone['members'] = min(15, $value);
            } elseif (self::BEND_RANGE === $selected[1] && $isManager) {
                $zone['managerBend'] = $value;
            } elseif (self::BEND_RANGE === $selected[1] && self::isMember($zone, $channel)) {
                $zone['memberBend'] = $value;
            }
        }
    }

    /** Whether a channel belongs to the zone of an in port, its manager included. */
    public static function has(State $state, int $port, int $ch): bool
    {
        $zone = $state->zones[$port] ?? null;

        if (null === $zone || 0 === $zone['members']) {
            return false;
        }

        return $zone['isUpper'] ? $ch >= 16 - $zone['members'] : $ch <= 1 + $zone['members'];
    }

    /** Whether an incoming control is on a member channel of its port's zone. */
    public static function isOfMember(State $state, int $port, int $ctl): bool
    {
        $zone = $state->zones[$port] ?? null;
        if (null === $zone) {
            return false;
        }
        $ch = $ctl >> 14 & 31;

        return $zone['isUpper'] ? $ch < 16 && $ch >= 16 - $zone['members'] : $ch > 1 && $ch <= 1 + $zone['members'];
    }

    /** The manager channel of an in port's zone; 0 when it has none. */
    public static function managerOf(State $state, int $port): int
    {
        $zone = $state->zones[$port] ?? null;

        return null === $zone ? 0 : self::manager($zone);
    }

    /** @return array{int, int} bend ranges of members and manager in semitones */
    public static function bendRanges(State $state, int $port): array
    {
        $zone = $state->zones[$port] ?? null;

        return null === $zone ? [self::MANAGER_BEND, self::MANAGER_BEND] : [$zone['memberBend'], $zone['managerBend']];
    }
}
