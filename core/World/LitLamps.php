<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Lamp;
use ZigzagPost\Core\Rig\Setup\Device;

/** The lamps of a device's controls: which are lit, and in which colour. */
final class LitLamps
{
    /** @var array<string, string> colours by control; dark ones are left out */
    public array $lit = [];

    public function __construct(private readonly Device $box)
    {
    }

    /** Whether a message is for a lamp. */
    public function hear(string $bytes): bool
    {
        $kind = match (\ord($bytes[0] ?? "\0") & 0xF0) {
            0x80, 0x90 => KindName::Note,
            0xB0 => KindName::Cc,
            default => null,
        };
        $isHeard = false;
        foreach (null === $kind ? [] : $this->box->chart->surface->controls ?? [] as $control) {
            $message = $control->lamp?->message;
            $channel = null === $message ? null : $this->box->channel($message->channel);
            $isOn = !\is_int($channel) || $channel === (\ord($bytes[0]) & 0x0F) + 1;
            if (null !== $control->lamp && null !== $message && $message->kind === $kind && $message->number === \ord($bytes[1] ?? "\0") && $isOn) {
                $this->light($control->name, $control->lamp, 0x80 === (\ord($bytes[0]) & 0xF0) ? 0 : \ord($bytes[2] ?? "\0"));
                $isHeard = true;
            }
        }

        return $isHeard;
    }

    private function light(string $control, Lamp $lamp, int $value): void
    {
        $colour = array_search($value, $lamp->colours, true);
        if ($value === $lamp->off) {
            unset($this->lit[$control]);
        } else {
            $this->lit[$control] = false === $colour ? (string) $value : $colour;
        }
    }
}
