<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\PedalShortfall;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\TimedValue;
use ZigzagPost\Core\Rig\Chart\Travel;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Show\Calibration\BendEnds;
use ZigzagPost\Core\Show\Calibration\Calibration;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;

/** A pedal that was measured, as the API sends it. */
final class CalibrationView
{
    private const MOST_POINTS = 600;

    /**
     * @param list<Event> $events
     *
     * @return array<string, mixed>
     */
    public static function of(RigAnalysis $analysis, array $events, int $toUs): array
    {
        $moved = self::moved($analysis, $events);
        $calibration = null === $moved ? null : Calibration::of($moved->played->values, $toUs);
        if (null === $moved || null === $calibration) {
            return ['control' => null === $moved ? null : self::named($moved), 'measured' => null];
        }
        $every = max(1, intdiv(\count($calibration->samples), self::MOST_POINTS));
        $points = array_values(array_filter($calibration->samples, static fn (int $index): bool => 0 === $index % $every, \ARRAY_FILTER_USE_KEY));
        $box = $analysis->setup->box($moved->unit ?? '');
        $range = self::range($moved, $box);
        [$low, $high] = [$range->low(), $range->high()];

        return [
            'control' => self::named($moved),
            'measured' => [
                'heel' => $calibration->heel,
                'toe' => $calibration->toe,
                'noise' => $calibration->noise,
                'deadband' => $calibration->deadband,
                'curve' => $calibration->curve,
                'isBack' => $calibration->isBack,
                'range' => [$low, $high],
                'lines' => $calibration->lines($low, $high),
                'cents' => Kind::Bend === $moved->played->kind ? BendEnds::of($calibration->heel, $calibration->toe) : null,
                'points' => array_map(
                    static fn (TimedValue $point): array => [
                        'timeUs' => $point->timeUs,
                        'raw' => $point->value,
                        'after' => round($low + ($high - $low) * $calibration->share($point->value), 1),
                    ],
                    $points,
                ),
                'errors' => null === $box
                        ? []
                        : array_map(
                            get_object_vars(...),
                            PedalShortfall::all($analysis, $box, (string) $moved->control, $calibration->heel, $calibration->toe),
                        ),
            ],
        ];
    }

    /** What a control can send at most, as its chart says or as its kind of message allows. */
    private static function range(Recognised $moved, ?Device $box): Travel
    {
        $control = $box?->control((string) $moved->control);

        return (null === $control ? null : $box?->messageOf($control)?->values) ?? Travel::of($moved->played->kind);
    }

    /**
     * The control that was moved most.
     *
     * @param list<Event> $events
     */
    private static function moved(RigAnalysis $analysis, array $events): ?Recognised
    {
        $moved = null;
        foreach (Listening::of($events)->played() as $played) {
            $isMoved = \in_array($played->kind, [Kind::Cc, Kind::Cc14, Kind::Nrpn, Kind::Rpn, Kind::Bend, Kind::Pressure], true);
            $range = \count(array_unique($played->numbers()));
            $moved = $isMoved && $range > 3 && $range > \count(array_unique($moved?->numbers() ?? [])) ? $played : $moved;
        }

        return null === $moved ? null : Recognition::named(new Recognised($moved, [Recognised::FADER], ValueRange::sevenBits()), $analysis->setup);
    }

    /** @return array<string, mixed> */
    private static function named(Recognised $moved): array
    {
        return ['unit' => $moved->unit, 'control' => $moved->control, 'selector' => $moved->played->selector(), 'port' => $moved->played->port];
    }
}
