<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a contact of a plug does. */
enum Role: string
{
    case Data = 'data';
    case Source = 'source';
    case Shield = 'shield';
    case Return = 'return';
    case Hot = 'hot';
    case Cold = 'cold';
    case SupplyPlus = 'supply+';
    case SupplyMinus = 'supply-';
    case Ac = 'ac';
    case Open = 'open';
    case Signal = 'signal';

    public function isSupply(): bool
    {
        return self::SupplyPlus === $this || self::SupplyMinus === $this || self::Ac === $this;
    }
}
