<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** Laws of what hands do: over random presses no gesture is lost or doubled, and one member of a group is chosen at most. */
final class HandsTest extends TestCase
{
    use TestTrait;

    public function testGesturesAreThoseThatTheTimesOfPressesSay(): void
    {
        $this->limitTo(Cases::number(400))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $heldMs = [0, 30, 50][$random->getInt(0, 2)];
                $twiceMs = [0, 20, 30][$random->getInt(0, 2)];
                $isNote = 1 === $random->getInt(0, 1);
                $text = self::book($heldMs, $twiceMs, $isNote);
                $presses = self::presses($random);
                $expected = [];
                foreach (self::gestures($presses, $heldMs, $twiceMs) as [$at, $program]) {
                    $expected[] = \sprintf('%d.000 moths C0 %02X', $at, $program);
                }
                $events = self::events($presses, $isNote);
                self::assertSame($expected, Play::lines(Play::run(new Engine(Play::book($text)), $events)), $text.print_r($presses, true));
                self::assertSame($expected, self::withASave($text, $events, $random->getInt(0, \count($events))), $text.print_r($presses, true));
            });
    }

    public function testOneMemberAtMostIsChosen(): void
    {
        $this->limitTo(Cases::number(300))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $orNone = 1 === $random->getInt(0, 1);
                $text =
                    "port board in\nport moths out\ngroup songs of board cc 20..23".
                    ($orNone ? ' or none' : '').
                    "\nrule \"r\"\n  take cc 20..24\n  become program songs\n  send moths\n";
                $chosen = 0;
                $down = [];
                $events = [];
                $expected = [];
                for ($ms = 0; $ms < 40; ++$ms) {
                    [$number, $value] = [$random->getInt(20, 24), 127 * $random->getInt(0, 1)];
                    $events[] = new Event($ms * 1000, 'board', "\xB0".\chr($number).\chr($value));
                    if (127 === $value && !isset($down[$number]) && $number < 24) {
                        $chosen = $orNone && $chosen === $number - 19 ? 0 : $number - 19;
                    }
                    $down = 127 === $value ? $down + [$number => true] : array_diff_key($down, [$number => true]);
                    $expected[] = \sprintf('%d.000 moths C0 %02X', $ms, $chosen);
                }
                self::assertSame($expected, Play::lines(Play::run(new Engine(Play::book($text)), $events)), $text);
                self::assertSame($expected, self::withASave($text, $events, $random->getInt(0, 40)), $text);
            });
    }

    private static function book(int $heldMs, int $twiceMs, bool $isNote): string
    {
        $take = static fn (string $gesture): string => $isNote ? "  take note {$gesture} key 60\n" : "  take cc 20 {$gesture}\n";
        $text = "port board in\nport moths out\nrule \"short\"\n{$take('short')}  become program 1\n  send moths\n";
        $text .= 0 === $heldMs ? '' : "rule \"held\"\n{$take("held {$heldMs}ms")}  become program 2\n  send moths\n";

        return $text.(0 === $twiceMs ? '' : "rule \"twice\"\n{$take("twice {$twiceMs}ms")}  become program 3\n  send moths\n");
    }

    /** @return list<array{int, bool}> times in milliseconds, and whether the control goes down */
    private static function presses(\Random\Randomizer $random): array
    {
        $presses = [];
        $at = 0;
        for ($i = 0; $i < 14; ++$i) {
            $at += [1, 5, 10, 20, 30, 50, 80][$random->getInt(0, 6)];
            $presses[] = [$at, 0 === $random->getInt(0, 7) ? 1 === $i % 2 : 0 === $i % 2];
        }
        $presses[] = [$at + 100, false];

        return $presses;
    }

    /**
     * What the presses mean, looked at as a whole.
     *
     * @param list<array{int, bool}> $presses
     *
     * @return list<array{int, int}> times, and 1 for short, 2 for held, 3 for twice
     */
    private static function gestures(array $presses, int $heldMs, int $twiceMs): array
    {
        $spans = []; // from each time that the control goes down to when it comes up
        $down = null;
        foreach ($presses as [$at, $isDown]) {
            if ($isDown) {
                $down ??= $at;
            } elseif (null !== $down) {
                $spans[] = [$down, $at];
                $down = null;
            }
        }
        $gestures = [];
        for ($i = 0; $i < \count($spans); ++$i) {
            [$from, $to] = $spans[$i];
            if (0 !== $heldMs && $to >= $from + $heldMs) {
                $gestures[] = [$from + $heldMs, 2];
            } elseif (0 !== $twiceMs && isset($spans[$i + 1]) && $spans[$i + 1][0] < $from + $twiceMs) {
                $gestures[] = [$spans[++$i][0], 3];
            } else {
                $gestures[] = [max($to, $from + $twiceMs), 1];
            }
        }

        return $gestures;
    }

    /**
     * @param list<array{int, bool}> $presses
     *
     * @return list<Event>
     */
    private static function events(array $presses, bool $isNote): array
    {
        return array_map(
            static fn (array $press): Event => new Event(
                $press[0] * 1000,
                'board',
                $isNote ? ($press[1] ? "\x90\x3C\x50" : "\x80\x3C\x40") : ($press[1] ? "\xB0\x14\x7F" : "\xB0\x14\x00"),
            ),
            $presses,
        );
    }

    /**
     * @param list<Event> $events
     *
     * @return list<string>
     */
    private static function withASave(string $text, array $events, int $cut): array
    {
        $book = Play::book($text);
        $engine = new Engine($book);
        $engine->start();
        foreach (\array_slice($events, 0, $cut) as $event) {
            $engine->feed($event->timeUs, (int) $book->inPort($event->port), $event->bytes);
        }
        $made = $engine->take();
        $loaded = SavedRun::read(SavedRun::write($engine), $book, false);
        $loaded->run->out = $made;

        return Play::lines(Play::run($loaded, \array_slice($events, $cut), null, false));
    }
}
