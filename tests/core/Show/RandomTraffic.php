<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Show\Learn\Recognised;

/** Four seconds of traffic out of a seed, with one gesture of a hand in it. */
final class RandomTraffic
{
    /** @var list<Event> */
    public array $events = [];
    /** What rules call the control that was played. */
    public string $planted = '';
    /** What it is. */
    public string $sort = '';
    /** Whether somebody played something else meanwhile. */
    public bool $isAlone = true;

    private readonly \Random\Randomizer $random;

    public function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $this->stream();
        $this->clock();
        $this->keepAlive();
        $this->gesture();
        if (0 === $this->random->getInt(0, 3)) {
            $this->otherHand();
        }
        usort($this->events, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);
    }

    private function stream(): void
    {
        for ($number = 0; $number < $this->random->getInt(0, 2); ++$number) {
            $value = $this->random->getInt(20, 100);
            for ($at = $this->random->getInt(0, 60_000); $at < 4_000_000; $at += $this->random->getInt(3_000, 60_000)) {
                $value = max(0, min(127, $value + $this->random->getInt(-3, 3)));
                $this->events[] = new Event($at, 'tilt', "\xBB".\chr(16 + $number).\chr($value));
            }
        }
    }

    private function clock(): void
    {
        for ($at = $this->random->getInt(0, 20_000); 0 !== $this->random->getInt(0, 400) && $at < 4_000_000; $at += 20_833) {
            $this->events[] = new Event($at, 'sequencer', "\xF8");
        }
    }

    private function keepAlive(): void
    {
        $isSensing = 1 === $this->random->getInt(0, 1);
        for ($at = $this->random->getInt(0, 300_000); $at < 4_000_000; $at += $isSensing ? 300_000 : 1_000_000) {
            $this->events[] = new Event($at, 'desk', $isSensing ? "\xFE" : "\xF0\x7D\x01\xF7");
        }
        for ($at = $this->random->getInt(0, 300_000); 0 === $this->random->getInt(0, 50) && $at < 4_000_000; $at += 500_000) {
            $this->events[] = new Event($at, 'desk', "\xB2\x77\x40");
        }
    }

    private function otherHand(): void
    {
        $this->isAlone = false;
        $at = $this->random->getInt(800_000, 2_000_000);
        $this->add($at, "\x92\x30\x50");
        $this->add($at + 200_000, "\x82\x30\x40");
    }

    private function gesture(): void
    {
        $at = $this->random->getInt(600_000, 2_000_000);
        $channel = $this->random->getInt(0, 15);
        $number = $this->random->getInt(1, 31);
        $cc = static fn (int $of, int $value): string => \chr(0xB0 | $channel).\chr($of).\chr($value);
        [$this->planted, $this->sort] = ["cc {$number} channel ".($channel + 1), ''];
        switch ($this->random->getInt(0, 9)) {
            case 0:
                $this->sort = Recognised::MOMENTARY;
                $this->add($at, $cc($number, 127));
                // Asked to press, wait and let go, three of four wait.
                $this->add(
                    $at + (0 === $this->random->getInt(0, 3) ? $this->random->getInt(40_000, 400_000) : $this->random->getInt(400_000, 1_500_000)),
                    $cc($number, 0),
                );
                break;
            case 1: // says one thing only
                $this->sort = Recognised::LATCHING;
                $this->add($at, $cc($number, $this->random->getInt(0, 1) * 127));
                break;
            case 2:
                $this->sort = Recognised::FADER;
                $value = $this->random->getInt(0, 127);
                $to = $value < 64 ? $this->random->getInt($value + 5, 127) : $this->random->getInt(0, $value - 5);
                for ($step = 0, $last = null; $step <= 20; ++$step) {
                    $now = intdiv($value * (20 - $step) + $to * $step, 20);
                    if ($now !== $last) {
                        // a fader says only what is new
                        $this->add($at + $step * 15_000, $cc($number, $now));
                    }
                    $last = $now;
                }
                break;
            case 3:
                $this->sort = Recognised::ENCODER;
                $step = [1, 127, 65, 63][$this->random->getInt(0, 3)];
                for ($turn = 0, $turns = $this->random->getInt(1, 6); $turn < $turns; ++$turn) {
                    $at += $this->random->getInt(40_000, 120_000);
                    $this->add($at, $cc($number, $step));
                }
                break;
            case 4:
                $this->sort = Recognised::PAD;
                $this->planted = 'note 40 channel '.($channel + 1);
                $this->add($at, \chr(0x90 | $channel)."\x28\x50");
                $this->add($at + 1000, \chr(0xD0 | $channel)."\x20");
                $this->add($at + 150_000, \chr(0x80 | $channel)."\x28\x40");
                break;
            case 5:
                $this->sort = Recognised::FINE;
                $this->planted = "cc14 {$number} channel ".($channel + 1);
                for ($step = 0; $step < 8; ++$step) {
                    $this->add($at + $step * 20_000, $cc($number, $step * 9));
                    $this->add($at + $step * 20_000, $cc($number + 32, $this->random->getInt(0, 127)));
                }
                break;
            case 6:
                $this->sort = Recognised::PARAMETER;
                $kind = ['nrpn', 'rpn'][$this->random->getInt(0, 1)];
                $this->planted = "{$kind} ".(3 * 128 + $number).' channel '.($channel + 1);
                for ($step = 0; $step < 5; ++$step) {
                    $this->add(
                        $at + $step * 20_000,
                        $cc('nrpn' === $kind ? 99 : 101, 3).
                            $cc('nrpn' === $kind ? 98 : 100, $number).
                            $cc(6, $step).
                            $cc(38, $this->random->getInt(0, 127)),
                    );
                }
                break;
            case 7:
                $this->sort = Recognised::PROGRAM;
                $this->planted = "program {$number} channel ".($channel + 1);
                $this->add($at, \chr(0xC0 | $channel).\chr($number));
                break;
            case 8:
                $this->sort = Recognised::WHEEL;
                $this->planted = 'bend channel '.($channel + 1);
                foreach ([70, 90, 80, 64] as $step => $value) {
                    $this->add($at + $step * 15_000, \chr(0xE0 | $channel)."\0".\chr($value));
                }
                break;
            default:
                $this->sort = Recognised::TRANSPORT;
                $this->planted = 'start';
                $this->add($at, "\xFA");
        }
    }

    private function add(int $timeUs, string $bytes): void
    {
        $this->events[] = new Event($timeUs, 'board', $bytes);
    }
}
