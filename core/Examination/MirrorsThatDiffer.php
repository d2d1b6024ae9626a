<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\MirrorsApart;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Direct\ChannelsAgree;
use ZigzagPost\Core\Rig\Plan\HeardStream;
use ZigzagPost\Core\Rig\Plan\Listener;

/** Units that mirror each other, and answer on other channels or hear other leads, so that one line moves only one of them. */
final class MirrorsThatDiffer implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach (ChannelsAgree::all($analysis->setup) as $pair) {
            $boxes = $analysis->setup->boxes;
            $obstacle = false === $pair->isMet($boxes) ? $pair->obstacle($boxes) : null;
            if (null !== $obstacle) {
                yield (new RigFinding(new MirrorsApart($pair->one, $pair->other, (string) $obstacle->sends, (string) $obstacle->answers)))->fixedBy(
                    PlannedFix::of($analysis, [$pair->one, $pair->other]),
                );
                continue;
            }
            foreach ($analysis->streams() as $stream) {
                if (self::isHeard($stream, $pair->one) !== self::isHeard($stream, $pair->other)) {
                    yield new RigFinding(new MirrorsApart($pair->one, $pair->other, null, $stream->name()));
                    break;
                }
            }
        }
    }

    private static function isHeard(HeardStream $stream, string $unit): bool
    {
        return [] !== array_filter($stream->listeners, static fn (Listener $listener): bool => $listener->box->name === $unit);
    }
}
