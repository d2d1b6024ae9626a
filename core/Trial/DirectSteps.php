<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSends;
use ZigzagPost\Core\Rig\Chart\GestureName;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Sends;
use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Direct\DirectWay;
use ZigzagPost\Core\Rig\Direct\ObstacleSort;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Index\ChartMessages;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\World\DirectWorld;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\HandBytes;
use ZigzagPost\Core\World\Heard;

/**
 * What is tried between units past the post: a control is moved, who is played moves, and whoever else could hear it stays as he is.
 * Faders go to a tenth of their way, so that nothing leaps.
 */
final readonly class DirectSteps
{
    private const SETTLED_US = 2_000_000;
    private const MIDDLE_KEY = 60;
    private const SOFT = 40;

    private function __construct(private RigAnalysis $analysis)
    {
    }

    /** @return list<TrialStep> */
    public static function of(RigAnalysis $analysis): array
    {
        $all = new self($analysis);
        $steps = [];
        foreach ($analysis->setup->boxes as $box) {
            foreach ([] === $all->cells($box) ? [] : $all->presses($box) as $name => $press) {
                $step = $all->step($box, (string) $name, ...$press);
                null === $step ?: $steps[] = $step;
            }
        }

        return $steps;
    }

    /**
     * Whether the simulated rig does a step.
     *
     * @param list<string> $broken see {@see DirectWorld}
     */
    public static function passes(TrialStep $step, Setup $setup, array $broken = []): bool
    {
        $box = $setup->box($step->unit);
        $heard = null === $box ? [] : (new DirectWorld($setup, $broken))->play(self::SETTLED_US, $box, $step->messages);
        foreach ($step->wanted as $wanted) {
            if (!\in_array($wanted, $heard, false)) {
                return false;
            }
        }

        return [] === array_filter($heard, static fn (Heard $each): bool => \in_array($each->unit, $step->still, true));
    }

    /**
     * @return array<string, array{string, list<string>}> by the name of the control what hands do, and what is sent
     */
    private function presses(Device $box): array
    {
        $presses = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            foreach (self::gestures($box, $control) as $sent) {
                $messages = $this->messages($box, $control, $sent->message);
                $name = isset($presses[$control->name]) ? "{$control->name}, {$sent->gesture->value}" : $control->name;
                [] === $messages ?: $presses[$name] ??= [self::does($control, $sent->gesture, $box->label()), $messages];
            }
        }
        $sends = self::sends($box, KindName::Note);
        $channel = null === $sends ? null : self::channel($box, $sends->channel);
        if (null !== $box->chart->keys && \is_int($channel)) {
            $key = max($box->chart->keys->low, min($box->chart->keys->high, self::MIDDLE_KEY));
            $presses['a key'] = ["play a key of {$box->label()} softly", [HandBytes::note($channel, $key, self::SOFT)]];
        }
        foreach ($this->cells($box) as $cell) {
            if (IntentKind::Clock === $cell->of) {
                $presses['the clock'] = ["start {$box->label()}, change its tempo, and stop it", [DirectWorld::TICK]];
            }
        }

        return $presses;
    }

    /** @return list<ControlSends> what a control sends, each gesture once; the message that it was given counts for its first */
    private static function gestures(Device $box, Control $control): array
    {
        $given = ($box->unit->assigned[$control->name] ?? null)?->message;
        $first = $control->sends[0]->gesture ?? ($control->sort->isTwoState() ? GestureName::Press : GestureName::Move);

        return null === $given ? $control->sends ?? [] : [new ControlSends($first, $given)];
    }

    /** What hands do, as it is. */
    private static function does(Control $control, GestureName $gesture, string $label): string
    {
        $named = "\"{$control->name}\" of {$label}";

        return match ($gesture) {
            GestureName::Hold => "hold {$named} for a second",
            GestureName::Twice => "press {$named} twice, quickly",
            GestureName::Release => "press {$named} and let it go",
            GestureName::Press => "press {$named}",
            GestureName::Move => $control->sort->isTwoState() ? "press {$named}" : "move {$named} to a tenth of its way",
        };
    }

    /** @return list<string> */
    private function messages(Device $box, Control $control, Message $message): array
    {
        $kind = $message->kind->midi();
        $sends = self::sends($box, $message->kind);
        if (null === $kind || null === $sends || Kind::Sysex === $kind) {
            return [];
        }
        if (null !== ChartMessages::lack($message, $kind, $control->name, false)) {
            return [];
        }
        $channel = $kind->hasChannel() ? self::channel($box, $message->channel ?? $sends->channel) : 1;
        $travel = $message->travel();
        $isTwoState = $control->sort->isTwoState();
        $value = $isTwoState ? $travel->last : $travel->first + intdiv($travel->last - $travel->first, 10);

        return \is_int($channel)
            ? Hand::at(new ControlMessage($kind, $message->number, $channel, [$box->name], $travel->first, $travel->last, $isTwoState), $value)
            : [];
    }

    /** By which part a box sends a kind of message, or would if that were switched on. */
    private static function sends(Device $box, KindName $kind): ?Sends
    {
        $off = array_filter($box->chart->sends ?? [], static fn (Sends $sends): bool => \is_string($sends->kinds[$kind->value] ?? null));

        return $box->sendsOf($kind) ?? array_values($off)[0] ?? null;
    }

    /** Where nobody knows on which channel a box sends, any that it can be set to: hands find out. */
    private static function channel(Device $box, int|string|ChannelOf|null $channel): int|string|null
    {
        $known = $box->channel($channel);
        if (null !== $known || !$channel instanceof ChannelOf) {
            return $known;
        }
        foreach ($box->chart->setting($channel->setting)?->all() ?? [] as $value) {
            $known ??= Device::channelOf($value, $channel->offset ?? 0);
        }

        return $known;
    }

    /** @param list<string> $messages */
    private function step(Device $box, string $name, string $does, array $messages): ?TrialStep
    {
        $heard = (new DirectWorld($this->analysis->setup))->play(self::SETTLED_US, $box, $messages);
        $last = [];
        $moved = $this->unsure($box, $messages);
        foreach (array_filter($heard, static fn (Heard $each): bool => !isset($moved[$each->unit])) as $each) {
            if ($each->isNew) {
                $last["{$each->unit} {$each->what} ".(Heard::NOTE === $each->what ? '' : $each->title)] = $each; // where it ends counts
            }
        }
        $moved += array_fill_keys(array_column($heard, 'unit'), true);
        if ([] === $last && !$this->keepsOut($box, [DirectWorld::TICK] === $messages)) {
            return null;
        }
        $uses = ["control {$box->name} \"{$name}\"", "sending of {$box->name}", "channel of {$box->name}"];
        $still = [];
        foreach ($this->cells($box) as $cell) {
            $isOfClock = IntentKind::Clock === $cell->of || IntentKind::Transport === $cell->of;
            if (!isset($moved[$cell->to->name]) && ([DirectWorld::TICK] === $messages) === $isOfClock) {
                $still[$cell->to->name] = $cell->to->label();
                array_push($uses, "channel of {$cell->to->name}", ...$this->shutBy($cell));
            }
        }
        $disturb = $expect = [];
        foreach ($last as $each) {
            $to = $this->analysis->setup->box($each->unit);
            array_push($uses, "channel of {$each->unit}", "receive {$each->unit} {$each->what}", ...$this->over($box, $each));
            if (Heard::PROGRAM === $each->what) {
                $uses[] = "program {$each->unit} {$each->title}";
            }
            $disturb[] = HeardWords::before($each, $to);
            $expect[] = HeardWords::after($each, $to);
        }

        return new TrialStep(
            implode('; ', array_unique($disturb)),
            $does,
            implode('; ', [...array_unique($expect), ...self::staying($still)]),
            $box->name,
            $name,
            '',
            $messages,
            array_values($last),
            array_values(array_unique($uses)),
            still: array_map(strval(...), array_keys($still)),
        );
    }

    /**
     * @param array<string, string> $still
     *
     * @return list<string>
     */
    private static function staying(array $still): array
    {
        return [] === $still ? [] : [implode(', ', $still).(1 === \count($still) ? ' stays as it is' : ' stay as they are')];
    }

    /** Whether somebody is kept out of what a unit sends, so that it is tried though it plays nobody. */
    private function keepsOut(Device $box, bool $isOfClock): bool
    {
        foreach ($this->cells($box) as $cell) {
            $isClock = IntentKind::Clock === $cell->of || IntentKind::Transport === $cell->of;
            if (Means::KeepsOut === $cell->means() && $isClock === $isOfClock) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<string> $messages
     *
     * @return array<string, true> units of which nobody knows whether they hear it, and nobody says that they are to
     */
    private function unsure(Device $box, array $messages): array
    {
        $kind = KindName::ofMessage($messages[0] ?? '');
        $units = [];
        foreach ($this->cells($box) as $cell) {
            if (null !== $kind && $cell->of === IntentKind::of($kind) && null === $cell->means() && null === $cell->arrives($this->analysis->setup->boxes)) {
                $units[$cell->to->name] = true;
            }
        }

        return $units;
    }

    /** @return list<string> what keeps a unit out as everything is set */
    private function shutBy(Cell $cell): array
    {
        $shut = [];
        foreach (array_merge(...array_values($cell->ways)) as $way) {
            foreach ($way->conditions as $condition) {
                $obstacle = false === $condition->isMet($this->analysis->setup->boxes) ? $condition->obstacle($this->analysis->setup->boxes) : null;
                $shut[] = match ($obstacle?->sort) {
                    null => '',
                    ObstacleSort::Lead => "lead {$obstacle->at}",
                    ObstacleSort::Thru => "passing on at {$obstacle->at}",
                    ObstacleSort::Channel => "channel of {$obstacle->at}",
                    ObstacleSort::Transmit => "sending of {$obstacle->at}",
                    ObstacleSort::Receive => "receive {$obstacle->at} ".match (IntentKind::of($way->kind)) {
                        IntentKind::Notes => Heard::NOTE,
                        IntentKind::Programs => Heard::PROGRAM,
                        IntentKind::Clock => Heard::CLOCK,
                        default => Heard::PARAMETER,
                    },
                };
            }
        }

        return array_values(array_unique(array_filter($shut)));
    }

    /** @return list<string> leads, and boxes that pass on, over which it gets there */
    private function over(Device $box, Heard $heard): array
    {
        $of = match ($heard->what) {
            Heard::NOTE => IntentKind::Notes,
            Heard::PROGRAM => IntentKind::Programs,
            Heard::CLOCK => IntentKind::Clock,
            default => null,
        };
        foreach ($this->cells($box) as $cell) {
            $ways = $cell->to->name === $heard->unit && (null === $of || $of === $cell->of) ? array_merge(...array_values($cell->ways)) : [];
            $open = array_values(array_filter($ways, fn (DirectWay $way): bool => false !== $way->isOpen($this->analysis->setup->boxes)));
            if ([] !== $open) {
                return array_map(
                    static fn (string $each): string => str_starts_with($each, 'lead ') ? $each : "passing on at {$each}",
                    $open[0]->through,
                );
            }
        }

        return [];
    }

    /** @return list<Cell> */
    private function cells(Device $box): array
    {
        return array_values(array_filter($this->analysis->matrix()->cells, static fn (Cell $cell): bool => $cell->from === $box && [] !== $cell->ways));
    }
}
