<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Role;

/** Power of one end that reaches a contact of the other that is not made for it. */
final readonly class StrayPower
{
    /**
     * @param string $from unit and plug that give it
     * @param string $on contact of the giver, such as "ring" or "5"
     * @param string $to unit and plug that it reaches
     * @param string $reached contact of the other end
     * @param Role|null $other what that contact is; null where it is nothing
     */
    public function __construct(
        public Role $role,
        public string $from,
        public string $on,
        public string $to,
        public string $reached,
        public ?Role $other,
    ) {
    }

    /** As somebody says it who stands before the two plugs. */
    public function words(): string
    {
        return "{$this->from} has power ({$this->role->value}) on ".WrongContact::contact($this->on).', and it reaches '.
            WrongContact::contact($this->reached)." of {$this->to}, ".(null === $this->other ? 'which is not made for it' : "its {$this->other->value}");
    }
}
