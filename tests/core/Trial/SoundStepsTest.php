<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Trial;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Leads that carry sound have a step each: softly, at the channel, on the side and with the destination that are written down. */
final class SoundStepsTest extends TestCase
{
    public function testEachLeadOfSoundIsHeard(): void
    {
        $plug = static fn (string $id, string $way): array => [
            'id' => $id,
            'label' => strtoupper($id),
            'connector' => 'jack 6.35',
            'uses' => [['way' => $way, 'carries' => 'audio']],
        ];
        $rig = Kit::rig(
            [
                'a' => ['schema' => 1, 'name' => 'Waves', 'sort' => 'synth', 'plugs' => [$plug('left', 'out'), $plug('right', 'out')]],
                'b' => ['schema' => 1, 'name' => 'Desk', 'sort' => 'desk', 'plugs' => [$plug('in 1', 'in'), $plug('in 2', 'in')]],
            ],
            [['name' => 'waves', 'chart' => 'a', 'label' => 'Waves'], ['name' => 'desk', 'chart' => 'b', 'label' => 'House desk']],
            [
                [
                    ...Kit::lead('1', 'waves left', 'desk in'),
                    'b' => ['unit' => 'desk', 'plug' => 'in 1'],
                    'audio' => ['channel' => '5', 'side' => 'left', 'to' => 'the monitors'],
                ],
                // Laid from its end to its beginning.
                [...Kit::lead('2', 'desk in', 'waves right'), 'a' => ['unit' => 'desk', 'plug' => 'in 2']],
            ],
        );
        $run = TestRun::of(new RigAnalysis(Kit::setup($rig)));

        self::assertSame(
            [
                [
                    'turn channel 5 of House desk down, then up as far as it is needed',
                    'let Waves play something soft over LEFT',
                    'Waves is heard at channel 5 of House desk on the left side only, and gets to the monitors',
                ],
                [
                    'turn IN 2 of House desk down, then up as far as it is needed',
                    'let Waves play something soft over RIGHT',
                    'Waves is heard at IN 2 of House desk',
                ],
            ],
            array_map(static fn ($step): array => [$step->disturb, $step->do, $step->expect], $run->steps),
        );
        self::assertSame([], $run->untouched);
        self::assertSame(['lead 1'], TestRun::suspects([$run->steps[0]], [$run->steps[1]])->parts);
    }
}
