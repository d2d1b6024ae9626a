<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Plan\Channels;
use ZigzagPost\Core\Rig\Plan\Listener;
use ZigzagPost\Core\Rig\Plan\Sharing;

/** Units that answer on the same channel of one stream as they stand now. */
final class SharedChannels implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        $sharing = new Sharing($situation->setup);
        $edits = new Edits($situation->setup->rig);
        $seen = $told = [];
        foreach ($situation->streams() as $stream) {
            foreach ($stream->listeners as $index => $one) {
                foreach (\array_slice($stream->listeners, $index + 1) as $other) {
                    $key = "{$one->name()} and {$other->name()}";
                    $shared = $this->now($one) & $this->now($other);
                    if (0 === $shared || isset($seen[$key]) || !$sharing->mustNotShare($one->box, $one->part, $other->box, $other->part)) {
                        continue;
                    }
                    $seen[$key] = $told[$one->box->name] = $told[$other->box->name] = true;
                    yield RigFinding::error('shared-channel', "units {$key}", "{$key} both answer on MIDI channel ".Channels::print($shared)." of {$stream->name()}", $this->fix($situation, $edits, [$one->box->name, $other->box->name]));
                }
            }
        }
        $conflict = $situation->plan()->conflict;
        if (null !== $conflict && (!$conflict->isOfSharing || [] === array_intersect($conflict->units, array_keys($told)))) {
            yield RigFinding::error('no-plan', 'plan', $conflict->why.(null === $conflict->change ? '' : "; {$conflict->change}"));
        }
    }

    /** @param list<string> $units */
    private function fix(Situation $situation, Edits $edits, array $units): ?RigFix
    {
        $changes = [];
        $words = [];
        foreach ($situation->plan()->settings as $setting) {
            if (\in_array($setting->box->name, $units, true) && $setting->value !== $setting->now) {
                $fix = $edits->setting($setting->box->name, $setting->setting->id, $setting->value, '');
                $changes += $fix->changes ?? [];
                $words[] = "{$setting->box->name} to {$setting->value}";
            }
        }

        return [] === $changes ? null : new RigFix('Put '.implode(' and ', $words).', as the plan says', $changes);
    }

    private function now(Listener $listener): int
    {
        $part = $listener->part;
        $own = $part->channel instanceof ChannelOf ? $listener->box->channel($part->channel) : $part->channel;

        return Channels::answered($listener->box, $part, $own);
    }
}
