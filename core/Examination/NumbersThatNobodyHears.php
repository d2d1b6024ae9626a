<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\FactoryNumbers;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\SentByNumber;
use ZigzagPost\Core\Finding\Fact\NumberNobodyHears;
use ZigzagPost\Core\Finding\Fact\ProgramIsNone;
use ZigzagPost\Core\Finding\Fact\ValueIsBeyond;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Index\ChartMessages;
use ZigzagPost\Core\Rig\Plan\Listener;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\Written;

/** Numbers of controllers, parameters and programs in rules that no device on that channel knows, and values beyond the range of what they set. */
final class NumbersThatNobodyHears implements RigCheck
{
    /**
     * Controllers that devices obey without a line in their charts: banks, parameter numbers and data, wheel, volume, pan, expression, pedals,
     * channel mode.
     */
    private const STANDARD = [
        0,
        1,
        6,
        7,
        10,
        11,
        32,
        38,
        64,
        65,
        66,
        67,
        68,
        69,
        84,
        88,
        96,
        97,
        98,
        99,
        100,
        101,
        120,
        121,
        122,
        123,
        124,
        125,
        126,
        127,
    ];

    public function findings(RigAnalysis $analysis): iterable
    {
        $listeners = [];
        foreach ($analysis->streams() as $stream) {
            if (LeadEnd::POST === $stream->box->name) {
                $listeners[Post::port($stream->source->at)->port] = $stream->listeners;
            }
        }
        $former = new FactoryNumbers($analysis);
        $first = $analysis->checked()->written->firstProgram();
        foreach (SentByNumber::in($analysis->checked()->written) as $sent) {
            $hearing = array_values(
                array_filter($listeners[$sent->port] ?? [], static fn (Listener $listener): bool => self::answers($listener, $sent->channel)),
            );
            $finding = match (true) {
                [] === $hearing => null, // that the channel is nobody's is said elsewhere
                Kind::Program === $sent->kind => self::program($sent, $hearing, $first),
                default => self::number($sent, $hearing, $former),
            };
            if (null !== $finding) {
                yield $finding;
            }
        }
        foreach ($analysis->checked()->book->steps() as $step) {
            $finding = $step instanceof TurnStep ? self::turn($analysis, $step) : null;
            if (null !== $finding) {
                yield $finding;
            }
        }
    }

    /** @param non-empty-list<Listener> $hearing */
    private static function number(SentByNumber $sent, array $hearing, FactoryNumbers $former): ?RigFinding
    {
        $number = $sent->number;
        if (null === $number || Kind::Mode === $sent->kind) {
            return null;
        }
        $known = $heard = [];
        foreach ($hearing as $listener) {
            $box = $listener->box;
            $kind = KindName::from($sent->kind->value);
            if (false === $box->understands($listener->part, $kind)) {
                continue; // it cannot hear it, whatever the number
            }
            if (null === $box->chart->parameters || self::mayHear($box, $sent->kind, $number)) {
                return null;
            }
            foreach ($box->chart->parameters as $parameter) {
                $message = Reach::Midi === $parameter->reach ? $box->messageTo($parameter) : null;
                if (null === $message && Reach::Hand !== $parameter->reach) {
                    return null; // its number is not known
                }
                if (null !== $message && self::isSame($message, $sent->kind, $number)) {
                    $heard[] = [$box, $parameter];
                }
                if (null !== $message && $message->kind->midi() === $sent->kind && null !== $message->number) {
                    $known[$message->number] = "{$message->number} (“{$parameter->name}” of {$box->name})";
                }
            }
        }
        $line = $sent->step->span->line;
        if ([] !== $heard) {
            return 1 === \count($heard) && $heard[0][1]->message?->kind->midi() === $sent->kind
                ? self::value($sent->value, $heard[0][0], $heard[0][1], $line)
                : null;
        }
        if (Kind::Cc === $sent->kind && \in_array($number, self::STANDARD, true)) {
            return null;
        }
        $units = array_values(array_unique(array_map(static fn (Listener $listener): string => $listener->box->name, $hearing)));
        ksort($known);
        $was = $former->parameter(array_map(static fn (Listener $listener): Device => $listener->box, $hearing), $sent->kind, $number);
        $fix =
            null !== $was && $sent->step instanceof PostStep && null !== $sent->value
                ? $former->turned($sent->step, $was, $sent->value)
                : null;

        return new RigFinding(
            new NumberNobodyHears(
                $line,
                $sent->kind->value,
                $number,
                $sent->channel,
                $sent->port,
                $units,
                array_values($known),
                $was->parameter->name ?? null,
            ),
            $fix,
        );
    }

    /** @param non-empty-list<Listener> $hearing */
    private static function program(SentByNumber $sent, array $hearing, int $first): ?RigFinding
    {
        $program = $sent->value?->number;
        if (null === $program) {
            return null;
        }
        foreach ($hearing as $listener) {
            $programs = $listener->box->chart->programs;
            if (false === $listener->box->understands($listener->part, KindName::Program)) {
                continue;
            }
            if (null === $programs || null === $programs->wire || true === $programs->mapOnBox || null !== $listener->box->unit->programMap) {
                return null;
            }
            foreach ($programs->specials ?? [] as $special) {
                if ((int) $program === $special->program + $first) {
                    return null;
                }
            }
            for ($ordinal = 0; $ordinal < $programs->count; ++$ordinal) {
                if ((int) $program === ($programs->called($ordinal)->program ?? -1) + $first) {
                    return null;
                }
            }
        }
        $line = $sent->step->span->line;
        $units = array_values(
            array_unique(
                array_map(
                    static fn (Listener $listener): string => "{$listener->box->name} ({$listener->box->chart->programs?->count} programs)",
                    $hearing,
                ),
            ),
        );

        return new RigFinding(new ProgramIsNone($line, (int) $program, $sent->channel, $sent->port, $units));
    }

    private static function turn(RigAnalysis $analysis, TurnStep $step): ?RigFinding
    {
        $target = $step->target();
        $aim = $step->aim();
        $box = null === $target ? null : $analysis->setup->box($target->device);
        $parameter = null === $target ? null : $box?->parameter($target->title);
        $written = $aim?->written();
        if (null === $box || null === $parameter || null === $aim || null === $written) {
            return null;
        }
        if (!$aim->isPercent()) {
            return self::value($written, $box, $parameter, $step->span->line);
        }
        $value = $written->number;
        $least = null === $parameter->centre ? 0 : -100;

        return null === $value || ($value >= $least && $value <= 100)
            ? null
            : self::beyond(
                $written,
                new ValueIsBeyond($step->span->line, $written->text, $box->name, $parameter->name, $least, 100, true),
                $value < $least,
            );
    }

    private static function value(?Written $written, Device $box, Parameter $parameter, int $line): ?RigFinding
    {
        $value = $written?->number;
        [$low, $high] = [$parameter->raw->low, $parameter->raw->high];
        if (null === $written || null === $value || ($value >= $low && $value <= $high)) {
            return null;
        }

        return self::beyond($written, new ValueIsBeyond($line, $written->text, $box->name, $parameter->name, $low, $high, false), $value < $low);
    }

    private static function beyond(Written $written, ValueIsBeyond $fact, bool $isBelow): RigFinding
    {
        $end = $isBelow ? $fact->low : $fact->high;

        return new RigFinding($fact, new RigFix("Write {$end} in line {$fact->line}", [], [Edit::replace($written->span, (string) $end)]));
    }

    private static function answers(Listener $listener, int $channel): bool
    {
        $box = $listener->box;
        $own = $listener->part->channel instanceof ChannelOf ? $box->channel($listener->part->channel) : $listener->part->channel;
        $mask = Channels::answered($box, $listener->part, $own);
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $of = $box->channel($box->messageTo($parameter)->channel ?? null);
            $mask |= \is_int($of) ? 1 << ($of - 1) : (ChannelType::OMNI === $of ? Channels::ALL : 0);
        }

        return 0 !== (($mask >> ($channel - 1)) & 1);
    }

    /** Taps of a clock and messages of lamps and of controls that are moved from afar are heard as well. */
    private static function mayHear(Device $box, Kind $kind, int $number): bool
    {
        $messages = [$box->chart->clock?->taps?->message];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $messages = [...$messages, $control->lamp?->message, ...ChartMessages::of($box, $control)];
        }

        return [] !== array_filter($messages, static fn (?Message $message): bool => null !== $message && self::isSame($message, $kind, $number));
    }

    private static function isSame(Message $message, Kind $kind, int $number): bool
    {
        $isHalf =
            Kind::Cc === $kind && KindName::Cc14 === $message->kind && \in_array($number, [$message->number, 32 + ($message->number ?? 0)], true);

        return $isHalf || ($message->kind->midi() === $kind && $message->number === $number);
    }
}
