<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation\Way;

use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;
use ZigzagPost\Core\Situation\RigAnalysis;
use ZigzagPost\Core\Situation\RuleMatch;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;

/**
 * Does it arrive? Follows a control over leads, hubs and rules to everything that it moves.
 *
 * "Always" and "never" are said only where they are proven: always by the rule that takes the control, never by there being no way at
 * all. Everything else is played in as many states as time allows: what is seen to arrive and not to arrive is "sometimes", with a tape
 * of each; what was only ever seen one way is "not decided".
 */
final class Ways
{
    /** States that are tried at most. */
    public const MOST_STATES = 60;
    private const MOST_TELLINGS = 16;
    private const STEP_US = 2_000_000;
    private const AT_ONCE_US = 1000;
    /** Controller of the lower half of a parameter's value (MIDI 1.0, Data Entry LSB). */
    private const DATA_LSB = 38;
    private const UNSEEN = 'nothing was seen to arrive in the states that were tried';

    private readonly CompiledBook $book;
    private readonly RigDevices $devices;
    private readonly Certainty $certainty;
    private readonly Hearing $hearing;
    private readonly Paths $paths;
    private readonly PastThePost $past;
    /** @var list<array{list<int>, list<string>, string}>|null */
    private ?array $deeds = null;
    /** @var list<array{list<int>, list<string>, string}>|null */
    private ?array $callings = null;
    /** @var list<string> leads over which nothing goes */
    private readonly array $broken;

    public function __construct(private readonly RigAnalysis $situation)
    {
        $this->book = Compiler::load($situation->checked()->book);
        $this->devices = new RigDevices(Setup::of($situation->setup->rig, $situation->checked()->written));
        $this->certainty = new Certainty($situation);
        $broken = [];
        foreach ($situation->judgements() as $index => $judged) {
            if (Verdict::Dead === $judged->verdict || Verdict::MayDamage === $judged->verdict) {
                $broken[] = $situation->setup->joints[$index]->lead->id;
            }
        }
        $this->broken = $broken;
        $this->hearing = new Hearing($situation, $broken);
        $this->paths = new Paths($situation, $this->hearing);
        $this->past = new PastThePost($situation, $this->hearing, $this->certainty);
    }

    /**
     * @param bool $all whether what shares a lead with something that hears it is told of as well
     *
     * @return list<Arrival> what a control moves or is meant to, or one that says why it moves nothing
     */
    public function from(Device $box, Control $control, bool $all = false): array
    {
        $direct = $this->past->from($box, $control);
        $through = $this->through($box, $control, $all);
        $known = array_map(
            static fn (Arrival $arrival): string => $arrival->at->key(),
            array_filter($direct, static fn (Arrival $arrival): bool => Arrival::ALWAYS === $arrival->answer),
        );
        $through = array_values(
            array_filter(
                $through,
                static fn (Arrival $arrival): bool => !\in_array($arrival->at->key(), $known, true)
                    && ([] === $direct || LeadEnd::POST !== $arrival->at->device),
            ),
        );

        $arrivals = [...$direct, ...$through];
        $isMoved = [] !== array_filter($arrivals, static fn (Arrival $arrival): bool => Arrival::NEVER !== $arrival->answer);

        // What stands beside the way of something that hears it is no news.
        return $all || !$isMoved
            ? $arrivals
            : array_values(
                array_filter(
                    $arrivals,
                    static fn (Arrival $arrival): bool => Arrival::NEVER !== $arrival->answer || \in_array($arrival, $through, true),
                ),
            );
    }

    /** @return list<Arrival> what a control moves by the rules */
    private function through(Device $box, Control $control, bool $all): array
    {
        try {
            $messages = $this->devices->control($this->token($box->name), new Token(TokenType::Text, $control->name, new Span(1, 1), true));
        } catch (RulebookError $error) {
            return [
                Arrival::of(
                    $box,
                    $control,
                    Destination::none(),
                    'unknown-fact' === $error->errorCode ? Arrival::UNKNOWN : Arrival::NEVER,
                    $error->getMessage(),
                    $this->paths->toPost($box),
                ),
            ];
        }
        $closed = $this->paths->closed($box);
        if (null !== $closed) {
            return [Arrival::of($box, $control, Destination::none(), Arrival::NEVER, $closed, $this->paths->toPost($box))];
        }
        $seen = $this->tried($messages);
        $arrivals = array_map(fn (array $tried): Arrival => $this->arrival($box, $control, $messages, ...$tried), array_values($seen));
        $emissions = Emissions::of($this->situation, $messages);
        foreach ($this->hearing->targets($emissions ?? []) as $key => [$at, $inTheWay, $isNamed]) {
            $isNever = null !== $inTheWay && [] !== $inTheWay;
            if (!isset($seen[$key]) && ($isNamed || $all || [] === $seen)) {
                $arrivals[] = Arrival::of(
                    $box,
                    $control,
                    $at,
                    $isNever ? Arrival::NEVER : Arrival::NOT_DECIDED,
                    $isNever ? implode('; ', $inTheWay) : self::UNSEEN,
                    $this->paths->toDevice($box, $at->device),
                );
            }
        }
        if ([] === $arrivals) {
            $never = match (true) {
                !$this->isTaken($messages) => 'no rule takes it',
                [] === $emissions => $this->certainty->kept($messages),
                default => $this->certainty->never($messages) ?? (null === $emissions ? null : $this->hearing->unheard($emissions)),
            };
            $arrivals[] = Arrival::of(
                $box,
                $control,
                Destination::none(),
                null === $never ? Arrival::NOT_DECIDED : Arrival::NEVER,
                $never ?? self::UNSEEN,
                $this->paths->toPost($box),
            );
        }

        return $arrivals;
    }

    /** @return list<Arrival> every control that moves a parameter of a device, or is meant to */
    public function to(Device $box, string $parameter): array
    {
        $known = $box->parameter($parameter);
        $message = null === $known ? null : $box->messageTo($known);
        $kind = $message?->kind->midi();
        $arrivals = [];
        if (null === $kind) {
            return [];
        }
        foreach ($this->situation->setup->boxes as $sender) {
            foreach ($sender->chart->surface->controls ?? [] as $control) {
                $isMeant = $this->isMeant($sender, $control, $box, $kind, $message?->number);
                foreach ($isMeant ? $this->from($sender, $control, true) : $this->past->from($sender, $control) as $arrival) {
                    if ($arrival->at->isParameter($box->name, $parameter)) {
                        $arrivals[] = $arrival;
                    }
                }
            }
        }

        return $arrivals;
    }

    /** Whether rules could let a control move something, as far as that can be read from them. */
    private function isMeant(Device $sender, Control $control, Device $box, Kind $kind, ?int $number): bool
    {
        try {
            $emissions = Emissions::of(
                $this->situation,
                $this->devices->control($this->token($sender->name), new Token(TokenType::Text, $control->name, new Span(1, 1), true)),
            );
        } catch (RulebookError) {
            return false;
        }

        return null === $emissions || $this->hearing->isMeant($emissions, $box, $kind, $number);
    }

    /** @param list<ControlMessage> $messages */
    private function isTaken(array $messages): bool
    {
        $book = $this->situation->checked()->book;
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
     * @return array<string, array{Destination, string|null, string|null}> where it arrives, a tape by which it arrives and one by which it does not
     */
    private function tried(array $messages): array
    {
        $seen = [];
        $moves = [];
        foreach ($messages as $message) {
            foreach (Hand::values($message) as $value) {
                $moves[] = $this->deed($message, $value);
            }
            if ($message->isTwoState) {
                // twice
                [$ports, $press, $name] = $this->deed($message, $message->last);
                $moves[] = [$ports, [...$press, ...Hand::at($message, $message->first), ...$press], $name];
            }
        }
        foreach ($this->states() as $history) {
            foreach ([] === $history ? [self::STEP_US] : [self::STEP_US, self::AT_ONCE_US] as $gapUs) {
                $this->tryIn($history, $gapUs, $moves, $seen);
            }
        }
        foreach ($messages as $message) {
            foreach ($this->entries($message) as $deed) {
                $this->tryIn([$deed], self::STEP_US, $moves, $seen);
            }
        }
        if ([] !== $seen) {
            foreach ($this->callings() as $deed) {
                $this->tryIn([$deed], self::AT_ONCE_US, $moves, $seen);
            }
            foreach ($messages as $message) {
                foreach ($this->smallest($message) as [$from, $to]) {
                    $this->tryIn([$this->deed($message, $from)], self::STEP_US, [$this->deed($message, $to)], $seen);
                }
            }
        }

        return $seen;
    }

    /**
     * Moves by the least that the control can move: a parameter with fewer steps than the control stays where it is.
     *
     * @return list<array{int, int}>
     */
    private function smallest(ControlMessage $message): array
    {
        [$low, $high] = [min($message->first, $message->last), max($message->first, $message->last)];
        $middle = intdiv($low + $high, 2);

        return $message->isTwoState || $high - $low < 3
            ? []
            : [[$low, $low + 1], [$high, $high - 1], [$middle, $middle + 1], [$middle + 1, $middle + 2], ...$this->alike($message)];
    }

    /**
     * Where a control is the lower half of what another one entered: values of that one from which it makes a difference.
     *
     * @return list<array{list<int>, list<string>, string}>
     */
    private function entries(ControlMessage $half): array
    {
        if (Kind::Cc !== $half->kind || self::DATA_LSB !== $half->number) {
            return [];
        }
        $book = $this->situation->checked()->book;
        $entries = [];
        foreach ($this->situation->setup->boxes as $box) {
            foreach ($box->chart->surface->controls ?? [] as $control) {
                try {
                    $messages = $this->devices->control($this->token($box->name), new Token(TokenType::Text, $control->name, new Span(1, 1), true));
                } catch (RulebookError) {
                    continue;
                }
                foreach ($messages as $message) {
                    foreach (
                        \in_array($message->kind, [Kind::Nrpn, Kind::Rpn], true) && $message->channel === $half->channel ? $book->rules : [] as $rule
                    ) {
                        foreach (RuleMatch::isFor($book, $rule, $message) ? $rule->steps : [] as $step) {
                            $target = $step instanceof TurnStep && $step->follows() ? $step->target() : null;
                            $at = static fn (int $value): int => (int) round(
                                (($value - $message->first) * (($target->high ?? 0) - ($target->low ?? 0))) /
                                    max(1, $message->last - $message->first),
                            );
                            for ($value = 0; null !== $target && $value + 127 <= $message->last; $value += 128) {
                                if ($at($value) !== $at($value + 127)) {
                                    $entries[] = $this->deed($message, $value);
                                    break;
                                }
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
     * @return list<array{int, int}>
     */
    private function alike(ControlMessage $message): array
    {
        $book = $this->situation->checked()->book;
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
                        $pairs[] = [$value, $value + 1];
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
     * @param list<array{list<int>, list<string>, string}> $history
     * @param list<array{list<int>, list<string>, string}> $moves
     * @param array<string, array{Destination, string|null, string|null}> $seen
     */
    private function tryIn(array $history, int $gapUs, array $moves, array &$seen): void
    {
        $hits = [];
        $at = self::STEP_US * \count($history) + $gapUs;
        // A move is one to a new value: where the control stands already, nothing is asked of it.
        $new = array_filter($moves, static fn (array $move): bool => self::last($history, $move[2]) !== $move[1]);
        // What comes by itself, such as the rest of a burst, is not the doing of the control.
        $anyway = [] === $new ? [] : self::counted($this->world($history, $gapUs)->play($at, $moves[0][0], []));
        foreach ($new as $index => $move) {
            $heard = $this->world($history, $gapUs)->play($at, $move[0], $move[1]);
            $tape = $this->tape($history, $move, $at);
            $counted = self::counted($heard);
            foreach ($heard as $each) {
                $key = Destination::of($each)->key();
                if ($each->isNew && $counted[$key] > ($anyway[$key] ?? 0)) {
                    $hits[$key][$index] = [Destination::of($each), $tape];
                }
            }
        }
        foreach ($hits as $key => $hit) {
            $first = array_values($hit)[0];
            $seen[$key] ??= [$first[0], $first[1], null];
        }
        foreach ($seen as $key => $each) {
            foreach ($new as $index => $move) {
                if (!isset($hits[$key][$index])) {
                    $seen[$key][2] ??= $this->tape($history, $move, $at);
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
     * @return list<list<array{list<int>, list<string>, string}>>
     */
    private function states(): array
    {
        $deeds = $this->deeds();
        $states = [[]];
        $known = [$this->fingerprint($this->world([])) => true];
        for ($next = 0; $next < \count($states) && \count($states) < self::MOST_STATES; ++$next) {
            foreach ($deeds as $deed) {
                $history = [...$states[$next], $deed];
                $print = $this->fingerprint($this->world($history));
                if (!isset($known[$print]) && \count($states) < self::MOST_STATES && \count($history) < 5) {
                    $known[$print] = true;
                    $states[] = $history;
                }
            }
        }

        return $states;
    }

    /** @return list<array{list<int>, list<string>, string}> what hands can do that a rule takes */
    private function deeds(): array
    {
        if (null !== $this->deeds) {
            return $this->deeds;
        }
        $deeds = $this->tellings();
        foreach ($this->situation->setup->boxes as $box) {
            foreach ($box->chart->surface->controls ?? [] as $control) {
                try {
                    $message = $this->devices->control($this->token($box->name), new Token(TokenType::Text, $control->name, new Span(1, 1), true))[0];
                } catch (RulebookError) {
                    continue;
                }
                if (!$this->isTaken([$message])) {
                    continue;
                }
                foreach (\array_slice(Hand::values($message), 0, 2) as $value) {
                    $deeds[] = $this->deed($message, $value);
                }
            }
        }

        return $this->deeds = $deeds;
    }

    /** @return list<array{list<int>, list<string>, string}> deeds that call a program of some device, which may be deaf for a moment then */
    private function callings(): array
    {
        return $this->callings ??= array_values(
            array_filter(
                $this->deeds(),
                fn (array $deed): bool => [] !==
                    array_filter(
                        $this->world([])->play(self::STEP_US, $deed[0], $deed[1]),
                        static fn (Heard $heard): bool => Heard::PROGRAM === $heard->what,
                    ),
            ),
        );
    }

    /** @return list<array{list<int>, list<string>, string}> what devices tell of themselves when hands move something on them, as far as a rule takes it */
    private function tellings(): array
    {
        $deeds = [];
        foreach ($this->situation->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $this->devices->told($box) as $message) {
                foreach (
                    $this->isTaken([$message]) && \count($deeds) < self::MOST_TELLINGS ? \array_slice(Hand::values($message), 0, 2) : [] as $value
                ) {
                    $deeds[] = $this->deed($message, $value);
                }
            }
        }

        return $deeds;
    }

    /** @return array{list<int>, list<string>, string} in port, messages, and the control that sends them */
    private function deed(ControlMessage $message, int $value): array
    {
        return [
            array_map(fn (string $port): int => (int) $this->book->inPort($port), $message->ports),
            Hand::at($message, $value),
            "{$message->ports[0]} {$message->kind->value} {$message->channel} {$message->number}",
        ];
    }

    /**
     * What a control was last seen to send.
     *
     * @param list<array{list<int>, list<string>, string}> $history
     *
     * @return list<string>|null
     */
    private static function last(array $history, string $control): ?array
    {
        foreach (array_reverse($history) as [, $messages, $of]) {
            if ($of === $control) {
                return $messages;
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
     * @param list<array{list<int>, list<string>, string}> $history
     * @param int $gapUs what is left after the last of it
     */
    private function world(array $history, int $gapUs = self::STEP_US): RigWorld
    {
        $world = new RigWorld($this->situation->setup, $this->book, $this->broken);
        foreach ($history as $index => [$ports, $messages]) {
            $world->play(self::STEP_US * ($index + 1), $ports, $messages, $index === \count($history) - 1 ? min(1_000_000, $gapUs) : 1_000_000);
        }

        return $world;
    }

    /**
     * @param list<array{list<int>, list<string>, string}> $history
     * @param array{list<int>, list<string>, string} $move
     */
    private function tape(array $history, array $move, int $atUs): string
    {
        $tape = "# zigzag tape 1\n";
        foreach ([...$history, $move] as $index => [$ports, $messages]) {
            foreach ($ports as $port) {
                foreach ($messages as $bytes) {
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

    /** @param list<ControlMessage> $messages */
    private function arrival(Device $box, Control $control, array $messages, Destination $at, ?string $witness, ?string $counter): Arrival
    {
        $path = $this->paths->toDevice($box, $at->device);
        $unknown = $this->paths->unknown($box, $at);
        if (null !== $unknown) {
            return Arrival::of($box, $control, $at, Arrival::UNKNOWN, "{$unknown} is not known; ask the box", $path);
        }
        $proof = 1 === \count($messages) ? $this->certainty->always($messages[0], $at) : null;

        return match (true) {
            null !== $counter => Arrival::of($box, $control, $at, Arrival::SOMETIMES, 'seen to arrive, and seen not to', $path, $witness, $counter),
            null !== $proof => Arrival::of($box, $control, $at, Arrival::ALWAYS, $proof, $path, $witness),
            default => Arrival::of(
                $box,
                $control,
                $at,
                Arrival::NOT_DECIDED,
                'it arrived in every state that was tried, '.self::MOST_STATES.' at most, and that is no proof',
                $path,
                $witness,
            ),
        };
    }

    private function token(string $name): Token
    {
        return new Token(TokenType::Word, $name, new Span(1, 1), true);
    }
}
