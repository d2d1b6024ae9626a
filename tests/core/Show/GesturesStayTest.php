<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Number\TimedValue;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Calibration\BendEnds;
use ZigzagPost\Core\Show\Calibration\Calibration;
use ZigzagPost\Core\Show\Learn\LearnedRule;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\LikelySender;
use ZigzagPost\Core\Show\Learn\NamedControl;
use ZigzagPost\Core\Show\Learn\PlayedChart;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Rig\StageRig;

/**
 * What random gestures are taken for, and what comes of them, stays as it was; that it is right is shown elsewhere, against the hands
 * that made them.
 */
final class GesturesStayTest extends TestCase
{
    private const END_US = 4_000_000;
    private const PEDALS = 150;
    private const BOOK = <<<'BOOK'
        programs from 1
        port board in out
        port boxes out
        port pads in
        clock beat
          tempo 90
        stack storm
          recall brine "Storm"
        group foot of treadle "Switch 1".."Switch 3"
        scene "Quay"
          on enter recall brine "Harbour"
        rule "Some controllers"
          take cc 1..9
          send boxes
        scene "Sea"
        always
        rule "All that is left"
          from board
          take note, program
          play brine
        rule "Pedal"
          take treadle "Pedal"
          turn brine "Mix"

        BOOK;

    /** @return iterable<string, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < 6; ++$part) {
            yield "part {$part}" => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testWhatAGestureIsTakenFor(int $part): void
    {
        $text = '';
        for ($seed = 1000 + 70 * $part; $seed < 1070 + 70 * $part; ++$seed) {
            $traffic = new RandomTraffic($seed);
            $recognition = Recognition::of($traffic->events, 0, self::END_US);
            $text .= Kept::line($seed, null === $recognition->sure() ? 'unsure' : 'sure');
            foreach ($recognition->candidates as $each) {
                $text .= Kept::line(...self::plain($each));
            }
        }

        Kept::asIn(__DIR__."/stays/gestures-{$part}.txt", $text);
    }

    #[DataProvider('parts')]
    public function testWhatComesOfWhatWasPlayed(int $part): void
    {
        $analysis = new RigAnalysis(RigFile::setup(StageRig::rig([], self::BOOK)));
        self::assertFalse($analysis->checked()->hasErrors());
        $targets = Targets::of($analysis);
        $text = '';
        foreach ($part > 0 ? [] : $targets as $target) {
            $text .= Kept::line(get_object_vars($target));
        }
        foreach (self::onTheBoard($part) as $title => $events) {
            $recognition = Recognition::of($events, 0, self::END_US, $analysis->setup);
            foreach ($recognition->candidates as $each) {
                $text .= Kept::line($title, ...self::plain($each));
                foreach ($targets as $index => $target) {
                    $text .= 0 === ($index + \strlen($title)) % 7 ? self::learned($analysis, $each, $target) : '';
                }
            }
            $sure = $recognition->sure();
            $text .= null === $sure ? '' : Kept::line(PlayedChart::of('Played', [new NamedControl('It', $sure), new NamedControl('it', $sure)]));
            $heard = array_map(static fn (Event $event): string => $event->bytes, $events);
            foreach (LikelySender::of($analysis->setup, $heard) as $sender) {
                $text .= Kept::line(get_object_vars($sender));
            }
        }

        Kept::asIn(__DIR__."/stays/learned-{$part}.txt", $text);
    }

    public function testWhatIsMeasuredOfPedals(): void
    {
        $text = '';
        for ($seed = 0; $seed < 2 * self::PEDALS; ++$seed) {
            if ($seed < self::PEDALS) {
                $pedal = new AnyPedal(5000 + $seed);
                [$samples, $untilUs] = [$pedal->samples, $pedal->untilUs];
            } else {
                [$samples, $untilUs] = (new RandomPedal(5000 + $seed))->heelToeHeel(0 !== $seed % 5);
            }
            $known = Calibration::of($samples, $untilUs);
            $text .= null === $known
                ? Kept::line($seed, 'not measured')
                : Kept::line(
                    $seed,
                    $known->heel,
                    $known->toe,
                    $known->noise,
                    $known->deadband,
                    $known->curve,
                    $known->isBack,
                    \count($known->samples),
                    round($known->share($known->heel + 7), 4),
                    $known->lines(0, 127),
                    $known->scaledDeadband(10, 90),
                    0 === $seed % 10 ? get_object_vars(BendEnds::of($known->heel, $known->toe)) : null,
                );
        }
        foreach (self::fewSamples() as $title => $values) {
            $samples = array_map(
                static fn (int $index, int $value): TimedValue => new TimedValue(200_000 * $index, $value),
                array_keys($values),
                $values,
            );
            $known = Calibration::of($samples, 5_000_000);
            $text .= Kept::line($title, null === $known ? null : [$known->heel, $known->toe, $known->noise, $known->curve, $known->isBack]);
        }

        Kept::asIn(__DIR__.'/stays/pedals.txt', $text);
    }

    /** Where a microsecond, a step or one value more makes another gesture of it. */
    public function testWhatAGestureIsTakenForAtItsEdges(): void
    {
        $text = '';
        foreach (EdgeTapes::all() as $title => $events) {
            usort($events, static fn (Event $one, Event $other): int => $one->timeUs <=> $other->timeUs);
            $recognition = Recognition::of($events, 0, self::END_US);
            $text .= Kept::line($title, null === $recognition->sure() ? 'unsure' : 'sure', $recognition->leftOut);
            foreach ($recognition->candidates as $each) {
                $text .= Kept::line('  ', ...self::plain($each));
            }
        }

        Kept::asIn(__DIR__.'/stays/edges.txt', $text);
    }

    /** @return iterable<string, list<int>> pedals that say next to nothing */
    private static function fewSamples(): iterable
    {
        yield 'nothing' => [];
        yield 'one place' => [64];
        yield 'too short a way' => [10, 17];
        yield 'just long enough' => [10, 18];
        yield 'there and back' => [0, 127, 0];
        yield 'at the toe first' => [127, 0, 127, 0];
        yield 'never back' => [0, 40, 90, 127];
        yield 'back half of the way' => [0, 127, 64];
        yield 'far below nothing' => [-8192, 8191, -8192];
    }

    /**
     * The same gestures, from controls that the chart knows and some that it does not.
     *
     * @return iterable<string, list<Event>>
     */
    private static function onTheBoard(int $part): iterable
    {
        $controls = ['B014' => 'Switch 1', 'B015' => 'Switch 2', 'B00B' => 'Pedal', 'B007' => 'none', 'B114' => 'another channel', 'B060' => 'steps'];
        foreach ($controls as $hex => $title) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937(10 * $part + \strlen($title)));
            $at = 700_000;
            $events = [];
            for ($step = $random->getInt(1, 7); $step > 0; --$step) {
                $value = [0, 127, 127, 64, 1, 65, $random->getInt(0, 127)][$random->getInt(0, 6)];
                $events[] = new Event($at, 'board', hex2bin((string) $hex).\chr($value));
                $at += $random->getInt(5_000, 600_000);
            }
            yield $title => $events;
        }
        yield 'Fine' => [new Event(900_000, 'board', "\xB0\x63\x02\xB0\x62\x2C\xB0\x06".\chr(9 * $part)."\xB0\x26\x11")];
        yield 'Bank up' => [new Event(900_000, 'board', "\xC0".\chr(4 + ($part % 3)))];
        yield 'Wheel' => [new Event(900_000, 'board', "\xE0\x00".\chr(60 + $part)), new Event(930_000, 'board', "\xE0\x00".\chr(70 + $part))];
        yield 'Pad' => [new Event(900_000, 'pads', "\x99".\chr(35 + $part)."\x50"), new Event(990_000, 'pads', "\x89".\chr(35 + $part)."\x40")];
    }

    private static function learned(RigAnalysis $analysis, Recognised $control, LearnTarget $target): string
    {
        try {
            $rule = LearnedRule::of($analysis, $control, $target);

            return Kept::line($rule->text, array_map(get_object_vars(...), $rule->edits), $rule->told);
        } catch (RulebookError $error) {
            return Kept::line($error->getMessage());
        }
    }

    /** @return list<mixed> */
    private static function plain(Recognised $each): array
    {
        $played = $each->played;

        return [
            $played->port,
            $played->selector(),
            $each->sorts,
            [$each->range->low, $each->range->high],
            [$played->firstUs(), $played->lastUs()],
            $played->numbers(),
            $each->isSure(),
            $each->isPressed(),
            $each->unit,
            $each->control,
        ];
    }
}
