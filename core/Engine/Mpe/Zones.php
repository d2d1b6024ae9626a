<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Mpe;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\State;

/**
 * MPE zones of the in ports as they are now (MIDI Polyphonic Expression 1.0, sections 2.1 and 2.4). RPN 6 on channel 1 sets
 * a lower zone, on channel 16 an upper one; RPN 0 sets a bend range, its data entry LSB the cents.
 *
 * Each channel of a port has a role in a zone, so that a message is placed by one lookup.
 *
 * @phpstan-import-type Zone from State
 * @phpstan-import-type Two from State
 */
final class Zones
{
    public const LOWER = 0;
    public const UPPER = 1;
    /** Bend ranges until others are set, in cents. */
    public const MANAGER_CENTS = 200;
    public const MEMBER_CENTS = 4800;

    private const MANAGER = 1;
    private const MEMBER = 2;
    private const ZONE_SETTING = 6;
    private const BEND_RANGE = 0;
    private const NO_PARAMETER = [127, 127];
    /** Channels beside the managers that two zones share. */
    private const SHARED_CHANNELS = 14;

    /** Sets up the zones that a rulebook declares for its in ports. */
    public static function declareAll(State $state, CompiledBook $book): void
    {
        foreach ($book->zones() as $port => $zone) {
            if ($zone->isIn) {
                self::declare($state, $port, $zone->isUpper, $zone->members, $zone->memberBend);
            }
        }
    }

    private static function declare(State $state, int $port, bool $isUpper, int $members, int $memberSemitones): void
    {
        $state->zones[$port][$isUpper ? self::UPPER : self::LOWER] = [
            'members' => $members,
            'memberCents' => 100 * $memberSemitones,
            'managerCents' => self::MANAGER_CENTS,
        ];
        self::place($state, $port);
    }

    /** Obeys zone settings and bend ranges among the controllers of a port. */
    public static function observe(State $state, int $port, int $channel, int $number, int $value): void
    {
        $selected = &$state->zoneParameters[$port][$channel];
        $selected ??= self::NO_PARAMETER;
        if (101 === $number || 100 === $number) {
            $selected[101 - $number] = $value;
        } elseif (98 === $number || 99 === $number) {
            $selected = self::NO_PARAMETER;
        } elseif (6 === $number && [0, self::ZONE_SETTING] === $selected && (1 === $channel || 16 === $channel)) {
            self::setMembers($state, $port, 1 === $channel ? self::LOWER : self::UPPER, min(15, $value));
        } elseif ((6 === $number || 38 === $number) && [0, self::BEND_RANGE] === $selected) {
            $role = $state->zoneRoles[$port][$channel] ?? 0;
            if (0 !== $role) {
                $cents = &$state->zones[$port][$role >> 2][0 !== ($role & self::MANAGER) ? 'managerCents' : 'memberCents'];
                $cents = 6 === $number ? 100 * $value : $cents - ($cents % 100) + $value;
            }
        }
    }

    /** Whether a controller can set up a zone: data entry, and the selection of parameters. */
    public static function concerns(int $number): bool
    {
        return 6 === $number || 38 === $number || ($number >= 98 && $number <= 101);
    }

    /** Whether the parameter selected on a channel is one by which a zone is set: RPN 0 or 6. */
    public static function isOwnParameter(State $state, int $port, int $channel): bool
    {
        return \in_array($state->zoneParameters[$port][$channel] ?? self::NO_PARAMETER, [[0, self::BEND_RANGE], [0, self::ZONE_SETTING]], true);
    }

    /** Whether a channel belongs to a zone of an in port, managers included. */
    public static function has(State $state, int $port, int $ch): bool
    {
        return 0 !== ($state->zoneRoles[$port][$ch] ?? 0);
    }

    public static function isManager(State $state, int $port, int $ch): bool
    {
        return 0 !== (($state->zoneRoles[$port][$ch] ?? 0) & self::MANAGER);
    }

    /** Whether an incoming control is on a member channel of a zone of its port. */
    public static function isOfMember(State $state, int $port, int $ctl): bool
    {
        return 0 !== (($state->zoneRoles[$port][ControlAddress::channel($ctl)] ?? 0) & self::MEMBER);
    }

    /** @return self::LOWER|self::UPPER the zone of a channel; the lower one for channels of none */
    public static function side(State $state, int $port, int $ch): int
    {
        return 4 <= ($state->zoneRoles[$port][$ch] ?? 0) ? self::UPPER : self::LOWER;
    }

    /** @return Two bend ranges of members and manager in cents */
    public static function bendRanges(State $state, int $port, int $side): array
    {
        $zone = $state->zones[$port][$side] ?? null;

        return null === $zone ? [self::MANAGER_CENTS, self::MANAGER_CENTS] : [$zone['memberCents'], $zone['managerCents']];
    }

    /** Gives a zone its members; the other zone of the port keeps what is left. */
    private static function setMembers(State $state, int $port, int $side, int $members): void
    {
        $state->zones[$port][$side]['members'] = $members;
        $state->zones[$port][$side] += ['memberCents' => self::MEMBER_CENTS, 'managerCents' => self::MANAGER_CENTS];
        $other = 1 - $side;
        if (0 < $members && isset($state->zones[$port][$other])) {
            $state->zones[$port][$other]['members'] = max(0, min($state->zones[$port][$other]['members'], self::SHARED_CHANNELS - $members));
        }
        self::place($state, $port);
    }

    /** Works out the role of each channel. */
    private static function place(State $state, int $port): void
    {
        $roles = [];
        foreach ($state->zones[$port] as $side => $zone) {
            for ($i = 0; $i <= $zone['members'] && 0 < $zone['members']; ++$i) {
                $roles[self::LOWER === $side ? 1 + $i : 16 - $i] = ($side << 2) | (0 === $i ? self::MANAGER : self::MEMBER);
            }
        }
        $state->zoneRoles[$port] = $roles;
    }
}
