<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Rigs and charts from their JSON, checked. */
final class RigFile
{
    /** @throws BadData with everything that is wrong */
    public static function chart(string $json): Chart
    {
        $chart = Json::read(Chart::class, $json);
        self::require(ChartReferences::check($chart));

        return $chart;
    }

    /** @throws BadData */
    public static function rig(string $json): Rig
    {
        $rig = Json::read(Rig::class, $json);
        self::require(RigReferences::check($rig));

        return $rig;
    }

    /** A rig with the rulebook that it holds, as far as that can be read. */
    public static function setup(Rig $rig, ?string $rulebook = null): Setup
    {
        $text = $rulebook ?? $rig->rulebook;

        return Setup::of($rig, null === $text ? null : self::book($text));
    }

    private static function book(string $text): Rulebook
    {
        return Parser::parse($text)->book;
    }

    /**
     * @param list<\ZigzagPost\Core\Data\Problem> $problems
     *
     * @throws BadData
     */
    private static function require(array $problems): void
    {
        if ([] !== $problems) {
            throw new BadData($problems);
        }
    }
}
