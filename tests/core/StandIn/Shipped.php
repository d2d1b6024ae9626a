<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\StandIn;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\StandIn\StandIns;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\StandIn;

/** Benches between the charts that ship with the application. */
final class Shipped
{
    /** @return array<string, Chart> */
    public static function charts(): array
    {
        $charts = [];
        foreach (glob(\dirname(__DIR__, 3).'/config/charts/*.chart.json') ?: [] as $file) {
            $charts[basename($file, '.chart.json')] = RigFile::chart((string) file_get_contents($file));
        }

        return $charts;
    }

    /** @param array<string, StandIn> $chosen */
    public static function bench(string $rules, array $chosen = []): Bench
    {
        return Bench::start(self::book($rules), self::patch($rules, $chosen));
    }

    public static function book(string $rules): CompiledBook
    {
        return Compiler::load(Checker::check($rules)->book, true);
    }

    /** @param array<string, StandIn> $chosen */
    public static function patch(string $rules, array $chosen = []): Patch
    {
        return Patch::standing((new StandIns(self::charts()))->units(Checker::check($rules)->book, $chosen));
    }

    /**
     * The device that stands in at a port, with a chart of somebody's choice.
     */
    public static function device(string $chart, ?int $channel = null): Device
    {
        $isPlayed = null !== self::charts()[$chart]->sends;
        $rules = $isPlayed ? 'port p in' : 'port p out';

        return self::patch($rules, [$isPlayed ? 'p' : 'p out' => new StandIn($chart, $channel)])->boxes['p'];
    }
}
