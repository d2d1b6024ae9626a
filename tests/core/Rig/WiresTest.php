<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Wire\ContactPath;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

final class WiresTest extends TestCase
{
    /**
     * The truth table, by hand: sender down, receiver across, for each cable. A and B from the specification of MIDI on jacks, tip and
     * ring with the sleeve as return.
     */
    private const TABLE = [
        'straight' => [
            'din' => ['din' => 'works', 'A' => 'works', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'A' => ['din' => 'works', 'A' => 'works', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'B' => ['din' => 'dead', 'A' => 'dead', 'B' => 'works', 'tip' => 'unknown', 'ring' => 'unknown'],
            'tip' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'works', 'ring' => 'dead'],
            'ring' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'dead', 'ring' => 'works'],
        ],
        'crossed' => [
            'din' => ['din' => 'dead', 'A' => 'dead', 'B' => 'works', 'tip' => 'unknown', 'ring' => 'unknown'],
            'A' => ['din' => 'dead', 'A' => 'dead', 'B' => 'works', 'tip' => 'unknown', 'ring' => 'unknown'],
            'B' => ['din' => 'works', 'A' => 'works', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'tip' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'dead', 'ring' => 'works'],
            'ring' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'works', 'ring' => 'dead'],
        ],
        'mono' => [
            'din' => ['din' => 'dead', 'A' => 'dead', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'A' => ['din' => 'dead', 'A' => 'dead', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'B' => ['din' => 'dead', 'A' => 'dead', 'B' => 'dead', 'tip' => 'unknown', 'ring' => 'unknown'],
            'tip' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'works', 'ring' => 'dead'],
            'ring' => ['din' => 'unknown', 'A' => 'unknown', 'B' => 'unknown', 'tip' => 'dead', 'ring' => 'dead'],
        ],
    ];

    /** @return iterable<string, array{string, string, string, string}> */
    public static function table(): iterable
    {
        foreach (self::TABLE as $map => $rows) {
            foreach ($rows as $from => $row) {
                foreach ($row as $to => $verdict) {
                    yield "{$from} to {$to}, {$map}" => [$from, $to, $map, $verdict];
                }
            }
        }
    }

    #[DataProvider('table')]
    public function testEachWiringThroughEachCable(string $from, string $to, string $map, string $verdict): void
    {
        $judged = self::judge(self::plug('out', $from), self::plug('in', $to), [['what' => 'cable', 'map' => $map]]);

        self::assertSame($verdict, $judged->verdict->value, $judged->reason);
    }

    /** Crossing twice is straight again, whatever stands between. */
    #[DataProvider('table')]
    public function testCrossedTwiceIsStraight(string $from, string $to, string $map, string $verdict): void
    {
        if ('mono' === $map) {
            self::assertNotSame('', $verdict);

            return;
        }
        $twice = [
            ['what' => 'one', 'map' => 'crossed', 'ends' => [self::connector($from), 'jack 3.5']],
            ['what' => 'two', 'map' => 'straight' === $map ? 'crossed' : 'straight', 'ends' => ['jack 3.5', self::connector($to)]],
        ];

        self::assertSame($verdict, self::judge(self::plug('out', $from), self::plug('in', $to), $twice)->verdict->value);
    }

    /** Where one end has a return and the other a source, the word of one of the makers is enough. */
    public function testTheWordOfEitherMakerCounts(): void
    {
        foreach ([['tip', null, 'works'], [null, 'A', 'works'], ['tip', 'A', 'works'], ['ring', 'B', 'unknown'], [null, null, 'unknown']] as $case) {
            [$ofA, $ofB, $verdict] = $case;
            $a = self::plug('out', 'A');
            $b = self::plug('in', 'tip');
            null === $ofA ?: $a['uses'] = [['way' => 'out', 'carries' => 'midi', 'wiring' => 'A', 'worksWith' => [$ofA]]];
            null === $ofB ?: $b['uses'] = [['way' => 'in', 'carries' => 'midi', 'wiring' => 'tip', 'worksWith' => [$ofB]]];
            foreach (['straight' => $verdict, 'crossed' => 'works' === $verdict ? 'dead' : 'unknown'] as $map => $expected) {
                $judged = self::judge($a, $b, [['what' => 'cable', 'map' => $map]]);
                self::assertSame($expected, $judged->verdict->value, json_encode($case, \JSON_THROW_ON_ERROR)." {$map}: {$judged->reason}");
            }
        }
    }

    public function testTheCheapestChangeIsNamed(): void
    {
        $judged = self::judge(self::plug('out', 'A'), self::plug('in', 'B'), [['what' => 'patch lead', 'map' => 'straight']]);

        self::assertSame(Verdict::Dead, $judged->verdict);
        self::assertSame('take a crossed one in place of patch lead', $judged->mend?->words);
        self::assertSame('ring of b IN', $judged->contact);
        self::assertEquals(
            array_map(static fn (string $contact): ContactPath => new ContactPath($contact, $contact), ['tip', 'ring', 'sleeve']),
            $judged->continuity,
        );
    }

    public function testAJackInAnotherModeIsDeadAndSaysWhichSettingMendsIt(): void
    {
        $in = self::plug('in', 'A');
        $in['uses'] = [
            ['way' => 'in', 'carries' => 'midi', 'wiring' => 'A', 'when' => ['jack' => ['midi']]],
            ['way' => 'in', 'carries' => 'expression', 'when' => ['jack' => ['expression']], 'contacts' => ['tip' => 'signal', 'sleeve' => 'shield']],
        ];
        $settings = [
            ['id' => 'jack', 'title' => 'Jack mode', 'values' => ['midi', 'expression'], 'factory' => 'expression', 'how' => [['by' => 'menu']]],
        ];
        $judged = self::judge(self::plug('out', 'A'), $in, [['what' => 'cable', 'map' => 'straight']], $settings);

        self::assertSame(Verdict::Dead, $judged->verdict);
        self::assertSame('set Jack mode of b to midi (menu)', $judged->mend?->words);
        unset($settings[0]['factory']);
        $judged = self::judge(self::plug('out', 'A'), $in, [['what' => 'cable', 'map' => 'straight']], $settings);
        self::assertSame(Verdict::Unknown, $judged->verdict);
    }

    public function testSupplyOnAContactThatIsNotMadeForItMayDamage(): void
    {
        $pedal = self::plug('in', 'A');
        $pedal['uses'] = [['way' => 'in', 'carries' => 'expression', 'contacts' => ['tip' => 'signal', 'ring' => 'supply+', 'sleeve' => 'shield']]];
        self::assertSame(Verdict::MayDamage, self::judge(self::plug('out', 'A'), $pedal, [['what' => 'cable', 'map' => 'straight']])->verdict);

        $powered = self::plug('out', 'din');
        $powered['uses'] = [
            [
                'way' => 'out',
                'carries' => 'midi',
                'contacts' => ['5' => 'data', '4' => 'source', '2' => 'shield', '1' => 'supply+', '3' => 'supply-'],
            ],
        ];
        $straight = [['what' => 'cable', 'map' => 'straight']];
        self::assertSame(Verdict::MayDamage, self::judge($powered, self::plug('in', 'din'), $straight)->verdict);
        $allows = self::plug('in', 'din');
        $allows['uses'] = [['way' => 'in', 'carries' => 'midi', 'allowsSupply' => true]];
        self::assertSame(Verdict::Works, self::judge($powered, $allows, $straight)->verdict);
        $threeWires = [['what' => 'cable of three wires', 'map' => 'named', 'contacts' => ['5' => '5', '4' => '4', '2' => '2']]];
        self::assertSame(Verdict::Works, self::judge($powered, self::plug('in', 'din'), $threeWires)->verdict);
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, string}> */
    public static function powers(): iterable
    {
        $gives = ['way' => 'gives', 'current' => 'dc', 'volts' => [9, 9], 'mA' => 500, 'centre' => '-'];
        $needs = ['way' => 'needs', 'current' => 'dc', 'volts' => [9, 12], 'mA' => 300, 'centre' => '-'];
        yield 'fits' => [$gives, $needs, 'works'];
        yield 'AC into DC' => [['current' => 'ac'] + $gives, $needs, 'may damage'];
        yield 'too many volts' => [['volts' => [18, 18]] + $gives, $needs, 'may damage'];
        yield 'too few volts' => [['volts' => [5, 5]] + $gives, $needs, 'dead'];
        yield 'wrong polarity' => [['centre' => '+'] + $gives, $needs, 'may damage'];
        yield 'as much as it needs' => [['mA' => 300] + $gives, $needs, 'works'];
        yield 'as many volts as it takes' => [['volts' => [9, 12]] + $gives, $needs, 'works'];
        yield 'a volt more' => [['volts' => [9, 13]] + $gives, $needs, 'may damage'];
        yield 'a volt less' => [['volts' => [8, 9]] + $gives, $needs, 'dead'];
        yield 'too little current' => [['mA' => 100] + $gives, $needs, 'dead'];
        yield 'current not known' => [array_diff_key($gives, ['mA' => 1]), $needs, 'unknown'];
        yield 'polarity not known' => [$gives, array_diff_key($needs, ['centre' => 1]), 'unknown'];
        yield 'two supplies' => [$gives, ['way' => 'gives'] + $needs, 'dead'];
    }

    /**
     * @param array<string, mixed> $gives
     * @param array<string, mixed> $needs
     */
    #[DataProvider('powers')]
    public function testPower(array $gives, array $needs, string $verdict): void
    {
        $plug = static fn (array $power, string $way): array => [
            'id' => 'p',
            'label' => 'DC',
            'connector' => 'barrel',
            'uses' => [['way' => $way, 'carries' => 'power']],
            'power' => $power,
        ];
        self::assertSame(
            $verdict,
            self::judge($plug($gives, 'out'), $plug($needs, 'in'), [['what' => 'cable', 'map' => 'straight']])->verdict->value,
        );
    }

    /** Each crossed adapter turns the centre of a supply round, whichever end of the lead is written first. */
    public function testPolarityThroughCrossedAdapters(): void
    {
        $plug = static fn (string $way, ?string $centre): array => [
            'id' => 'p',
            'label' => 'DC',
            'connector' => 'barrel',
            'uses' => [['way' => 'gives' === $way ? 'out' : 'in', 'carries' => 'power']],
            'power' => ['way' => $way, 'current' => 'dc', 'volts' => [9, 9], 'mA' => 300, ...null === $centre ? [] : ['centre' => $centre]],
        ];
        foreach (['+', '-', null] as $gives) {
            foreach (['+', '-', null] as $needs) {
                for ($crossed = 0; $crossed < 4; ++$crossed) {
                    $parts = [['what' => 'cable', 'map' => 'straight']];
                    for ($part = 0; $part < $crossed; ++$part) {
                        $parts[] = ['what' => "adapter {$part}", 'map' => 'crossed'];
                    }
                    $expected = match (true) {
                        null === $gives && null === $needs => 'works',
                        null === $gives || null === $needs => 'unknown',
                        default => ($gives === $needs) === (0 === $crossed % 2) ? 'works' : 'may damage',
                    };
                    foreach ([[$plug('gives', $gives), $plug('needs', $needs)], [$plug('needs', $needs), $plug('gives', $gives)]] as [$a, $b]) {
                        $judged = self::judge($a, $b, $parts);
                        self::assertSame($expected, $judged->verdict->value, "{$gives} into {$needs}, {$crossed} crossed: {$judged->reason}");
                    }
                }
            }
        }
    }

    public function testPowerIntoADataPlugMayDamage(): void
    {
        $power = [
            'id' => 'p',
            'label' => 'DC',
            'connector' => 'jack 3.5',
            'uses' => [['way' => 'out', 'carries' => 'power']],
            'power' => ['way' => 'gives', 'current' => 'dc', 'volts' => [9, 9]],
        ];
        self::assertSame(Verdict::MayDamage, self::judge($power, self::plug('in', 'A'), [['what' => 'cable', 'map' => 'straight']])->verdict);
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function roles(): iterable
    {
        yield 'host and device' => ['host', 'device', 'works'];
        yield 'two hosts' => ['host', 'host', 'dead'];
        yield 'two devices' => ['device', 'device', 'dead'];
        yield 'one that is both' => ['dual', 'device', 'works'];
        yield 'not known' => ['', 'device', 'unknown'];
    }

    #[DataProvider('roles')]
    public function testUsbNeedsAHostAndADevice(string $one, string $other, string $verdict): void
    {
        $plug = static fn (string $role): array => [
            'id' => 'u',
            'label' => 'USB',
            'connector' => 'usb c',
            'uses' => [['way' => 'both', 'carries' => 'usb']],
            ...'' === $role ? [] : ['usb' => ['role' => $role]],
        ];
        self::assertSame($verdict, self::judge($plug($one), $plug($other), [['what' => 'cable', 'map' => 'straight']])->verdict->value);
    }

    public function testLengths(): void
    {
        $long = static fn (float $metres): array => [['what' => 'cable', 'map' => 'straight', 'lengthM' => $metres]];
        self::assertSame(Verdict::Works, self::judge(self::plug('out', 'din'), self::plug('in', 'din'), $long(15))->verdict);
        self::assertSame(Verdict::Unknown, self::judge(self::plug('out', 'din'), self::plug('in', 'din'), $long(15.5))->verdict);
        $usb = static fn (string $role): array => [
            'id' => 'u',
            'label' => 'USB',
            'connector' => 'usb c',
            'uses' => [['way' => 'both', 'carries' => 'usb']],
            'usb' => ['role' => $role],
        ];
        self::assertCount(1, self::judge($usb('host'), $usb('device'), $long(6))->warnings);
        self::assertCount(
            1,
            self::judge($usb('host'), $usb('device'), [['what' => 'extension', 'map' => 'straight', 'lengthM' => 2, 'passiveExtension' => true]])
                ->warnings,
        );
    }

    public function testPlugsThatDoNotFitAndPlugsOfOneWay(): void
    {
        $dead = self::judge(self::plug('out', 'din'), self::plug('in', 'A'), [['what' => 'cable', 'map' => 'straight', 'ends' => ['din5', 'din5']]]);
        self::assertSame(Verdict::Dead, $dead->verdict);
        self::assertSame('put a straight adapter from din5 to jack 3.5 between', $dead->mend?->words);
        self::assertSame(
            Verdict::Dead,
            self::judge(self::plug('out', 'din'), self::plug('out', 'din'), [['what' => 'cable', 'map' => 'straight']])->verdict,
        );
    }

    public function testPhantomPowerOnABalancedLine(): void
    {
        $line = static fn (?bool $off): array => [
            ['what' => 'adapter', 'map' => 'straight', 'ends' => ['din5', 'xlr3']],
            ['what' => 'stage line', 'map' => 'straight', 'ends' => ['xlr3', 'xlr3'], ...null === $off ? [] : ['phantomOff' => $off]],
            ['what' => 'adapter', 'map' => 'straight', 'ends' => ['xlr3', 'din5']],
        ];
        $judged = self::judge(self::plug('out', 'din'), self::plug('in', 'din'), $line(true));
        self::assertSame(Verdict::Works, $judged->verdict);
        self::assertCount(1, $judged->cautions);
        self::assertSame(Verdict::MayDamage, self::judge(self::plug('out', 'din'), self::plug('in', 'din'), $line(false))->verdict);
        $unlike = $line(true);
        $unlike[2]['map'] = 'crossed';
        self::assertSame(Verdict::Dead, self::judge(self::plug('out', 'din'), self::plug('in', 'din'), $unlike)->verdict);
    }

    /**
     * @param array<string, mixed> $a
     * @param array<string, mixed> $b
     * @param list<array<string, mixed>> $parts
     * @param list<array<string, mixed>> $settingsOfB
     */
    private static function judge(array $a, array $b, array $parts, array $settingsOfB = []): Judgement
    {
        $chart = static fn (array $plug, array $settings): array => [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'other',
            'settings' => $settings,
            'plugs' => [$plug],
        ];
        $rig = Kit::rig(
            ['a' => $chart($a, []), 'b' => $chart($b, $settingsOfB)],
            [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b']],
            [['id' => 'l', 'a' => ['unit' => 'a', 'plug' => $a['id']], 'b' => ['unit' => 'b', 'plug' => $b['id']], 'parts' => $parts]],
        );

        $setup = Kit::setup($rig);

        return Walk::judge($setup->joints[0], $setup->joints);
    }

    /** @return array<string, mixed> */
    private static function plug(string $way, string $wiring): array
    {
        return [
            'id' => $way,
            'label' => strtoupper($way),
            'connector' => self::connector($wiring),
            'uses' => [['way' => $way, 'carries' => 'midi', ...'din' === $wiring ? [] : ['wiring' => $wiring]]],
        ];
    }

    private static function connector(string $wiring): string
    {
        return 'din' === $wiring ? 'din5' : 'jack 3.5';
    }

    /** A planned value cures nothing that may be damaged: only the tick does. */
    public function testWhatMayDamageDoesSoUntilTheSettingIsTicked(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);
        self::assertIsArray($json['units']);
        self::assertIsArray($json['leads']);
        $unit = (int) array_search('drive', array_column($json['units'], 'name'), true);
        $lead = (int) array_search('drive', array_column($json['leads'], 'id'), true);
        foreach (['planned' => Verdict::MayDamage, 'set' => Verdict::Works, 'read' => Verdict::Works] as $state => $expected) {
            $changed = Kit::changed($json, ["/units/{$unit}/settings/jack" => ['value' => 'midi', 'state' => $state]]);
            $setup = RigFile::setup(RigFile::rig(Json::encode($changed)));
            $judged = Walk::judge($setup->joints[$lead], $setup->joints);
            self::assertSame($expected, $judged->verdict, $state);
            self::assertSame(
                Verdict::MayDamage === $expected,
                str_ends_with($judged->reason, 'Jack mode of drive is only planned: set it on the box and tick it first'),
            );
            self::assertNull($judged->mend);
        }
    }
}
