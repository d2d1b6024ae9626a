<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;

/** What stands in the way of playing a show on this computer. */
final class LiveCheck
{
    /**
     * @param list<string> $connect as {@see LivePlanner::plan()} takes it
     *
     * @return list<string> a line each, with what to do; none where it can be played
     */
    public static function of(string $file, array $connect): array
    {
        try {
            $planner = new LivePlanner($file);
            $plan = $planner->plan('', $connect, false);
        } catch (CannotPlay $cannot) {
            return [$cannot->getMessage()];
        }
        $lines = [];
        foreach ($plan->ports as $port) {
            $ways = [...$port->isIn ? [[$port->in, false]] : [], ...$port->isOut ? [[$port->out, true]] : []];
            foreach ($ways as [$connection, $isOut]) {
                $line = self::connection($port->name.(2 === \count($ways) ? ($isOut ? '.out' : '.in') : ''), $connection, $isOut);
                null === $line ?: $lines[] = $line;
            }
        }

        return [...$lines, ...self::findings($planner, $file)];
    }

    private static function connection(string $port, Connection $connection, bool $isOut): ?string
    {
        if (!$connection->isDevice()) {
            return ConnectionSort::StandIn === $connection->sort ? null : "{$port}: nothing is connected; name it with --connect {$port}=device:NAME";
        }
        try {
            $found = Devices::find($connection->name);
            DeviceFile::open($found->path, $isOut, $found->plug)->close();

            return null;
        } catch (CannotPlay $cannot) {
            return "{$port}: {$cannot->getMessage()}";
        }
    }

    /** @return list<string> */
    private static function findings(LivePlanner $planner, string $file): array
    {
        $setup = $planner->setup();
        $findings = null === $setup ? [] : Examination::of(new RigAnalysis($setup))->findings;
        $errors = \count(array_filter($findings, static fn (RigFinding $finding): bool => Severity::Error === $finding->fact->severity()));

        return 0 === $errors ? [] : ["{$file}: the rig has ".(1 === $errors ? 'an error' : "{$errors} errors").'; "bin/zigzag rig check" lists what is wrong'];
    }
}
