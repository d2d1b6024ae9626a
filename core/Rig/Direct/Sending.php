<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Setup\Device;

/** A kind of message that a unit sends of its own: where, on which channel, and what has to be on. */
final readonly class Sending
{
    /**
     * @param list<string> $at plugs and streams
     * @param list<Condition> $conditions
     */
    private function __construct(public KindName $kind, public array $at, public int|string|ChannelOf|null $channel, public array $conditions)
    {
    }

    /** @return list<self> those that its chart says, and those that its controls need where the chart says nothing of kinds */
    public static function of(Device $box): array
    {
        $ofControls = self::ofControls($box);
        $clock = $box->chart->clock;
        $found = [];
        foreach ($box->chart->sends ?? [] as $sends) {
            foreach (KindName::cases() as $kind) {
                $isOfControls = isset($ofControls[$kind->value]);
                $switch = null === $sends->kinds ? $isOfControls : $sends->kinds[$kind->value] ?? self::madeOf($sends->kinds, $kind, $isOfControls);
                $isClock = KindName::Clock === $kind || self::isTransport($kind);
                if ($isClock && null !== $clock?->sends && !isset($sends->kinds[$kind->value])) {
                    $switch = KindName::Clock === $kind || true === $clock->startStop ? $clock->sends : false;
                }
                if (false === $switch || KindName::Pulse === $kind || null === IntentKind::of($kind)) {
                    continue;
                }
                $conditions = [new SwitchIsOn(ObstacleSort::Transmit, $box->name, $switch)];
                if (KindName::Clock === $kind && \is_string($clock?->sends) && $clock->sends !== $switch) {
                    $conditions[] = new SwitchIsOn(ObstacleSort::Transmit, $box->name, $clock->sends);
                }
                $found[] = new self($kind, $sends->at, true === $kind->midi()?->hasChannel() ? $sends->channel : null, $conditions);
            }
        }

        return $found;
    }

    public function hasChannel(): bool
    {
        return true === $this->kind->midi()?->hasChannel();
    }

    public static function isTransport(KindName $kind): bool
    {
        return \in_array($kind, [KindName::Start, KindName::Continue, KindName::Stop], true);
    }

    /** @param array<string, bool|string> $kinds */
    private static function madeOf(array $kinds, KindName $kind, bool $isOfControls): bool|string
    {
        return $kind->isMadeOfControllers() && $isOfControls ? $kinds[KindName::Cc->value] ?? false : false;
    }

    /** @return array<string, true> kinds that its controls send */
    private static function ofControls(Device $box): array
    {
        $kinds = null === $box->chart->keys || null === $box->chart->sends ? [] : [KindName::Note->value => true];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            if (null !== $message) {
                $kinds[$message->kind->value] = true;
            } elseif (ControlSort::Key === $control->sort || ControlSort::Pad === $control->sort) {
                $kinds[KindName::Note->value] = true;
            }
            foreach ($control->sends ?? [] as $sends) {
                $kinds[$sends->message->kind->value] = true;
            }
        }

        return $kinds;
    }
}
