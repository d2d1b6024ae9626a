<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Travel;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** How far a parameter would be from an end, were a pedal that does not reach its own ends taken as if it did. */
final readonly class PedalShortfall
{
    private function __construct(
        /** Unit and title. */
        public string $parameter,
        /** With its unit, such as "9.4 cents". */
        public string $atHeel,
        public string $atToe,
    ) {
    }

    /**
     * For all that rules turn by a control.
     *
     * @param int $heel raw value that the control reaches at one end
     * @param int $toe and at the other
     *
     * @return list<self>
     */
    public static function all(RigAnalysis $analysis, Device $box, string $title, int $heel, int $toe): array
    {
        $control = $box->control($title);
        $message = null === $control ? null : $box->messageOf($control);
        $travel = $message?->travel() ?? Travel::of(null);
        [$first, $last] = [$travel->first, $travel->last];
        $short = [];
        foreach ($first === $last ? [] : $analysis->checked()->book->rules as $rule) {
            foreach (self::isFor($analysis, $rule, $box, $title) ? $rule->steps : [] as $step) {
                $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                $parameter = null === $target ? null : $analysis->setup->box($target->device)?->parameter($target->title);
                if (null !== $target && null !== $parameter) {
                    [$low, $high] = [$parameter->raw->low, $parameter->raw->high];
                    $at = static fn (int $raw): int => (int) round($low + ($high - $low) * max(0, min(1, ($raw - $first) / ($last - $first))));
                    $short[] = new self(
                        "{$target->device} {$parameter->name}",
                        self::error($parameter, $low, $at($heel)),
                        self::error($parameter, $high, $at($toe)),
                    );
                }
            }
        }

        return $short;
    }

    /** What is missing, in what the parameter means: cents, decibels, or per cent of its range. */
    public static function error(Parameter $parameter, int $wanted, int $reached): string
    {
        $range = max(1, $parameter->raw->high - $parameter->raw->low);
        [$low, $high] = [$parameter->shownAt($parameter->raw->low), $parameter->shownAt($parameter->raw->high)];
        if (null !== $low && null !== $high && \in_array($parameter->unit, ['semitones', 'semitone'], true)) {
            return round((100 * abs($high - $low) * abs($wanted - $reached)) / $range, 1).' cents';
        }
        if ('dB' === $parameter->unit && null !== $parameter->shownAt($wanted) && null !== $parameter->shownAt($reached)) {
            return round(abs($parameter->shownAt($wanted) - $parameter->shownAt($reached)), 1).' dB';
        }

        return round((100 * abs($wanted - $reached)) / $range, 1).' % of its range';
    }

    /** Whether the rule was written for a control by its name. */
    private static function isFor(RigAnalysis $analysis, Rule $rule, Device $box, string $title): bool
    {
        foreach ($analysis->checked()->written->rules as $written) {
            foreach ($written->span->line === $rule->span->line ? $written->selectors : [] as $selector) {
                foreach ($selector->device?->text === $box->name ? $selector->titles : [] as $range) {
                    $from = $range->from;
                    if (Title::equal($from->text, $title)) {
                        return true;
                    }
                }
            }
        }

        return false;
    }
}
