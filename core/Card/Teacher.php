<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Rig\Chart\Automatic;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Setup\Device;

/** Who sends what a box learns its channel from: a control of a unit that reaches it past the post, or something that such a unit sends by itself. */
final readonly class Teacher
{
    /** @param Automatic|null $automatic what it sends by itself; null where a control is moved */
    private function __construct(private Device $box, private ?Control $control, public ?Automatic $automatic)
    {
    }

    /** @return self|null null where nobody who reaches the box sends a message of that kind on that channel */
    public static function of(Device $pupil, KindName $kind, int|string $channel, Plan $plan, Matrix $matrix): ?self
    {
        $found = null;
        foreach ($matrix->cells as $cell) {
            if ($cell->to !== $pupil || [] === $cell->ways || $cell->of !== IntentKind::of($kind)) {
                continue;
            }
            foreach ($cell->from->chart->surface->controls ?? [] as $control) {
                if ($cell->from->messageOf($control)?->kind === $kind && self::sendsOn($cell->from, $channel, $plan)) {
                    return new self($cell->from, $control, null);
                }
            }
            foreach ($cell->from->chart->automatic ?? [] as $automatic) {
                if ($automatic->kind === $kind && self::sendsOn($cell->from, $channel, $plan)) {
                    $found ??= new self($cell->from, null, $automatic);
                }
            }
        }

        return $found;
    }

    public function isOf(Device $box, string $setting): bool
    {
        return $this->box === $box && $this->automatic?->setting === $setting;
    }

    public function words(): string
    {
        return null === $this->control
            ? "{$this->automatic?->what}, from {$this->box->label()} once its channel is set"
            : ($this->control->sort->isTwoState() ? 'press' : 'move')." \"{$this->control->name}\" of {$this->box->label()} once its channel is set";
    }

    private static function sendsOn(Device $box, int|string $channel, Plan $plan): bool
    {
        $sends = $box->chart->sends[0]->channel ?? null;
        if (!$sends instanceof ChannelOf) {
            return $sends === $channel;
        }
        $value = $box->value($sends->setting);
        foreach ($plan->settings as $planned) {
            $value = $planned->box === $box && $planned->setting->id === $sends->setting ? $planned->value : $value;
        }

        return null !== $value && (string) Device::channelOf($value, $sends->offset ?? 0) === (string) $channel;
    }
}
