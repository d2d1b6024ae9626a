<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Rig\Chart\KindName;

/** What one unit can play another with, as whole kinds. */
enum IntentKind: string
{
    case Notes = 'notes';
    case Controls = 'controls';
    case Programs = 'programs';
    case Clock = 'clock';
    case Transport = 'transport';
    case Exclusive = 'exclusive';

    /** Null for what is no message of a player's, such as active sensing. */
    public static function of(KindName $kind): ?self
    {
        return match ($kind) {
            KindName::Note, KindName::PolyPressure => self::Notes,
            KindName::Cc, KindName::Cc14, KindName::Nrpn, KindName::Rpn, KindName::Pressure, KindName::Bend => self::Controls,
            KindName::Program => self::Programs,
            KindName::Clock => self::Clock,
            KindName::Start, KindName::Continue, KindName::Stop, KindName::Position, KindName::Song => self::Transport,
            KindName::Sysex => self::Exclusive,
            default => null,
        };
    }

    /** @return list<KindName> */
    public function kinds(): array
    {
        return array_values(array_filter(KindName::cases(), fn (KindName $kind): bool => $this === self::of($kind)));
    }
}
