<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Index\ChartMessages;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** A unit of the rig that could have sent what was heard, by its chart and channel. */
final readonly class LikelySender
{
    private const NOTE_OFF = 0x80;
    private const NOTE_ON = 0x90;
    private const SYSTEM = 0xF0;
    private const CHANNELS = 0x0F;
    /** Kinds that a status tells; of these the number behind it tells one control from another. */
    private const KINDS = [0x90 => 'note', 0xA0 => 'polypressure', 0xB0 => 'cc', 0xC0 => 'program', 0xD0 => 'pressure', 0xE0 => 'bend'];
    private const NUMBERED = ['note', 'polypressure', 'cc'];

    /**
     * @param int $heard different controls that were heard
     * @param int $known how many of them the unit has
     */
    private function __construct(public string $unit, public int $heard, public int $known)
    {
    }

    /**
     * @param list<string> $messages what was heard at one port
     *
     * @return list<self> the likeliest first; none that has nothing of it
     */
    public static function of(Setup $setup, array $messages): array
    {
        $heard = [];
        foreach ($messages as $bytes) {
            $address = self::address($bytes);
            null === $address ?: $heard[$address] = true;
        }
        $found = [];
        foreach ($setup->boxes as $box) {
            $known = $box->isPost() ? 0 : \count(array_intersect_key($heard, self::addresses($box, array_map(strval(...), array_keys($heard)))));
            $known > 0 ? $found[] = new self($box->name, \count($heard), $known) : null;
        }
        usort($found, static fn (self $one, self $other): int => $other->known <=> $one->known);

        return $found;
    }

    /** Kind, channel and number of a message, such as "cc 16 80"; null for what names no control. */
    private static function address(string $bytes): ?string
    {
        $status = \ord($bytes[0] ?? "\xF0");
        if ($status >= self::SYSTEM || $status < self::NOTE_OFF || \strlen($bytes) < 2) {
            return null;
        }
        $high = $status & ~self::CHANNELS;
        $kind = self::KINDS[self::NOTE_OFF === $high ? self::NOTE_ON : $high];
        $channel = ($status & self::CHANNELS) + 1;

        return "{$kind} {$channel}".(\in_array($kind, self::NUMBERED, true) ? ' '.\ord($bytes[1]) : '');
    }

    /**
     * @param list<string> $heard
     *
     * @return array<string, true> what the unit sends; keys of a keyboard count where they were heard
     */
    private static function addresses(Device $box, array $heard): array
    {
        $addresses = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            foreach (ChartMessages::of($box, $control) as $message) {
                $channel = $box->channel($message->channel ?? $box->sendsOf($message->kind)?->channel);
                foreach (\is_int($channel) ? self::sent($message->kind, $channel, $message->number ?? -1) : [] as $address) {
                    $addresses[$address] = true;
                }
            }
        }
        $keys = $box->chart->keys;
        $channel = $box->channel($box->sendsOf(KindName::Note)?->channel);
        if (null !== $keys && \is_int($channel)) {
            for ($key = $keys->low; $key <= $keys->high; ++$key) {
                $addresses["note {$channel} {$key}"] = true;
            }
        }

        return array_intersect_key($addresses, array_flip($heard));
    }

    /** @return list<string> addresses of the channel messages that a message of a kind is made of */
    private static function sent(KindName $kind, int $channel, int $number): array
    {
        $controllers = match ($kind) {
            KindName::Cc, KindName::Mode => [$number],
            KindName::Cc14 => [$number, $number + 32],
            KindName::Nrpn => [99, 98, 6, 38],
            KindName::Rpn => [101, 100, 6, 38],
            default => null,
        };
        if (null !== $controllers) {
            return array_map(static fn (int $controller): string => "cc {$channel} {$controller}", $controllers);
        }

        return ["{$kind->value} {$channel}".(\in_array($kind->value, self::NUMBERED, true) ? " {$number}" : '')];
    }
}
