<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\How;
use ZigzagPost\Core\Rig\Chart\Keeps;
use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

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
    private const CHECKED = 5;

    /** @param list<CardStep> $steps */
    private function __construct(public Device $box, public array $steps)
    {
    }

    /** @return list<self> of every unit that has something to be set, in the order of the rig */
    public static function all(Setup $setup, Plan $plan): array
    {
        $cards = [];
        foreach ($setup->boxes as $box) {
            $steps = $box->isPost() ? [] : self::steps($box, $plan, $setup);
            if ([] !== $steps) {
                $cards[] = new self($box, $steps);
            }
        }

        return $cards;
    }

    /**
     * What is not ticked yet, over all units: those that need no power cycle first, what learns from others after them, looking at the end.
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
        $rank = static fn (OpenStep $open): int => $open->step->isCheck ? 3 : ($open->step->learns ? 2 : ($open->step->powerCycle ? 1 : 0));
        usort($open, static fn (OpenStep $a, OpenStep $b): int => $rank($a) <=> $rank($b));

        return $open;
    }

    public function needsPowerCycle(): bool
    {
        return [] !== array_filter($this->steps, static fn (CardStep $step): bool => $step->powerCycle);
    }

    /** @return list<CardStep> */
    private static function steps(Device $box, Plan $plan, Setup $setup): array
    {
        $wanted = [];
        foreach ($plan->settings as $planned) {
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
            $ranked[] = [
                $isCheck ? self::CHECKED : self::rank($box, $setting, $value),
                $index,
                new CardStep(
                    $setting->id,
                    $setting->title,
                    $value,
                    $isCheck ? 'as it comes from the factory; change it only if it is not' : self::words($box, $how),
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
                ),
            ];
        }
        foreach (NumberSteps::of($box, $plan, $setup) as $index => $step) {
            $ranked[] = [$step->learns ? self::LEARNED : self::NUMBERED, $index, $step];
        }
        usort($ranked, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);

        return array_column($ranked, 2);
    }

    /** Defaults off first, then what is switched on or chosen, the own channel last. */
    private static function rank(Device $box, Setting $setting, string|int $value): int
    {
        foreach ([...$box->chart->hears ?? [], ...$box->chart->sends ?? []] as $part) {
            if ($part->channel instanceof ChannelOf && $part->channel->setting === $setting->id) {
                return self::CHANNEL;
            }
        }

        return 'off' === $value ? self::OFF : self::CHOSEN;
    }

    private static function words(Device $box, ?How $how): string
    {
        if (null === $how) {
            return 'nobody has written down how; look into the manual';
        }
        $procedure = null === $how->procedure ? null : $box->chart->procedure($how->procedure);
        $words = match ($how->by) {
            SetBy::Learn => 'let it learn'.(null === $how->learnsFrom ? '' : " from {$how->learnsFrom->value}").', with all other streams silent',
            SetBy::Gesture => 'by gesture',
            default => "by {$how->by->value}",
        };

        return $words.
            (null === $how->where ? '' : ", {$how->where}").
            (null === $procedure ? '' : ": {$procedure->title}: ".implode('; ', $procedure->steps));
    }
}
