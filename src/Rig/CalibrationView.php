<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Show\Calibration\Calibration;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\Situation\PedalsThatFallShort;
use ZigzagPost\Core\Situation\Situation;

/** A pedal that was measured, as the API sends it. */
final class CalibrationView
{
    private const MOST_POINTS = 600;

    /**
     * @param list<Event> $events
     *
     * @return array<string, mixed>
     */
    public static function of(Situation $situation, array $events, int $toUs): array
    {
        $moved = self::moved($situation, $events);
        $calibration = null === $moved ? null : Calibration::of($moved->played->values, $toUs);
        if (null === $moved || null === $calibration) {
            return ['control' => null === $moved ? null : self::named($moved), 'measured' => null];
        }
        $every = max(1, intdiv(\count($calibration->samples), self::MOST_POINTS));
        $points = array_values(array_filter($calibration->samples, static fn (int $index): bool => 0 === $index % $every, \ARRAY_FILTER_USE_KEY));
        $box = $situation->setup->box($moved->unit ?? '');

        return [
            'control' => self::named($moved),
            'measured' => [
                'heel' => $calibration->heel, 'toe' => $calibration->toe, 'noise' => $calibration->noise, 'deadband' => $calibration->deadband, 'curve' => $calibration->curve,
                'lines' => $calibration->lines(0, 127),
                'points' => array_map(static fn (array $point): array => ['timeUs' => $point[0], 'raw' => $point[1], 'after' => round(127 * $calibration->share($point[1]), 1)], $points),
                'errors' => null === $box ? [] : self::errors($situation, $box, (string) $moved->control, $calibration),
            ],
        ];
    }

    /**
     * The control that was moved most.
     *
     * @param list<Event> $events
     */
    private static function moved(Situation $situation, array $events): ?Recognised
    {
        $moved = null;
        foreach (Listening::of($events)->played() as $played) {
            $isMoved = \in_array($played->kind, [Kind::Cc, Kind::Cc14, Kind::Nrpn, Kind::Rpn, Kind::Bend, Kind::Pressure], true);
            $range = \count(array_unique($played->numbers()));
            $moved = $isMoved && $range > 3 && $range > \count(array_unique($moved?->numbers() ?? [])) ? $played : $moved;
        }

        return null === $moved ? null : Recognition::named(new Recognised($moved, [Recognised::FADER], [0, 127]), $situation->setup);
    }

    /** @return array<string, mixed> */
    private static function named(Recognised $moved): array
    {
        return ['unit' => $moved->unit, 'control' => $moved->control, 'selector' => $moved->played->selector(), 'port' => $moved->played->port];
    }

    /** @return list<array{parameter: string, atHeel: string, atToe: string}> what would be missing at the ends of what it turns, were it not measured */
    private static function errors(Situation $situation, Box $box, string $title, Calibration $calibration): array
    {
        $control = $box->control($title);
        $message = null === $control ? null : $box->messageOf($control);
        [$first, $last] = $message->values ?? $message?->kind->midi()?->valueRange() ?? [0, 127];
        $errors = [];
        foreach ($situation->checked()->book->rules as $rule) {
            $isMeant = [] !== array_filter($situation->checked()->written->rules, static fn ($written): bool => $written->span->line === $rule->span->line && [] !== array_filter($written->selectors, static fn ($selector): bool => $selector->device?->text === $box->name && [] !== array_filter($selector->titles, static fn (array $pair): bool => mb_strtolower($pair[0]->text) === mb_strtolower($title))));
            foreach ($isMeant ? $rule->steps : [] as $step) {
                $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                $parameter = null === $target ? null : $situation->setup->box($target->device)?->parameter($target->title);
                if (null !== $parameter && $first !== $last) {
                    $at = static fn (int $raw): int => (int) round($parameter->raw[0] + ($parameter->raw[1] - $parameter->raw[0]) * max(0, min(1, ($raw - $first) / ($last - $first))));
                    $errors[] = ['parameter' => "{$target->device} {$parameter->name}", 'atHeel' => self::error($parameter, $parameter->raw[0], $at($calibration->heel)), 'atToe' => self::error($parameter, $parameter->raw[1], $at($calibration->toe))];
                }
            }
        }

        return $errors;
    }

    private static function error(Parameter $parameter, int $wanted, int $reached): string
    {
        return PedalsThatFallShort::error($parameter, $wanted, $reached);
    }
}
