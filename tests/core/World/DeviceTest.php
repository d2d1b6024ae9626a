<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\World\SimulatedDevice;
use ZigzagPost\Tests\Core\Rig\Kit;

final class DeviceTest extends TestCase
{
    /** What ends by itself cannot hang. */
    public function testWhatIgnoresTheReleaseDoesNotGoOnSounding(): void
    {
        foreach ([[[], [60]], [['ignoresRelease' => false], [60]], [['ignoresRelease' => true], []]] as [$fact, $sounding]) {
            $rig = Kit::rig(['box' => Kit::hearer('Box', more: ['keys' => ['low' => 0, 'high' => 127, ...$fact]])], [['name' => 'box', 'chart' => 'box']], []);
            $box = Kit::setup($rig)->box('box');
            self::assertNotNull($box);
            $device = new SimulatedDevice($box);
            $heard = $device->hear(0, $box->chart->hears[0] ?? throw new \LogicException(), "\x90\x3C\x40");
            self::assertCount(1, $heard);
            self::assertSame($sounding, $device->sounding());
        }
    }
}
