<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\Hand;

/** A message that moves a parameter of a unit, sent by hand. */
final readonly class ProbeMessage
{
    /** Faders go to a tenth first, so that no level hurts anybody. */
    private const SHARE = 10;

    private function __construct(public string $title, public int $low, public int $high, public int $first, private ControlMessage $message)
    {
    }

    /** Null where it is not known, or cannot be sent. */
    public static function of(Device $box, Parameter $parameter): ?self
    {
        $message = $box->messageTo($parameter);
        $kind = $message?->kind->midi();
        if (null === $message || null === $kind || Kind::Sysex === $kind || Reach::Hand === $parameter->reach) {
            return null;
        }
        if ($kind->hasNumber() && null === $message->number) {
            return null;
        }
        $channel = $kind->hasChannel() ? $box->channel($message->channel ?? $box->partOf($parameter)?->channel) : null;
        if ($kind->hasChannel() && !\is_int($channel)) {
            return null; // of which channel it answers on nobody knows
        }
        [$low, $high] = [$parameter->raw->low, $parameter->raw->high];

        return new self(
            $parameter->name,
            $low,
            $high,
            $parameter->rest ?? $low + intdiv($high - $low, self::SHARE),
            new ControlMessage($kind, $message->number, \is_int($channel) ? $channel : null, ['probe'], $low, $high, false),
        );
    }

    public function at(int $value): string
    {
        return implode('', Hand::at($this->message, $value));
    }
}
