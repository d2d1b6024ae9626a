<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Role;

/** What the contacts of a plug do. */
final class Contacts
{
    /** The contacts of a 5-pin DIN plug (MIDI 1.0, hardware section: pin 4 source, pin 5 data, pin 2 shield). */
    private const DIN = ['5' => Role::Data, '4' => Role::Source, '2' => Role::Shield];

    /** @return array<int|string, Role>|null null where it is not known */
    public static function of(PlugUse $use, Connector $connector): ?array
    {
        if (null !== $use->contacts) {
            return $use->contacts;
        }
        if (Carries::Midi === $use->carries && Connector::Din5 === $connector) {
            return self::DIN;
        }

        return $connector->isJack() ? $use->wiring?->contacts() : null;
    }

    /** @param array<int|string, Role> $contacts */
    public static function at(array $contacts, Role $role): ?string
    {
        $found = array_search($role, $contacts, true);

        return false === $found ? null : (string) $found;
    }

    /** @param array<int|string, Role> $contacts */
    public static function hasReturn(array $contacts): bool
    {
        return \in_array(Role::Return, $contacts, true);
    }
}
