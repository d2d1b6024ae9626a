<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\World\Hand;

/** What no proof touches: rules that never act, ends of their ranges, controls that are never played, scenes that are never gone to. */
final readonly class Coverage
{
    private const FIRST_US = 1_000_000;
    private const STEP_US = 400_000;
    private const HOLD_US = 150_000;
    /** Twice within every usual time for it, and a tempo that every clock has. */
    private const TAP_US = 90_000;
    private const VELOCITIES = [127, 64, 20, 1];
    private const SWEEP_US = 2_000;
    private const SWEEP_STEPS = 16;
    /** Steps so slow that nothing thins them, and so small that a dead band does. */
    private const FINE_US = 60_000;
    private const FINE_STEPS = 10;

    /**
     * @param list<array{title: string, line: int}> $rules
     * @param list<array{unit: string, control: string}> $controls
     * @param list<string> $scenes
     * @param list<array{title: string, line: int, what: string, at: int}> $ends of ranges, of rules that some proof touches
     * @param list<array{from: string, to: string}> $orders scenes that follow each other in the set list
     */
    private function __construct(public array $rules, public array $controls, public array $scenes, public array $ends, public array $orders)
    {
    }

    /**
     * @param list<Proving> $proofs
     *
     * @throws BadFile
     */
    public static function of(RigAnalysis $analysis, CompiledBook $book, array $proofs): self
    {
        $rules = [];
        $written = array_map(static fn (Rule $rule): int => $rule->span->line, $analysis->checked()->written->rules);
        foreach ($book->rules() as $index => $heading) {
            if (!\in_array($heading->line, $written, true)) {
                continue; // it stands for a scene or a stack
            }
            $isTouched = [] !== array_filter($proofs, static fn (Proving $proof): bool => ($proof->playback->hits[$index] ?? 0) > 0);
            if (!$isTouched) {
                $rules[] = ['title' => $heading->title, 'line' => $heading->line];
            }
        }
        $gone = [];
        foreach ($proofs as $proof) {
            $gone += $proof->playback->scenes;
        }
        $played = $heard = [];
        foreach ($proofs as $proof) {
            foreach (null === $proof->unreadable ? Proving::events($proof->proof->tape) : [] as $event) {
                $heard[RangeEnd::sort($event->port, $event->bytes)][$event->bytes] = $event;
                $played[
                    "{$event->port} ".
                        bin2hex(substr($event->bytes, 0, 0x80 === (\ord($event->bytes) & 0xE0) || 0xB0 === (\ord($event->bytes) & 0xF0) ? 2 : 1))
                ] = true;
            }
        }
        $controls = [];
        foreach ($analysis->index()->controls->heard() as $sent) {
            $message = $sent->messages[0];
            $bytes = Hand::at($message, $message->last)[0];
            if (
                !isset(
                    $played[
                        "{$message->ports[0]} ".bin2hex(substr($bytes, 0, 0x80 === (\ord($bytes) & 0xE0) || 0xB0 === (\ord($bytes) & 0xF0) ? 2 : 1))
                    ],
                )
            ) {
                $controls[] = ['unit' => $sent->unit->name, 'control' => $sent->control->name];
            }
        }

        return new self(
            $rules,
            $controls,
            array_values(array_diff_key($book->scenes(), $gone)),
            self::ends($analysis, array_column($rules, 'line'), $heard),
            self::orders($analysis, $book, $proofs),
        );
    }

    /**
     * Changes from scene to scene that the set list makes, and no proof does.
     *
     * @param list<Proving> $proofs
     *
     * @return list<array{from: string, to: string}>
     */
    private static function orders(RigAnalysis $analysis, CompiledBook $book, array $proofs): array
    {
        $gone = [];
        foreach ($proofs as $proof) {
            foreach ($proof->playback->orders as $from => $all) {
                $gone[$from] = ($gone[$from] ?? []) + $all;
            }
        }
        $places = array_flip($book->scenes());
        $orders = [];
        $before = null;
        foreach ($analysis->setup->rig->show?->order() ?? [] as $song) {
            foreach (array_filter($song->scenes, static fn (string $title): bool => isset($places[$title])) as $title) {
                if (null !== $before && $before !== $title && !isset($gone[$places[$before]][$places[$title]])) {
                    $orders["{$before}\t{$title}"] = ['from' => $before, 'to' => $title];
                }
                $before = $title;
            }
        }

        return array_values($orders);
    }

    /**
     * @param list<int> $untouched lines of rules that no proof touches at all
     * @param array<string, array<array-key, Event>> $heard by port and sort of message, each once
     *
     * @return list<array{title: string, line: int, what: string, at: int}>
     */
    private static function ends(RigAnalysis $analysis, array $untouched, array $heard): array
    {
        $ends = [];
        foreach (RangeEnd::of($analysis->checked()->book) as $end) {
            $isPressed =
                \in_array($end->rule->span->line, $untouched, true)
                || [] !== array_filter($heard[$end->sortOfIt()] ?? [], static fn (Event $event): bool => $end->isAt($event->port, $event->bytes));
            if (!$isPressed) {
                $ends[] = ['title' => $end->rule->title, 'line' => $end->rule->span->line, 'what' => $end->what, 'at' => $end->at];
            }
        }

        return $ends;
    }

    /**
     * A control as a hand plays it when it has no time: a sweep of which `thin` lets little through, presses that are taps and toggles.
     *
     * @return list<Event>
     */
    private static function quickly(ControlMessage $message, int $at): array
    {
        $events = [];
        foreach (self::quick($message) as $held) {
            foreach (Hand::at($message, $held->value) as $bytes) {
                $events[] = new Event($at, $message->ports[0], $bytes);
            }
            $at += $held->forUs;
        }

        return $events;
    }

    /** @return iterable<HeldValue> */
    private static function quick(ControlMessage $message): iterable
    {
        if ($message->isTwoState) {
            foreach (Kind::Note === $message->kind ? self::VELOCITIES : [$message->last, $message->last, $message->last] as $press) {
                yield new HeldValue($press, self::TAP_US);
                yield new HeldValue($message->first, self::TAP_US);
            }

            return;
        }
        for ($step = 1; $step <= self::SWEEP_STEPS; ++$step) {
            yield new HeldValue($message->first + intdiv($step * ($message->last - $message->first), self::SWEEP_STEPS), self::SWEEP_US);
        }
        $back = $message->last < $message->first ? 1 : -1;
        for ($step = 1; $step <= min(self::FINE_STEPS, abs($message->last - $message->first)); ++$step) {
            yield new HeldValue($message->last + $back * $step, self::FINE_US);
        }
    }

    /** A tape that plays every control of the rig once and then quickly, and presses the ends of what rules take. */
    public static function tape(RigAnalysis $analysis): string
    {
        $events = array_map(static fn (Stroke $stroke): Event => $stroke->event, self::strokes($analysis));
        $at = [] === $events ? self::FIRST_US : $events[\count($events) - 1]->timeUs + self::STEP_US;
        foreach (RangeEnd::of($analysis->checked()->book) as $end) {
            array_push($events, ...$end->press($at, self::HOLD_US));
            $at += self::STEP_US;
        }
        foreach ($analysis->index()->controls->heard() as $sent) {
            array_push($events, ...self::quickly($sent->messages[0], $at));
            $at = max($at, $events[\count($events) - 1]->timeUs) + self::STEP_US;
        }

        return "# zigzag tape 1\n".implode('', array_map(TapeWriter::line(...), $events));
    }

    /** @return list<Stroke> every control of the rig once, to its end and back: what hands can do */
    public static function strokes(RigAnalysis $analysis): array
    {
        $strokes = [];
        $at = self::FIRST_US;
        foreach ($analysis->index()->controls->heard() as $sent) {
            $message = $sent->messages[0];
            foreach ([[$at, $message->last], [$at + self::HOLD_US, $message->first]] as [$timeUs, $value]) {
                foreach (Hand::at($message, $value) as $bytes) {
                    $strokes[] = new Stroke($sent->unit->name, $sent->control->name, new Event($timeUs, $message->ports[0], $bytes));
                }
            }
            $at += self::STEP_US;
        }

        return $strokes;
    }
}
