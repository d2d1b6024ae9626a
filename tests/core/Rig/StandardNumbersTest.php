<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\NumberNobodyHears;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** A box may know controllers with a standard meaning though its chart does not list them; of all others it is said that nobody hears them. */
final class StandardNumbersTest extends TestCase
{
    public function testOfStandardControllersNothingIsSaid(): void
    {
        $rules = "port keys in\nport out out\n";
        for ($number = 0; $number < 120; ++$number) {
            $rules .= "rule \"{$number}\"\n  copy note key {$number}\n  post cc {$number} value 5 to out\n";
        }
        $mix = ['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]];
        $rig = Kit::rig(
            ['box' => Kit::hearer('Box', more: ['parameters' => [$mix]])],
            [['name' => 'box', 'chart' => 'box']],
            [Kit::lead('a', 'post out', 'box in')],
            ['rulebook' => $rules],
        );
        $unheard = [];
        foreach (Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings as $finding) {
            if ($finding->fact instanceof NumberNobodyHears) {
                $unheard[] = $finding->fact->number;
            }
        }
        sort($unheard);
        // Banks, wheel, data, volume, pan, expression, pedals, portamento control, fine velocity, parameter numbers; and the one that it has.
        $standard = [0, 1, 6, 7, 10, 11, 32, 38, ...range(64, 69), 84, 88, ...range(96, 101)];
        self::assertSame(array_values(array_diff(range(0, 119), $standard, [20])), $unheard);
    }
}
