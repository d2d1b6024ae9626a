<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Chart\Encoding;
use ZigzagPost\Core\Rig\Index\RigIndex;
use ZigzagPost\Core\Rig\Index\SentControl;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/**
 * What a hand did in a few seconds of listening: press once, wait, let go.
 *
 * What is there from the beginning to the end streams by itself and is left out, with clock, sensing and what repeats without changing.
 * Where more than one control is left, or one can be several things, all of them are candidates and nothing is sure.
 */
final readonly class Recognition
{
    /** Before this nobody has had the time to play. */
    private const QUIET_US = 400_000;
    /** What repeats faster than this is no keep-alive. */
    private const SHORTEST_GAP_US = 30_000;
    /** Who was asked to press, wait and let go holds so long; sooner it could be a second press, or a fader that was thrown. */
    private const SURELY_HELD_US = 600_000;
    /** Nobody presses a switch twice within this time, and an encoder clicks faster than that. */
    private const TWO_CLICKS_US = 150_000;
    /** What still comes so shortly before the end has not been let go. */
    private const RESTS_US = 300_000;
    /** What comes within this time comes together. */
    private const AT_ONCE_US = 5_000;
    private const TIMBRE = 74;
    /** Values that a moved fader passes at least. */
    private const FADER_VALUES = 4;
    /** Values by which an encoder says how far it was turned, up to 16 steps at once: two's complement, around 64, with a sign bit. */
    private const STEPS = [[[1, 16], [112, 127]], [[48, 63], [65, 80]], [[1, 16], [65, 80]]];
    private const ONE_STEP = [1, 127, 63, 65];
    private const INCREMENTS = [96, 97];

    /**
     * @param list<Recognised> $candidates the likeliest first; one alone that is sure is what was played
     * @param list<string> $leftOut what was not asked, in words
     * @param bool $stillMoves whether one of them had not come to rest when the listening ended
     */
    private function __construct(public array $candidates, public array $leftOut, private bool $stillMoves)
    {
    }

    /**
     * @param list<Event> $events
     * @param int $fromUs when the listening began
     * @param int $toUs when it ended
     */
    public static function of(array $events, int $fromUs, int $toUs, ?Setup $setup = null): self
    {
        $listening = Listening::of($events);
        $leftOut = array_map(
            static fn (int|string $kind, int $count): string => "{$kind}, {$count} times",
            array_keys($listening->besides),
            $listening->besides,
        );
        $hands = [];
        foreach ($listening->played() as $played) {
            if (self::streams($played, $fromUs, $toUs)) {
                $leftOut[] = "{$played->selector()} at {$played->port} streams; it is left out";
            } elseif (self::keepsAlive($played, $toUs - $fromUs)) {
                $leftOut[] = "{$played->selector()} at {$played->port} repeats by itself; it is left out";
            } else {
                $hands[] = $played;
            }
        }
        $candidates = [];
        foreach (self::gestures($hands) as $played) {
            $recognised = new Recognised($played, self::sorts($played), new ValueRange(min(16384, ...$played->numbers()), max(-8193, ...$played->numbers())));
            $candidates[] = null === $setup ? $recognised : self::named($recognised, $setup);
        }

        return new self(
            $candidates,
            $leftOut,
            [] !==
                array_filter(
                    $hands,
                    static fn (Played $played): bool => \count($played->values) >= self::FADER_VALUES && $played->lastUs() > $toUs - self::RESTS_US,
                ),
        );
    }

    /** The control that was played, where that is sure; what still moves can be a stream that began late. */
    public function sure(): ?Recognised
    {
        return !$this->stillMoves && 1 === \count($this->candidates) && $this->candidates[0]->isSure() ? $this->candidates[0] : null;
    }

    /** Whether it was there before anybody could have played, and is still there at the end. */
    private static function streams(Played $played, int $fromUs, int $toUs): bool
    {
        return \count($played->values) > 3
            && $played->firstUs() < $fromUs + self::QUIET_US
            && $played->lastUs() > $toUs - max(self::QUIET_US, intdiv($toUs - $fromUs, 4));
    }

    /** Whether the same value comes again and again at even distances, for most of the time. */
    private static function keepsAlive(Played $played, int $lengthUs): bool
    {
        if (
            \count($played->values) < 3
            || $played->lastUs() - $played->firstUs() < intdiv($lengthUs, 2)
            || 1 !== \count(array_unique($played->numbers()))
            || \in_array($played->kind, [Kind::Note, Kind::Program], true)
        ) {
            return false;
        }
        $gaps = [];
        foreach (\array_slice($played->values, 1) as $index => $each) {
            $gaps[] = $each->timeUs - $played->values[$index]->timeUs;
        }

        return min($gaps) > self::SHORTEST_GAP_US && max($gaps) - min($gaps) < 0.1 * max($gaps);
    }

    /**
     * What belongs to one gesture is one candidate: pressure stands under its note, and so does all else of a finger whose channel was
     * bent into place with the note.
     *
     * @param list<Played> $hands
     *
     * @return list<Played>
     */
    private static function gestures(array $hands): array
    {
        $isUnder = static function (Played $played, Played $note) use ($hands): bool {
            $isBeside =
                Kind::Note === $note->kind
                && $note->port === $played->port
                && $note->channel === $played->channel
                && $played->firstUs() >= $note->firstUs() - self::AT_ONCE_US
                && $played->lastUs() <= $note->lastUs() + self::AT_ONCE_US;
            $isFinger =
                [] !==
                array_filter(
                    $hands,
                    static fn (Played $bend): bool => Kind::Bend === $bend->kind
                        && $bend->port === $note->port
                        && $bend->channel === $note->channel
                        && abs($bend->firstUs() - $note->firstUs()) <= self::AT_ONCE_US,
                );

            return $isBeside
                && match ($played->kind) {
                    Kind::Pressure => true,
                    Kind::PolyPressure => $played->number === $note->number,
                    Kind::Bend => $isFinger,
                    Kind::Cc => $isFinger && self::TIMBRE === $played->number,
                    default => false,
                };
        };

        return array_values(
            array_filter(
                $hands,
                static fn (Played $played): bool => [] ===
                    array_filter($hands, static fn (Played $note): bool => $note !== $played && $isUnder($played, $note)),
            ),
        );
    }

    /** @return list<string> */
    private static function sorts(Played $played): array
    {
        return match ($played->kind) {
            Kind::Note => [Recognised::PAD],
            Kind::Program => [Recognised::PROGRAM],
            Kind::Bend => [Recognised::WHEEL],
            Kind::Pressure, Kind::PolyPressure => [Recognised::PRESSURE],
            Kind::Nrpn, Kind::Rpn => [Recognised::PARAMETER],
            Kind::Cc14 => [Recognised::FINE],
            Kind::Start, Kind::Stop, Kind::Continue, Kind::Song => [Recognised::TRANSPORT],
            default => self::ofController($played),
        };
    }

    /** @return list<string> */
    private static function ofController(Played $played): array
    {
        $values = $played->numbers();
        $distinct = array_values(array_unique($values));
        if (\in_array($played->number, self::INCREMENTS, true)) {
            return [Recognised::ENCODER];
        }
        $areSteps = self::areSteps($distinct);
        if (1 === \count($values)) {
            return [Recognised::LATCHING, Recognised::MOMENTARY, Recognised::FADER, ...$areSteps ? [Recognised::ENCODER] : []];
        }
        if ($areSteps) {
            return self::clicks($played) || (\count($values) > 2 && (self::repeatsAStep($values) || [] === array_diff($distinct, self::ONE_STEP)))
                ? [Recognised::ENCODER]
                : [Recognised::ENCODER, Recognised::FADER, Recognised::MOMENTARY];
        }
        if (1 === \count($distinct)) {
            return [Recognised::LATCHING, Recognised::ENCODER];
        }
        if (2 === \count($distinct)) {
            sort($distinct);
            $held = $played->values[1]->timeUs - $played->firstUs();
            $isSwitch = 2 === \count($values) && [0, 127] === $distinct && $held >= self::SURELY_HELD_US;

            return $isSwitch ? [Recognised::MOMENTARY] : [Recognised::MOMENTARY, Recognised::LATCHING, Recognised::FADER];
        }

        return \count($distinct) >= self::FADER_VALUES ? [Recognised::FADER] : [Recognised::FADER, Recognised::ENCODER];
    }

    /**
     * Whether values can be steps of an encoder rather than places; turned faster, it says more steps at once.
     *
     * @param list<int> $values
     */
    private static function areSteps(array $values): bool
    {
        foreach (self::STEPS as [$one, $other]) {
            if (
                [] ===
                array_filter(
                    $values,
                    static fn (int $value): bool => ($value < $one[0] || $value > $one[1]) && ($value < $other[0] || $value > $other[1]),
                )
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether one step comes twice in a row: what stands somewhere says so once.
     *
     * @param list<int> $values
     */
    private static function repeatsAStep(array $values): bool
    {
        foreach (\array_slice($values, 1) as $index => $value) {
            if ($value === $values[$index] && \in_array($value, self::ONE_STEP, true)) {
                return true;
            }
        }

        return false;
    }

    /** Whether one step came twice, sooner than a switch can be pressed again. */
    private static function clicks(Played $played): bool
    {
        foreach (\array_slice($played->values, 1) as $index => $each) {
            [$timeUs, $value] = [$each->timeUs, $each->value];
            [$beforeUs, $before] = [$played->values[$index]->timeUs, $played->values[$index]->value];
            if ($value === $before && \in_array($value, self::ONE_STEP, true) && $timeUs - $beforeUs < self::TWO_CLICKS_US) {
                return true;
            }
        }

        return false;
    }

    /** What the chart of a unit knows of it: its name, and what it is. */
    public static function named(Recognised $recognised, Setup $setup): Recognised
    {
        $isIt = static fn (ControlMessage $message): bool => self::isOf($message, $recognised->played);
        $found = array_values(
            array_filter(
                (new RigIndex($setup))->controls->heard(),
                static fn (SentControl $sent): bool => [] !== array_filter($sent->messages, $isIt),
            ),
        );

        if (1 !== \count($found)) {
            return $recognised;
        }

        return $recognised->named($found[0]->unit->name, $found[0]->control->name, self::sortOf($found[0]->control, $recognised));
    }

    private static function isOf(ControlMessage $message, Played $played): bool
    {
        $isNumber = null === $message->number || null === $played->number || $message->number === $played->number;
        $isChannel = null === $message->channel || $message->channel === $played->channel;

        return $message->kind === $played->kind && $isNumber && $isChannel && \in_array($played->port, $message->ports, true);
    }

    private static function sortOf(Control $control, Recognised $recognised): string
    {
        return match ($control->sort) {
            ControlSort::Switch => true === $control->latching
                ? Recognised::LATCHING
                : (Kind::Program === $recognised->played->kind
                    ? Recognised::PROGRAM
                    : Recognised::MOMENTARY),
            ControlSort::Pad, ControlSort::Key => Recognised::PAD,
            ControlSort::Encoder => null === $control->encoding || Encoding::Absolute === $control->encoding
                ? Recognised::FADER
                : Recognised::ENCODER,
            ControlSort::Wheel => Recognised::WHEEL,
            ControlSort::Surface => Recognised::PAD,
            default => match ($recognised->played->kind) {
                Kind::Nrpn, Kind::Rpn => Recognised::PARAMETER,
                Kind::Cc14 => Recognised::FINE,
                default => Recognised::FADER,
            },
        };
    }
}
