<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ChannelIsShared;
use ZigzagPost\Core\Finding\Fact\NoPlan;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Document\Rest;
use ZigzagPost\Core\Rig\Plan\Conflict\Freeing;
use ZigzagPost\Core\Rig\Plan\Conflict\FreeingKind;
use ZigzagPost\Core\Rig\Plan\HeardStream;
use ZigzagPost\Core\Rig\Plan\Listener;
use ZigzagPost\Core\Rig\Plan\Sharing;
use ZigzagPost\Core\Rig\Setup\Channels;

/** Units that answer on the same channel of one stream as they stand now. */
final class SharedChannels implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $sharing = new Sharing($analysis->setup);
        $rests = $analysis->setup->rig->rests;
        $seen = $told = [];
        foreach ($analysis->streams() as $stream) {
            if (Sharing::isOneChannel($stream)) {
                continue; // whoever hears it shares its channel
            }
            foreach ($this->groups($sharing, $stream->listeners) as $group) {
                [$listeners, $shared] = [$group->listeners, $group->channels];
                foreach ($this->pairsAtRest($listeners, $stream, $rests) as $finding) {
                    yield $finding;
                }
                $finding = self::finding($listeners, $shared, $stream);
                $about = $finding->fact->subject()->words();
                if (isset($seen[$about]) || (2 === \count($listeners) && null !== $finding->restAmong($rests))) {
                    continue;
                }
                $seen[$about] = true;
                $units = array_values(array_unique(array_map(static fn (Listener $listener): string => $listener->box->name, $listeners)));
                $told += array_fill_keys($units, true);
                yield $finding->fixedBy(PlannedFix::of($analysis, $units));
            }
        }
        $conflict = $analysis->plan()->conflict;
        if (null !== $conflict && (!$conflict->why->isOfSharing() || [] === array_intersect($conflict->units, array_keys($told)))) {
            yield new RigFinding(new NoPlan($conflict->why->words(), $conflict->change?->words()), self::fix($analysis, $conflict->change));
        }
    }

    /**
     * Listeners that answer on the same channels of a stream though they must not, each group with these channels.
     *
     * @param list<Listener> $listeners
     *
     * @return list<ListenersThatMeet>
     */
    private function groups(Sharing $sharing, array $listeners): array
    {
        $groups = [];
        for ($channel = 0; $channel < 16; ++$channel) {
            $left = array_filter($listeners, fn (Listener $listener): bool => 1 === (($this->now($listener) >> $channel) & 1));
            while ([] !== $left) {
                $group = [array_key_first($left) => array_shift($left)];
                for ($grows = true; $grows;) {
                    $grows = false;
                    foreach ($left as $index => $other) {
                        foreach ($group as $one) {
                            if ($sharing->mustNotShare($one->box, $one->part, $other->box, $other->part)) {
                                $group[] = $other;
                                unset($left[$index]);
                                $grows = true;
                                break;
                            }
                        }
                    }
                }
                $isGrouped = static fn (Listener $listener): bool => \in_array($listener, $group, true);
                $inOrder = \count($group) > 1 ? array_values(array_filter($listeners, $isGrouped)) : [];
                if ([] !== $inOrder) {
                    $key = implode("\0", array_map(static fn (Listener $listener): string => $listener->name(), $inOrder));
                    $groups[$key] = new ListenersThatMeet($inOrder, ($groups[$key]->channels ?? 0) | (1 << $channel));
                }
            }
        }

        return array_values($groups);
    }

    /**
     * Pairs of a larger group that somebody has put to rest, each by itself.
     *
     * @param list<Listener> $listeners
     * @param list<Rest> $rests
     *
     * @return iterable<RigFinding>
     */
    private function pairsAtRest(array $listeners, HeardStream $stream, array $rests): iterable
    {
        foreach ([] === $rests ? [] : $listeners as $index => $one) {
            foreach (\array_slice($listeners, $index + 1) as $other) {
                $finding = self::finding([$one, $other], $this->now($one) & $this->now($other), $stream);
                if (null !== $finding->restAmong($rests)) {
                    yield $finding;
                }
            }
        }
    }

    /** What sets a plan free, where the rig itself can be changed so. */
    private static function fix(RigAnalysis $analysis, ?Freeing $freeing): ?RigFix
    {
        return FreeingKind::Unpin === $freeing?->kind && null === $freeing->orElse ? (new Edits($analysis->setup->rig))->unpinned($freeing->units[0]) : null;
    }

    /** @param non-empty-list<Listener> $listeners */
    private static function finding(array $listeners, int $shared, HeardStream $stream): RigFinding
    {
        return new RigFinding(
            new ChannelIsShared(
                $listeners[0]->box->name,
                array_map(static fn (Listener $listener): string => $listener->name(), $listeners),
                Channels::print($shared),
                $stream->name(),
            ),
        );
    }

    private function now(Listener $listener): int
    {
        $part = $listener->part;
        $own = $part->channel instanceof ChannelOf ? $listener->box->channel($part->channel) : $part->channel;

        return Channels::answered($listener->box, $part, $own);
    }
}
