<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Show\RandomShow;

/**
 * What comes of playing two dozen rigs that look nothing alike stays as it was. Whoever means to change it runs this with ZIGZAG_RENEW=1,
 * and reads the difference before it is kept.
 */
final class PlayedRigsTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function rigs(): iterable
    {
        $folder = \dirname(__DIR__, 3);
        foreach ([...glob("{$folder}/tests/app/computed/*.rig.json") ?: [], ...glob("{$folder}/demo/*.rig.json") ?: []] as $file) {
            yield basename($file, '.rig.json') => [$file];
        }
    }

    #[DataProvider('rigs')]
    public function testWhatComesOfPlayingStays(string $file): void
    {
        Kept::asIn(__DIR__.'/played/'.basename($file, '.rig.json').'.txt', PlayedRig::of((string) file_get_contents($file)));
    }

    /** @return iterable<string, array{int}> */
    public static function shows(): iterable
    {
        foreach ([0, 1, 2, 3, 4, 6, 7, 9, 10, 12] as $seed) {
            yield "show {$seed}" => [$seed];
        }
    }

    /** Shows with clocks, scenes, songs and a control that marks what was wrong. */
    #[DataProvider('shows')]
    public function testWhatComesOfPlayingAShowStays(int $seed): void
    {
        $json = Json::members(Json::write((new RandomShow($seed))->analysis->setup->rig));
        $show = \is_array($json['show'] ?? null) ? $json['show'] : [];
        $marked = ['show' => ['mark' => ['unit' => 'treadle', 'control' => 'Switch 2']] + $show] + $json;

        Kept::asIn(__DIR__."/played/show-{$seed}.txt", PlayedRig::of(Json::encode($marked)));
    }
}
