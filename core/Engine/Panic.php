<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** Leaves silence (law 9). */
final class Panic
{
    private const SUSTAIN = 64;
    private const ALL_NOTES_OFF = 123;
    private const ALL_SOUND_OFF = 120;

    /** @param list<int>|null $ports positions of out ports; null for all */
    public static function silence(Engine $engine, int $t, ?array $ports): void
    {
        $state = $engine->state;
        $outPorts = $ports ?? $engine->book->outPorts();
        ksort($state->sounding);
        foreach ($outPorts as $port) {
            foreach (array_keys($state->sounding) as $note) {
                if ($note >> 11 === $port) {
                    $engine->emit($t, $port, \chr(0x80 | ($note >> 7 & 0x0F)).\chr($note & 0x7F).\chr(Notes::RELEASE_VELOCITY));
                    unset($state->sounding[$note]);
                }
            }
            for ($channel = 1; $channel <= 16; ++$channel) {
                if (0 !== ($state->carried[$port] & 1 << $channel)) {
                    Voices::pedal($state, $port, $channel, 0);
                    foreach ([self::SUSTAIN, self::ALL_NOTES_OFF, self::ALL_SOUND_OFF] as $number) {
                        $engine->emit($t, $port, \chr(0xAF + $channel).\chr($number)."\x00");
                    }
                }
            }
        }
        self::forget($engine, $outPorts, null === $ports);
    }

    /** @param list<int> $ports */
    private static function forget(Engine $engine, array $ports, bool $all): void
    {
        foreach (array_keys($engine->state->ledger) as $own) {
            $engine->state->ledger[$own] = array_filter(
                $engine->state->owned($own),
                // What ends later stays, for a rule may go on after its panic: on what is silent it does nothing.
                static fn (int|string $key): bool => \is_int($key) ? !\in_array($key >> 11, $ports, true) : !$all || '@' === $key[0],
                \ARRAY_FILTER_USE_KEY,
            );
        }
        $engine->queue->filter(static fn (array $due): bool => 'call' !== $due[2] || (!$all && !self::reaches($engine->book, $due[3][0], $ports)));
        if ($all) {
            foreach (array_keys($engine->state->voices) as $step) {
                $engine->state->voices[$step] = [];
            }
            self::unlatch($engine->state);
        }
    }

    /** A latch that was on is off: what it held is silent. */
    private static function unlatch(State $state): void
    {
        foreach (array_keys($state->ledger) as $own) {
            if (\is_string($own)) {
                [$letter, $step, $control] = Owner::parts($own);
                if (Owner::LATCH === $letter && null !== $control) {
                    unset($state->toggled[$step][$control]);
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
