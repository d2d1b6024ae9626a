<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\How;
use ZigzagPost\Core\Rig\Chart\Keeps;
use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Setup\Device;

/**
 * What to set on a unit, where and in which order: what ships switched on and is not wanted first, then what is chosen, numbers, its own
 * channel last, one power cycle at the end. Then what to look at, since the rig works only if it stands so.
 */
final readonly class SetupCard
{
    private const OFF = 0;
    private const CHOSEN = 1;
    private const NUMBERED = 2;
    private const CHANNEL = 3;
    private const LEARNED = 4;
    private const CLEARED = 5;
    private const SENT = 6;
    private const CHECKED = 7;

    /** @param list<CardStep> $steps */
    private function __construct(public Device $box, public array $steps)
    {
    }

    /** @return list<self> of every unit that has something to be set, in the order of the rig */
    public static function all(RigAnalysis $analysis): array
    {
        $cards = [];
        $lessons = Lesson::all($analysis->setup, $analysis->plan(), $analysis->matrix());
        foreach ($analysis->setup->boxes as $box) {
            $steps = $box->isPost() ? [] : self::steps($box, $analysis, $lessons);
            if ([] !== $steps) {
                $cards[] = new self($box, $steps);
            }
        }

        return $cards;
    }

    /**
     * What is not ticked yet, over all units: those that need no power cycle first, channels of senders and hearers together behind the others,
     * what learns from others after them, looking at the end.
     *
     * @param list<self> $cards
     *
     * @return list<OpenStep>
     */
    public static function loadIn(array $cards): array
    {
        $open = [];
        foreach ($cards as $card) {
            foreach ($card->steps as $step) {
                if (!$step->isTicked) {
                    $open[] = new OpenStep($card->box, $step);
                }
            }
        }
        $rank = static fn (OpenStep $open): int => match (true) {
            $open->step->isCheck => 5,
            $open->step->isTaughtFrom => 4,
            $open->step->learns => 3,
            $open->step->powerCycle => 2,
            $open->step->isChannel => 1,
            default => 0,
        };
        usort($open, static fn (OpenStep $a, OpenStep $b): int => $rank($a) <=> $rank($b));

        return $open;
    }

    public function needsPowerCycle(): bool
    {
        return [] !== array_filter($this->steps, static fn (CardStep $step): bool => $step->powerCycle);
    }

    /**
     * @param list<Lesson> $lessons
     *
     * @return list<CardStep>
     */
    private static function steps(Device $box, RigAnalysis $analysis, array $lessons): array
    {
        $wanted = [];
        foreach ($analysis->plan()->settings as $planned) {
            if ($planned->box->name === $box->name) {
                $wanted[$planned->setting->id] = $planned->value;
            }
        }
        $ranked = [];
        foreach ($box->chart->settings as $index => $setting) {
            $chosen = $box->unit->settings[$setting->id] ?? null;
            // What was ticked stands; what only the plan wants is planned.
            $value = $wanted[$setting->id] ?? ($chosen->value ?? $setting->factory);
            $isCheck = null === $chosen && $value === $setting->factory;
            if (null === $value || ($isCheck && !isset($wanted[$setting->id]))) {
                continue;
            }
            $isTicked = null !== $chosen && $chosen->state->isTicked() && $chosen->value === $value;
            $how = $setting->howTo($value);
            $lesson = Lesson::of($lessons, $box, $setting);
            $after = 'off' === $value ? Lesson::from($lessons, $box, $setting) : null;
            $ranked[] = [
                $isCheck ? self::CHECKED : (null === $after ? self::rank($box, $setting, $value) : self::LEARNED),
                $index,
                new CardStep(
                    $setting->id,
                    $setting->title,
                    $value,
                    ($isCheck ? 'as it comes from the factory; only if it is not so: ' : '').
                        self::words($box, $how, $lesson).
                        (null === $after ? '' : "; leave it on until {$after->pupil->label()} has learned from it"),
                    $isCheck ? null : match ($how?->keeps) {
                        Keeps::OnSave => 'save it afterwards',
                        Keeps::OnTransfer => 'transfer it from the editor afterwards',
                        default => null,
                    },
                    !$isCheck && true === $how?->powerCycle,
                    $isTicked,
                    $chosen?->at,
                    $chosen?->by,
                    $isCheck,
                    SetBy::Learn === $how?->by && !$isCheck,
                    null !== $after,
                    self::isChannel($box, $setting),
                ),
            ];
        }
        foreach (NumberSteps::of($box, $analysis->plan(), $analysis->setup) as $index => $step) {
            $ranked[] = [$step->learns ? self::LEARNED : self::NUMBERED, $index, $step];
        }
        foreach ([self::CLEARED => NumberSteps::clearing($box, $analysis), self::SENT => self::sending($box)] as $rank => $step) {
            null === $step ?: $ranked[] = [$rank, 0, $step];
        }
        usort($ranked, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);

        return array_column($ranked, 2);
    }

    /** Everything that the editor holds, once all of it stands there. */
    private static function sending(Device $box): ?CardStep
    {
        $transfer = Transfer::of($box);

        return null === $transfer
            ? null
            : new CardStep(
                'sent',
                'All of it',
                'sent to the box',
                'by the transfer of the maker\'s editor; after any change once more',
                null,
                false,
                $transfer->isDone(),
                $transfer->isDone() ? $box->unit->sent?->at : null,
                $transfer->isDone() ? $box->unit->sent?->by : null,
            );
    }

    /** Defaults off first, then what is switched on or chosen, the own channel last. */
    private static function rank(Device $box, Setting $setting, string|int $value): int
    {
        return self::isChannel($box, $setting) ? self::CHANNEL : ('off' === $value ? self::OFF : self::CHOSEN);
    }

    private static function isChannel(Device $box, Setting $setting): bool
    {
        foreach ([...$box->chart->hears ?? [], ...$box->chart->sends ?? []] as $part) {
            if ($part->channel instanceof ChannelOf && $part->channel->setting === $setting->id) {
                return true;
            }
        }

        return false;
    }

    private static function words(Device $box, ?How $how, ?Lesson $lesson): string
    {
        if (null === $how) {
            return 'unknown, ask the box';
        }
        $procedure = null === $how->procedure ? null : $box->chart->procedure($how->procedure);
        $words = match ($how->by) {
            SetBy::Learn => 'let it learn'.
                (null === $how->learnsFrom ? '' : " from {$how->learnsFrom->value}").
                (null === $lesson ? '' : ": {$lesson->teacher->words()}").
                ', with all other streams silent',
            SetBy::Gesture => 'by gesture',
            default => "by {$how->by->value}",
        };

        $steps = array_map(static fn (string $step): string => rtrim($step, '.'), $procedure->steps ?? []);

        return $words.
            (null === $how->where ? '' : ", {$how->where}").
            (null === $procedure ? '' : ": {$procedure->title}: ".implode('; ', $steps));
    }
}
