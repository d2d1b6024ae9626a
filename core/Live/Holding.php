<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\OnOff;

/**
 * What a source holds at an in port: its keys, pedals, bends, pressures and switches that are down.
 *
 * When it goes away, the engine is given what a hand would do.
 */
final class Holding
{
    /** Controllers 64 to 69: damper, portamento, sostenuto, soft, legato, hold 2 (MIDI 1.0, "Control Change Messages"). */
    private const FIRST_PEDAL = 64;
    private const LAST_PEDAL = 69;
    private const RELEASE_VELOCITY = "\x40";
    private const CENTRE = "\x00\x40";

    private Decoder $decoder;
    /** @var array<string, true> channel and key of the keys that are held, as bytes */
    private array $keys = [];
    /** @var array<string, true> channel and key of those of them with a pressure of their own */
    private array $pressed = [];
    /** @var array<string, int> last values of controllers, by channel and number as bytes */
    private array $controllers = [];
    /** @var array<int, true> channels (0 to 15) whose bend is out of its centre */
    private array $bent = [];
    /** @var array<int, true> channels with pressure */
    private array $pressures = [];

    public function __construct()
    {
        $this->decoder = new Decoder();
    }

    public function hear(string $bytes): void
    {
        if (3 === \strlen($bytes) && $bytes[0] >= "\x80" && $bytes[0] < "\xF0" && $bytes[1] < "\x80" && $bytes[2] < "\x80" && $this->decoder->isIdle()) {
            $this->decoder->passed(\ord($bytes[0]));
            $this->message($bytes);

            return;
        }
        $faults = [];
        foreach ($this->decoder->feed($bytes, $faults) as $message) {
            $this->message($message);
        }
    }

    /**
     * What a hand would do to let go of everything, and forgets it.
     *
     * @param list<string> $down controllers that rules take for held, as channel status and number (two bytes)
     * @param array<string, string> $switches what lets go of switches, by the message of their press without its value (two bytes)
     * @param list<self> $others other sources of the same port: what they hold goes on
     */
    public function letGo(array $down = [], array $switches = [], array $others = []): string
    {
        $bytes = '';
        foreach (array_keys($this->keys) as $key) {
            $key = (string) $key;
            if ([] !== array_filter($others, static fn (self $other): bool => isset($other->keys[$key]))) {
                continue;
            }
            $channel = \ord($key[0]);
            $bytes .= isset($this->pressed[$key]) ? \chr(0xA0 | $channel).$key[1]."\x00" : '';
            $bytes .= \chr(0x80 | $channel).$key[1].self::RELEASE_VELOCITY;
        }
        foreach ($this->controllers as $control => $value) {
            $control = (string) $control;
            $press = \chr(0xB0 | \ord($control[0])).$control[1];
            $number = \ord($control[1]);
            $isPedal = $number >= self::FIRST_PEDAL && $number <= self::LAST_PEDAL;
            if (isset($switches[$press])) {
                $bytes .= $press.$switches[$press] === $press.\chr($value) ? '' : $press.$switches[$press];
            } elseif ($value > 0 && ($isPedal || ($value >= OnOff::LEAST_ON && \in_array($press, $down, true)))) {
                $bytes .= "{$press}\x00";
            }
        }
        foreach (array_keys($this->bent) as $channel) {
            $bytes .= \chr(0xE0 | $channel).self::CENTRE;
        }
        foreach (array_keys($this->pressures) as $channel) {
            $bytes .= \chr(0xD0 | $channel)."\x00";
        }
        $this->decoder = new Decoder();
        $this->keys = $this->pressed = $this->controllers = $this->bent = $this->pressures = [];

        return $bytes;
    }

    public function isEmpty(): bool
    {
        return [] === $this->keys && [] === $this->controllers && [] === $this->bent && [] === $this->pressures;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'decoder' => $this->decoder->save(),
            'keys' => $this->keys,
            'pressed' => $this->pressed,
            'controllers' => $this->controllers,
            'bent' => $this->bent,
            'pressures' => $this->pressures,
        ];
    }

    /** @param array<string, mixed> $saved what save() gave */
    public static function load(array $saved): self
    {
        /**
         * @var array{decoder: array<mixed>, keys: array<string, true>, pressed: array<string, true>, controllers: array<string, int>,
         *     bent: array<int, true>, pressures: array<int, true>} $saved
         */
        $holding = new self();
        $holding->decoder = Decoder::load($saved['decoder']);
        [$holding->keys, $holding->pressed, $holding->controllers] = [$saved['keys'], $saved['pressed'], $saved['controllers']];
        [$holding->bent, $holding->pressures] = [$saved['bent'], $saved['pressures']];

        return $holding;
    }

    private function message(string $bytes): void
    {
        $status = \ord($bytes[0]);
        $channel = $status & 0x0F;
        switch ($status & 0xF0) {
            case 0x90:
            case 0x80:
                $key = \chr($channel).$bytes[1];
                if ($status >= 0x90 && "\x00" !== $bytes[2]) {
                    $this->keys[$key] = true;
                } else {
                    unset($this->keys[$key], $this->pressed[$key]);
                }
                break;
            case 0xA0:
                $key = \chr($channel).$bytes[1];
                if ("\x00" === $bytes[2]) {
                    unset($this->pressed[$key]);
                } elseif (isset($this->keys[$key])) {
                    $this->pressed[$key] = true;
                }
                break;
            case 0xB0:
                $this->controllers[\chr($channel).$bytes[1]] = \ord($bytes[2]);
                break;
            case 0xD0:
                if ("\x00" === $bytes[1]) {
                    unset($this->pressures[$channel]);
                } else {
                    $this->pressures[$channel] = true;
                }
                break;
            case 0xE0:
                if (self::CENTRE === $bytes[1].$bytes[2]) {
                    unset($this->bent[$channel]);
                } else {
                    $this->bent[$channel] = true;
                }
                break;
        }
    }
}
