<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\FactoryNumbers;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\SentOnChannel;
use ZigzagPost\Core\Finding\Fact\ChannelNobodyHears;
use ZigzagPost\Core\Finding\Fact\ChannelNobodySends;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Plan\HeardStream;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\BecomeStep;
use ZigzagPost\Core\Rulebook\Step\FlattenStep;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SetStep;
use ZigzagPost\Core\Rulebook\Step\Step;

/** Channels written as numbers in rules, on which nothing sends or nothing answers as the rig stands. */
final class ChannelsThatNobodyHas implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $book = $analysis->checked()->written;
        $answered = $this->answered($analysis);
        $former = new FactoryNumbers($analysis);
        $loose = $this->loose($analysis);
        foreach (
            [
                ...$book->rules,
                ...array_map(static fn ($stack): array => $stack->steps, array_values($book->stacks)),
                ...array_merge(...array_map(static fn ($scene): array => [$scene->onEnter, $scene->onLeave], $book->scenes)),
            ] as $owner
        ) {
            foreach ($this->sent($owner instanceof Rule ? $owner->steps : $owner) as $sent) {
                [$port, $channel, $step] = [$sent->port, $sent->channel, $sent->step];
                if (isset($answered[$port]) && 0 === ((($answered[$port] | $loose) >> ($channel - 1)) & 1)) {
                    $was = $former->device($port, $channel);
                    $fix = null === $was || !($step instanceof SendStep) ? null : $former->played($step, $was);
                    yield new RigFinding(new ChannelNobodyHears($step->span->line, $port, $channel, Channels::print($answered[$port])), $fix);
                }
            }
        }
        $sending = self::sending($analysis);
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                $sent = self::sentInstead($analysis, $sending, $rule, $selector);
                if (null === $sent) {
                    continue;
                }
                $ports = $book->portsOf($rule, $selector);
                $was = $former->controls($selector, $ports);
                $channels = (string) ($selector->lists['channel'] ?? null)?->print();
                yield new RigFinding(
                    new ChannelNobodySends($selector->span->line, $channels, $ports, Channels::print($sent)),
                    null === $was ? null : $former->named($selector, $was),
                );
            }
        }
    }

    /** Whether it is found that nothing sends on the channels of a selector. */
    public static function isFound(RigAnalysis $analysis, Rule $rule, Selector $selector): bool
    {
        return null !== self::sentInstead($analysis, self::sending($analysis), $rule, $selector);
    }

    /**
     * @param array<string, int> $sending
     *
     * @return int|null the channels that come, where none of those that a selector asks for does
     */
    private static function sentInstead(RigAnalysis $analysis, array $sending, Rule $rule, Selector $selector): ?int
    {
        $channels = null === $selector->device ? $selector->lists['channel'] ?? null : null;
        $ports = $analysis->checked()->written->portsOf($rule, $selector);
        if (null === $channels || [] !== array_diff($ports, array_keys($sending))) {
            return null;
        }
        $sent = array_reduce($ports, static fn (int $all, string $port): int => $all | $sending[$port], 0);

        return 0 !== $sent && [] === array_intersect($channels->numbers(), Channels::list($sent)) ? $sent : null;
    }

    /**
     * @param list<Step> $steps
     *
     * @return iterable<SentOnChannel>
     */
    private function sent(array $steps): iterable
    {
        $channel = null;
        foreach ($steps as $step) {
            if ($step instanceof BecomeStep) {
                $channel = $step->message()->kind()->hasChannel() ? $step->message()->literalChannel() ?? $channel : null;
            } elseif ($step instanceof FlattenStep) {
                $channel = $step->channel();
            } elseif ($step instanceof SetStep && $step->setsChannel()) {
                $channel = null;
            } elseif ($step instanceof PostStep && null !== $step->message()?->literalChannel()) {
                foreach ($step->ports() as $port) {
                    yield new SentOnChannel($port, $step->message()->literalChannel(), $step);
                }
            } elseif ($step instanceof SendStep) {
                foreach ($step->ports() as $port) {
                    foreach ($step->channels() ?? array_filter([$channel]) as $each) {
                        yield new SentOnChannel($port, $each, $step);
                    }
                }
            }
        }
    }

    /** Channels of units to which nothing leads: that their lead is missing is the finding. */
    private function loose(RigAnalysis $analysis): int
    {
        $heard = [];
        foreach ($analysis->streams() as $stream) {
            foreach ($stream->listeners as $listener) {
                $heard[$listener->box->name] = true;
            }
        }
        $mask = 0;
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() || isset($heard[$box->name]) ? [] : $box->chart->hears ?? [] as $part) {
                $mask |=
                    null === $part->channel || ChannelType::OMNI === $box->channel($part->channel)
                        ? 0
                        : Channels::answered($box, $part, $box->channel($part->channel));
            }
        }

        return $mask;
    }

    /** @return array<string, int> channels by out port, where all of them are known */
    private function answered(RigAnalysis $analysis): array
    {
        $answered = [];
        foreach ($analysis->streams() as $stream) {
            $mask = LeadEnd::POST === $stream->box->name ? $this->heard($stream) : null;
            if (null !== $mask && 0 !== $mask) {
                $answered[Post::port($stream->source->at)->port] = $mask;
            }
        }

        return $answered;
    }

    private function heard(HeardStream $stream): ?int
    {
        $mask = 0;
        foreach ($stream->listeners as $listener) {
            $own = $listener->part->channel instanceof ChannelOf ? $listener->box->channel($listener->part->channel) : $listener->part->channel;
            if (null === $own && null === $listener->part->zone && Channels::isNeeded($listener->part)) {
                return null;
            }
            $mask |= Channels::answered($listener->box, $listener->part, $own);
            foreach ($listener->box->chart->parameters ?? [] as $parameter) {
                $channel = $listener->box->messageTo($parameter)->channel ?? null;
                $own = $listener->box->channel($channel);
                $mask |= \is_int($own) ? 1 << ($own - 1) : (ChannelType::OMNI === $own ? Channels::ALL : 0);
            }
        }

        return $mask;
    }

    /** @return array<string, int> channels by in port, where all of them are known */
    private static function sending(RigAnalysis $analysis): array
    {
        $sending = $unknown = [];
        foreach ($analysis->setup->boxes as $box) {
            foreach (
                $box->isPost() ? [] : $analysis->graph->sockets($box, array_map(static fn ($plug): string => $plug->id, $box->chart->plugs), true) as $socket
            ) {
                foreach ($analysis->graph->waysFrom($socket)->ways as $way) {
                    $end = $way[\count($way) - 1]->to;
                    if (LeadEnd::POST !== $end->unit) {
                        continue;
                    }
                    $port = Post::port($end->at)->port;
                    $mask = 0;
                    foreach ($box->chart->sends ?? [] as $sends) {
                        $own = $box->channel($sends->channel);
                        $unknown[$port] = ($unknown[$port] ?? false) || !\is_int($own);
                        $mask |= \is_int($own) ? 1 << ($own - 1) : 0;
                    }
                    $unknown[$port] = ($unknown[$port] ?? false) || (null === $box->chart->sends && [] === ($box->chart->routes ?? []));
                    foreach ($box->chart->surface->controls ?? [] as $control) {
                        $own = $box->channel($box->messageOf($control)->channel ?? null);
                        $mask |= \is_int($own) ? 1 << ($own - 1) : 0;
                    }
                    $sending[$port] = ($sending[$port] ?? 0) | $mask;
                }
            }
        }
        foreach ($analysis->setup->book->ports ?? [] as $name => $port) {
            if (null !== $port->zone) {
                $unknown[$name] = true; // members of a zone have the channels that they are dealt
            }
        }

        return array_diff_key($sending, array_filter($unknown));
    }
}
