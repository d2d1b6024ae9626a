<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** The small sums that are done beside the work, each with its formula. */
final readonly class Reckoning
{
    private const CLOCKS_A_BEAT = 24;

    /** @param list<Reckoned> $results */
    private function __construct(public string $formula, public array $results)
    {
    }

    /**
     * A program as a box shows it and as it is sent.
     *
     * @param int $shown what the box shows, counted from $first within a bank
     * @param int $first 0 or 1
     * @param int $perBank programs in a bank, 1 to 128
     */
    public static function program(int $shown, int $first, int $perBank): self
    {
        $ordinal = max(0, $shown - $first);
        [$bank, $program] = [intdiv($ordinal, $perBank), $ordinal % $perBank];

        return new self(
            "program sent = (shown - {$first}) mod {$perBank}; bank = (shown - {$first}) / {$perBank}, rounded down; MSB = bank / 128, LSB = bank mod 128",
            [
                new Reckoned('program sent', (string) $program),
                new Reckoned('in tables that count from 1', (string) ($program + 1)),
                new Reckoned('bank', (string) $bank),
                new Reckoned('bank MSB, controller 0', (string) ($bank >> 7)),
                new Reckoned('bank LSB, controller 32', (string) ($bank & 0x7F)),
            ],
        );
    }

    /** The program that a box shows for what is sent. */
    public static function shown(int $program, int $bank, int $first, int $perBank): self
    {
        return new self("shown = bank x {$perBank} + program + {$first}", [new Reckoned('shown', (string) ($bank * $perBank + $program + $first))]);
    }

    /** A number or value of 14 bits, 0 to 16383, and its two halves. */
    public static function halves(int $number): self
    {
        return new self('MSB = number / 128, rounded down; LSB = number mod 128', [
            new Reckoned('MSB', (string) ($number >> 7)),
            new Reckoned('LSB', (string) ($number & 0x7F)),
            new Reckoned('in rules', ($number >> 7).':'.($number & 0x7F)),
            new Reckoned('in hexadecimal', \sprintf('%02X %02X', $number >> 7, $number & 0x7F)),
        ]);
    }

    /** The number of 14 bits that two halves make. */
    public static function whole(int $msb, int $lsb): self
    {
        return new self('number = MSB x 128 + LSB', [new Reckoned('number', (string) ($msb * 128 + $lsb))]);
    }

    /**
     * How flat an interval ends whose top value is not reached.
     *
     * @param float $reached the value that is reached, 0 to $full
     */
    public static function shortfall(float $reached, float $full, float $semitones): self
    {
        $cents = 100 * $semitones * (1 - $reached / $full);

        return new self("cents = 100 x {$semitones} semitones x (1 - reached / {$full})", [
            new Reckoned('short by', self::number($cents).' cents'),
            new Reckoned('of the interval', self::number(100 * (1 - $reached / $full)).' %'),
        ]);
    }

    /** Clock and lengths of notes at a tempo in beats a minute. */
    public static function tempo(float $bpm): self
    {
        $beatMs = 60_000 / $bpm;

        return new self('a beat = 60 000 ms / tempo; a clock = a beat / 24', [
            new Reckoned('a clock', self::number($beatMs / self::CLOCKS_A_BEAT).' ms'),
            new Reckoned('1/4, a beat', self::number($beatMs).' ms'),
            new Reckoned('1/8', self::number($beatMs / 2).' ms'),
            new Reckoned('1/8 dotted', self::number($beatMs * 0.75).' ms'),
            new Reckoned('1/8 triplet', self::number($beatMs / 3).' ms'),
            new Reckoned('1/16', self::number($beatMs / 4).' ms'),
            new Reckoned('1/2', self::number($beatMs * 2).' ms'),
            new Reckoned('a bar of four', self::number($beatMs * 4).' ms'),
        ]);
    }

    /**
     * How long bytes take on a DIN cable: 31 250 baud, ten bits a byte.
     *
     * @param int $messages how many
     * @param int $bytes in each
     */
    public static function wire(int $messages, int $bytes): self
    {
        $us = SerialWire::BYTE_US * $messages * $bytes;

        return new self('time = bytes x 0.32 ms; a cable carries 3125 bytes a second', [
            new Reckoned('together', self::number($us / 1000).' ms'),
            new Reckoned('one message', self::number((SerialWire::BYTE_US * $bytes) / 1000).' ms'),
            new Reckoned('at most, of such messages', self::number(1_000_000 / (SerialWire::BYTE_US * $bytes)).' a second'),
        ]);
    }

    private static function number(float $number): string
    {
        return rtrim(rtrim(number_format($number, 3, '.', ' '), '0'), '.');
    }
}
