<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Role;

/** What one end of a lead has on one contact and the other expects on another. */
final readonly class WrongContact
{
    /**
     * @param string $from unit and plug of its first end
     * @param string $on contact of the first end, such as "ring" or "5"
     * @param string $to unit and plug of its second end
     * @param string $wanted contact of the second end
     */
    public function __construct(public Role $role, public string $from, public string $on, public string $to, public string $wanted)
    {
    }

    /** As somebody says it who stands before the two plugs. */
    public function words(): string
    {
        [$on, $wanted] = [self::contact($this->on), self::contact($this->wanted)];

        return $on === $wanted
            ? "{$on} of {$this->from} is not connected to {$on} of {$this->to}, its {$this->role->value}: nothing arrives"
            : "{$this->from} has its {$this->role->value} on {$on}, {$this->to} expects it on {$wanted}: nothing arrives";
    }

    /** A pin by its number, else a part of the plug by its name. */
    public static function contact(string $name): string
    {
        return ctype_digit($name) ? "pin {$name}" : "the {$name}";
    }
}
