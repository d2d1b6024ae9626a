<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Scenes;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Controls\Gestures;
use ZigzagPost\Core\Engine\Controls\LampKeeper;
use ZigzagPost\Core\Engine\Controls\Takeover;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Voices\Voices;
use ZigzagPost\Core\Midi\Kind;

/** Leaves silence (law 9). */
final class Panic
{
    private const SUSTAIN = 64;
    private const ALL_NOTES_OFF = 123;
    private const ALL_SOUND_OFF = 120;

    /** @param list<int>|null $ports positions of out ports; null for all */
    public static function silence(Run $run, int $t, ?array $ports): void
    {
        $state = $run->state;
        Gestures::end($run);
        $outPorts = $ports ?? $run->book->outPorts();
        ksort($state->sounding);
        foreach ($outPorts as $port) {
            foreach (array_keys($state->sounding) as $note) {
                if (Note::port($note) === $port) {
                    $run->emit($t, $port, \chr(0x7F + Note::channel($note)).\chr(Note::key($note)).\chr(Notes::RELEASE_VELOCITY));
                    unset($state->sounding[$note]);
                }
            }
            for ($channel = 1; $channel <= 16; ++$channel) {
                if (0 !== ($state->carried[$port] & 1 << $channel)) {
                    Voices::pedal($state, $port, $channel, 0);
                    Takeover::told($state, $t, $port, Kind::ORDINAL['cc'], $channel, self::SUSTAIN, 0);
                    unset($state->held[ControlAddress::of(Kind::ORDINAL['cc'], $port, $channel, self::SUSTAIN)]);
                    foreach ([self::SUSTAIN, self::ALL_NOTES_OFF, self::ALL_SOUND_OFF] as $number) {
                        $run->emit($t, $port, \chr(0xAF + $channel).\chr($number)."\x00");
                    }
                }
            }
        }
        self::forget($run, $outPorts, null === $ports);
        LampKeeper::forget($run, $outPorts);
    }

    /** @param list<int> $ports */
    private static function forget(Run $run, array $ports, bool $all): void
    {
        $atHand = AtHand::owners($run);
        foreach (array_keys($run->state->ledger) as $own) {
            $run->state->ledger[$own] = array_filter(
                $run->state->owned($own),
                static fn (int|string $key): bool => \is_int($key) ? !\in_array(Note::port($key), $ports, true) : !$all || isset($atHand[$own]),
                \ARRAY_FILTER_USE_KEY,
            );
        }
        $run->queue->filter(static fn (array $due): bool => 'call' !== $due[2] || (!$all && !self::reaches($run->book, $due[3][0], $ports)));
        if ($all) {
            foreach (array_keys($run->state->voices) as $step) {
                $run->state->voices[$step] = [];
            }
            self::unlatch($run->state, $atHand);
        }
    }

    /**
     * A latch that was on is off: what it held is silent.
     *
     * @param array<int|string, true> $atHand owners that stay
     */
    private static function unlatch(State $state, array $atHand): void
    {
        foreach (array_keys($state->ledger) as $own) {
            if (\is_string($own) && !isset($atHand[$own])) {
                $parts = Owner::parts($own);
                if (Owner::LATCH === $parts->letter && null !== $parts->control) {
                    unset($state->toggled[$parts->step][$parts->control]);
                }
                unset($state->ledger[$own]);
            }
        }
    }

    /**
     * Whether what is due later can send to one of these ports.
     *
     * @param list<int> $ports
     */
    private static function reaches(CompiledBook $book, mixed $method, array $ports): bool
    {
        return !\is_string($method) || [] !== array_intersect($book->reach($method), $ports);
    }
}
