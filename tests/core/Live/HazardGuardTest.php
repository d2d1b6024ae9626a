<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Live\Hazard\GuardedWays;
use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Units that can hurt somebody get nothing before a person has armed them, over however many boxes a message goes. */
final class HazardGuardTest extends TestCase
{
    use TestTrait;

    private const MESSAGES = [
        'note' => '903C64',
        'note off' => '803C40',
        'cc' => 'B00764',
        'mode' => 'B07B00',
        'program' => 'C003',
        'pressure' => 'D010',
        'bend' => 'E00040',
        'polypressure' => 'A03C10',
        'sysex' => 'F07E7F0601F7',
        'clock' => 'F8',
        'start' => 'FA',
        'sensing' => 'FE',
        'position' => 'F20000',
    ];

    /** What a box blocks, as the kinds of its chart, with the messages that this stops. */
    private const BLOCKS = [
        'note' => ['note', 'note off'],
        'cc' => ['cc'],
        'program' => ['program'],
        'sysex' => ['sysex'],
        'clock' => ['clock'],
        'bend' => ['bend'],
    ];

    public function testNothingGetsThroughBeforeSomebodyArmsTheUnit(): void
    {
        $this->limitTo(Cases::number(150))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $hops = $random->getInt(0, 3);
                $blocked = $units = $charts = $leads = [];
                $from = 'post out';
                for ($hop = 0; $hop < $hops; ++$hop) {
                    $blocks = 0 === $random->getInt(0, 2) ? $random->pickArrayKeys(self::BLOCKS, $random->getInt(1, 3)) : [];
                    $blocked = [...$blocked, ...array_merge([], ...array_map(static fn (string $kind): array => self::BLOCKS[$kind], $blocks))];
                    $charts["hub{$hop}"] = [
                        'schema' => 1,
                        'name' => "Hub {$hop}",
                        'sort' => 'hub',
                        'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
                        'routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message', 'blocks' => $blocks]],
                    ];
                    $units[] = ['name' => "hub{$hop}", 'chart' => "hub{$hop}"];
                    $leads[] = Kit::lead("l{$hop}", $from, "hub{$hop} in");
                    $from = "hub{$hop} out";
                }
                $case = $random->getInt(0, 3);
                $channels = [['channel' => 5], ['channel' => 'omni'], [], ['channel' => 3, 'width' => 4]];
                $hears = ['id' => 'main', 'at' => ['in'], ...$channels[$case]];
                $charts['torch'] = [
                    'schema' => 1,
                    'name' => 'Torch',
                    'sort' => 'other',
                    'hazards' => [['flame', 'hoist', 'laser', 'pyrotechnics', 'moving scenery'][$random->getInt(0, 4)]],
                    'plugs' => [Kit::din('in', 'in')],
                    'hears' => [$hears],
                ];
                $units[] = ['name' => 'torch', 'chart' => 'torch'];
                $leads[] = Kit::lead('last', $from, 'torch in');
                $rules = "port out out\nport side out\nport in in\nrule \"r\"\n  take any\n  send out, side\n";
                $guard = new HazardGuard(GuardedWays::of(Kit::setup(Kit::rig($charts, $units, $leads, ['rulebook' => $rules]), $rules)));
                self::assertSame(['torch'], $guard->units());
                $hearing = [[5], range(1, 16), range(1, 16), [3, 4, 5, 6]][$case];
                foreach (self::MESSAGES as $kind => $hex) {
                    foreach (range(1, 16) as $channel) {
                        $bytes = (string) hex2bin($hex);
                        $isSystem = \ord($bytes[0]) >= 0xF0;
                        $bytes[0] = $isSystem ? $bytes[0] : \chr(\ord($bytes[0]) | ($channel - 1));
                        $reaches = !\in_array($kind, $blocked, true) && ($isSystem || \in_array($channel, $hearing, true));
                        self::assertSame($reaches ? 'torch' : null, $guard->withheldFor('out', $bytes), "{$kind} on {$channel}, seed {$seed}");
                        self::assertNull($guard->withheldFor('side', $bytes), 'another port is not concerned');
                    }
                }
                self::assertFalse($guard->arm('lamp'));
                self::assertTrue($guard->arm('torch'));
                self::assertNull($guard->withheldFor('out', "\x94\x3C\x64"));
                $guard->disarm('torch');
                self::assertSame(\in_array('note', $blocked, true) ? null : 'torch', $guard->withheldFor('out', "\x94\x3C\x64"));
            });
    }
}
