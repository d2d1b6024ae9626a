<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What a column of a pasted table can hold. */
enum Holds: string
{
    case Name = 'name';
    case Controller = 'controller';
    case ControllerHex = 'controller, hexadecimal';
    case Nrpn = 'NRPN';
    case Rpn = 'RPN';
    case NrpnHigh = 'NRPN MSB';
    case NrpnLow = 'NRPN LSB';
    case High = 'MSB';
    case Low = 'LSB';
    case Kind = 'kind of message';
    case Key = 'key';
    case Program = 'program';
    case Channel = 'channel';
    case Range = 'values';
    case RangeHex = 'values, hexadecimal';
    case From = 'lowest value';
    case To = 'highest value';
    case Rest = 'default';
    case Unit = 'unit';
    case Family = 'group';
    case Remark = 'remark';
    case RowNumber = 'row number';
    case Nothing = 'left out';

    /** Whether a column of it gives a message its number. */
    public function isNumber(): bool
    {
        return \in_array(
            $this,
            [
                self::Controller,
                self::ControllerHex,
                self::Nrpn,
                self::Rpn,
                self::NrpnHigh,
                self::NrpnLow,
                self::High,
                self::Low,
                self::Key,
                self::Program,
            ],
            true,
        );
    }
}
