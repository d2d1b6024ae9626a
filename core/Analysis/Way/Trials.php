<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Index\ControlIndex;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;

/** Plays controls in as many states of the simulated rig as time allows, and tells what arrived and what did not. */
final class Trials
{
    /** States that are tried at most. */
    public const MOST_STATES = 60;
    private const MOST_TELLINGS = 16;
    private const STEP_US = 2_000_000;
    private const AT_ONCE_US = 1000;
    /** Controller of the lower half of a parameter's value (MIDI 1.0, Data Entry LSB). */
    private const DATA_LSB = 38;

    private readonly ControlIndex $controls;
    /** @var list<Move>|null */
    private ?array $moves = null;
    /** @var list<Move>|null */
    private ?array $callings = null;

    /** @param list<string> $broken leads over which nothing goes */
    public function __construct(
        private readonly RigAnalysis $analysis,
        private readonly CompiledBook $book,
        private readonly array $broken,
    ) {
        $this->controls = $analysis->index()->controls;
    }

    /** @param list<ControlMessage> $messages */
    public function isTaken(array $messages): bool
    {
        $book = $this->analysis->checked()->book;
        foreach ($book->groups as $group) {
            foreach ($messages as $message) {
                if (0 !== $message->placeIn($group)) {
                    return true;
                }
            }
        }
        foreach ($book->rules as $rule) {
            foreach ($messages as $message) {
                if (RuleMatch::isFor($book, $rule, $message) || RuleMatch::isPartFor($book, $rule, $message)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Plays the control in many states.
     *
     * @param list<ControlMessage> $messages
     *
     * @return array<string, Tried> where it arrives, by its key
     */
    public function of(array $messages): array
    {
        $seen = [];
        $moves = [];
        foreach ($messages as $message) {
            foreach (Hand::values($message) as $value) {
                $moves[] = $this->move($message, $value);
            }
            if ($message->isTwoState) {
                $press = $this->move($message, $message->last);
                $moves[] = $press->with([...$press->messages, ...Hand::at($message, $message->first), ...$press->messages]); // twice
            }
        }
        foreach ($this->states() as $history) {
            foreach ([] === $history ? [self::STEP_US] : [self::STEP_US, self::AT_ONCE_US] as $gapUs) {
                $this->tryIn($history, $gapUs, $moves, $seen);
            }
        }
        foreach ($messages as $message) {
            foreach ($this->entries($message) as $move) {
                $this->tryIn([$move], self::STEP_US, $moves, $seen);
            }
        }
        if ([] !== $seen) {
            foreach ($this->callings() as $move) {
                $this->tryIn([$move], self::AT_ONCE_US, $moves, $seen);
            }
            foreach ($messages as $message) {
                foreach ($this->smallest($message) as $change) {
                    $this->tryIn([$this->move($message, $change->from)], self::STEP_US, [$this->move($message, $change->to)], $seen);
                }
            }
        }

        return $seen;
    }

    /**
     * Moves by the least that the control can move: a parameter with fewer steps than the control stays where it is.
     *
     * @return list<ValueChange>
     */
    private function smallest(ControlMessage $message): array
    {
        [$low, $high] = [min($message->first, $message->last), max($message->first, $message->last)];
        $middle = intdiv($low + $high, 2);

        return $message->isTwoState || $high - $low < 3
            ? []
            : [
                new ValueChange($low, $low + 1),
                new ValueChange($high, $high - 1),
                new ValueChange($middle, $middle + 1),
                new ValueChange($middle + 1, $middle + 2),
                ...$this->alike($message),
            ];
    }

    /**
     * Where a control is the lower half of what another one entered: values of that one from which it makes a difference.
     *
     * @return list<Move>
     */
    private function entries(ControlMessage $half): array
    {
        if (Kind::Cc !== $half->kind || self::DATA_LSB !== $half->number) {
            return [];
        }
        $book = $this->analysis->checked()->book;
        $entries = [];
        foreach ($this->controls->heard() as $sent) {
            foreach ($sent->messages as $message) {
                if (!\in_array($message->kind, [Kind::Nrpn, Kind::Rpn], true) || $message->channel !== $half->channel) {
                    continue;
                }
                foreach ($book->rules as $rule) {
                    foreach (RuleMatch::isFor($book, $rule, $message) ? $rule->steps : [] as $step) {
                        $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                        $at = static fn (int $value): int => (int) round(
                            (($value - $message->first) * (($target->high ?? 0) - ($target->low ?? 0))) / max(1, $message->last - $message->first),
                        );
                        for ($value = 0; null !== $target && $value + 127 <= $message->last; $value += 128) {
                            if ($at($value) !== $at($value + 127)) {
                                $entries[] = $this->move($message, $value);
                                break;
                            }
                        }
                    }
                }
            }
        }

        return $entries;
    }

    /**
     * Neighbouring values of a control that are one value of a parameter with fewer steps: one pair for each parameter that rules turn by it.
     *
     * @return list<ValueChange>
     */
    private function alike(ControlMessage $message): array
    {
        $book = $this->analysis->checked()->book;
        [$low, $high] = [min($message->first, $message->last), max($message->first, $message->last)];
        $pairs = [];
        foreach ($book->rules as $rule) {
            foreach (RuleMatch::isFor($book, $rule, $message) ? $rule->steps : [] as $step) {
                $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                if (null === $target || $target->high - $target->low >= $high - $low) {
                    continue;
                }
                $at = static fn (int $value): int => (int) round(
                    (($value - $message->first) * ($target->high - $target->low)) / ($message->last - $message->first),
                );
                for ($value = $low; $value < $high; ++$value) {
                    // A value of two halves comes one half after the other, and seems to move in between, unless the second is 0.
                    if ($at($value) === $at($value + 1) && (!$target->kind->isGroup() || 0 === ($target->low + $at($value)) % 128)) {
                        $pairs[] = new ValueChange($value, $value + 1);
                        break;
                    }
                }
            }
        }

        return $pairs;
    }

    /**
     * Plays moves in one state, long after what was done before, or just after it.
     *
     * @param list<Move> $history
     * @param list<Move> $moves
     * @param array<string, Tried> $seen by key of the place, written to
     */
    private function tryIn(array $history, int $gapUs, array $moves, array &$seen): void
    {
        $hits = [];
        $at = self::STEP_US * \count($history) + $gapUs;
        // A move is one to a new value: where the control stands already, nothing is asked of it.
        $new = array_filter($moves, static fn (Move $move): bool => self::last($history, $move->control) !== $move->messages);
        // What comes by itself, such as the rest of a burst, is not the doing of the control.
        $anyway = [] === $new ? [] : self::counted($this->world($history, $gapUs)->play($at, $moves[0]->ports, []));
        foreach ($new as $index => $move) {
            $heard = $this->world($history, $gapUs)->play($at, $move->ports, $move->messages);
            $tape = $this->tape($history, $move, $at);
            $counted = self::counted($heard);
            foreach ($heard as $each) {
                $key = Destination::of($each)->key();
                if ($each->isNew && $counted[$key] > ($anyway[$key] ?? 0)) {
                    $hits[$key][$index] = new Tried(Destination::of($each), $tape);
                }
            }
        }
        foreach ($hits as $key => $hit) {
            $seen[$key] ??= array_values($hit)[0];
        }
        foreach ($seen as $key => $each) {
            foreach ($new as $index => $move) {
                if (!isset($hits[$key][$index])) {
                    $seen[$key] = $each = $each->missed(fn (): string => $this->tape($history, $move, $at));
                }
            }
        }
    }

    /**
     * @param list<Heard> $heard
     *
     * @return array<string, int> how often each target was told something
     */
    private static function counted(array $heard): array
    {
        return array_count_values(array_map(static fn (Heard $each): string => Destination::of($each)->key(), $heard));
    }

    /**
     * States that hands can bring about: what was done, in order.
     *
     * @return list<list<Move>>
     */
    private function states(): array
    {
        $moves = $this->moves();
        $states = [[]];
        $known = [$this->fingerprint($this->world([])) => true];
        for ($next = 0; $next < \count($states) && \count($states) < self::MOST_STATES; ++$next) {
            foreach ($moves as $move) {
                $history = [...$states[$next], $move];
                $print = $this->fingerprint($this->world($history));
                if (!isset($known[$print]) && \count($states) < self::MOST_STATES && \count($history) < 5) {
                    $known[$print] = true;
                    $states[] = $history;
                }
            }
        }

        return $states;
    }

    /** @return list<Move> what hands can do that a rule takes */
    private function moves(): array
    {
        if (null !== $this->moves) {
            return $this->moves;
        }
        $moves = $this->tellings();
        foreach ($this->controls->heard() as $sent) {
            $message = $sent->messages[0];
            foreach ($this->isTaken([$message]) ? \array_slice(Hand::values($message), 0, 2) : [] as $value) {
                $moves[] = $this->move($message, $value);
            }
        }

        return $this->moves = $moves;
    }

    /** @return list<Move> those that call a program of some device, which may be deaf for a moment then */
    private function callings(): array
    {
        return $this->callings ??= array_values(
            array_filter(
                $this->moves(),
                fn (Move $move): bool => [] !==
                    array_filter(
                        $this->world([])->play(self::STEP_US, $move->ports, $move->messages),
                        static fn (Heard $heard): bool => Heard::PROGRAM === $heard->what,
                    ),
            ),
        );
    }

    /** @return list<Move> what devices tell of themselves when hands move something on them, as far as a rule takes it */
    private function tellings(): array
    {
        $moves = [];
        foreach ($this->analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $this->controls->told($box) as $message) {
                foreach (
                    $this->isTaken([$message]) && \count($moves) < self::MOST_TELLINGS ? \array_slice(Hand::values($message), 0, 2) : [] as $value
                ) {
                    $moves[] = $this->move($message, $value);
                }
            }
        }

        return $moves;
    }

    private function move(ControlMessage $message, int $value): Move
    {
        return new Move(
            array_map(fn (string $port): int => (int) $this->book->inPort($port), $message->ports),
            Hand::at($message, $value),
            "{$message->ports[0]} {$message->kind->value} {$message->channel} {$message->number}",
        );
    }

    /**
     * What a control was last seen to send.
     *
     * @param list<Move> $history
     *
     * @return list<string>|null
     */
    private static function last(array $history, string $control): ?array
    {
        foreach (array_reverse($history) as $move) {
            if ($move->control === $control) {
                return $move->messages;
            }
        }

        return null;
    }

    private function fingerprint(RigWorld $world): string
    {
        $state = $world->engine->state;

        return serialize([$state->scene, $state->memories, $state->choices, $state->toggled, $state->present]);
    }

    /**
     * @param list<Move> $history
     * @param int $gapUs what is left after the last of it
     */
    private function world(array $history, int $gapUs = self::STEP_US): RigWorld
    {
        $world = new RigWorld($this->analysis->setup, $this->book, $this->broken);
        foreach ($history as $index => $move) {
            $world->play(self::STEP_US * ($index + 1), $move->ports, $move->messages, $index === \count($history) - 1 ? min(1_000_000, $gapUs) : 1_000_000);
        }

        return $world;
    }

    /**
     * @param list<Move> $history
     */
    private function tape(array $history, Move $move, int $atUs): string
    {
        $tape = "# zigzag tape 1\n";
        foreach ([...$history, $move] as $index => $each) {
            foreach ($each->ports as $port) {
                foreach ($each->messages as $bytes) {
                    $tape .=
                        Milliseconds::format($index === \count($history) ? $atUs : self::STEP_US * ($index + 1)).
                        " {$this->book->ports()[$port]} ".
                        Bytes::toHex($bytes).
                        "\n";
                }
            }
        }

        return $tape;
    }
}
