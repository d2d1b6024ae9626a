<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;
use ZigzagPost\Core\StandIn\StandIns;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Rig\Kit;
use ZigzagPost\Tests\Core\Rig\RandomRig;
use ZigzagPost\Tests\Core\StandIn\Shipped;

/** Controllers made from their charts send what the charts say. */
final class DeviceSenderTest extends TestCase
{
    /** @return iterable<array{string, int, string}> control, value, bytes */
    public static function touches(): iterable
    {
        yield ['Switch', 127, 'B4 50 7F'];
        yield ['Switch', 0, 'B4 50 00'];
        yield ['switch', 90, 'B4 50 7F'];
        yield ['Upside down', 127, 'B4 51 00'];
        yield ['Upside down', 0, 'B4 51 7F'];
        yield ['Two messages', 127, 'C4 07'];
        yield ['Two messages', 0, 'B4 52 01'];
        yield ['Preset', 127, 'C4 03'];
        yield ['Preset', 0, ''];
        yield ['Pad', 99, '94 24 63'];
        yield ['Pad', 0, '84 24 40'];
        yield ['Pad of its own channel', 5, '99 26 05'];
        yield ['Pedal', 127, 'B4 0B 7C'];
        yield ['Pedal', 0, 'B4 0B 03'];
        yield ['Wheel', 0, 'E4 00 40'];
        yield ['Wheel', -8192, 'E4 00 00'];
        yield ['Wheel', 9000, 'E4 7F 7F'];
        yield ['Fine', 300, 'B4 63 02 B4 62 2C B4 06 02 B4 26 2C'];
        yield ['Wide', 300, 'B4 0C 02 B4 2C 2C'];
        yield ['Dial', 3, 'B4 14 03'];
        yield ['Dial', -3, 'B4 14 7D'];
        yield ['Dial 64', -3, 'B4 15 3D'];
        yield ['Dial signed', -3, 'B4 16 43'];
        yield ['Exclusive', 5, 'F0 7D 05 F7'];
        yield ['Unknown', 5, ''];
        yield ['key 60', 100, '94 3C 64'];
        yield ['key 60', 0, '84 3C 40'];
        yield ['key 200', 1, ''];
        yield ['clock', 0, 'F8'];
        yield ['start', 0, 'FA'];
        yield ['finger 1 key 60', 100, ''];
    }

    #[DataProvider('touches')]
    public function testAControlSendsWhatItsChartSays(string $control, int $value, string $bytes): void
    {
        self::assertSame($bytes, Bytes::toHex(self::sender()->play($control, $value)));
    }

    public function testAKindThatIsSwitchedOffDoesNotLeave(): void
    {
        $sender = self::sender(['programs' => ['value' => 'off', 'state' => 'set']]);
        self::assertSame('', $sender->play('Preset', 127));
        self::assertSame('B4 50 7F', Bytes::toHex($sender->play('Switch', 127)));
    }

    public function testFingersHaveChannelsOfTheirOwn(): void
    {
        $chart = [
            'schema' => 1,
            'name' => 'Slab',
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => 2]],
            'surface' => ['controls' => [['name' => 'Surface', 'sort' => 'surface']]],
        ];
        $sender = new DeviceSender(Kit::setup(Kit::rig(['slab' => $chart], [['name' => 'slab', 'chart' => 'slab']], []))->boxes['slab']);
        self::assertSame('E3 00 40 93 3C 64', Bytes::toHex($sender->play('finger 3 key 60', 100)));
        self::assertSame('83 3C 40', Bytes::toHex($sender->play('finger 3 key 60', 0)));
        self::assertSame('D1 07', Bytes::toHex($sender->play('finger 1 pressure', 7)));
        self::assertSame('', $sender->play('finger 11 key 60', 100));
    }

    /** What a stand-in sends at its ends is what rules that name its control are for. */
    public function testRulesAreForWhatStandInsSend(): void
    {
        $compared = 0;
        for ($seed = 0; $seed < 30; ++$seed) {
            $random = new RandomRig($seed);
            $devices = RigDevices::of($setup = Kit::setup($random->rig, $random->book()));
            foreach ($setup->boxes['sender_0']->chart->surface->controls ?? [] as $control) {
                try {
                    $message = $devices->control(
                        new Token(TokenType::Word, 'sender_0', new Span(1, 1), true),
                        new Token(TokenType::Text, $control->name, new Span(1, 1), true),
                    )[0];
                } catch (RulebookError) {
                    continue;
                }
                $isNote = 'note' === $message->kind->value;
                self::assertSame(
                    implode('', Hand::at($message, $isNote ? 90 : $message->last)),
                    (new DeviceSender($setup->boxes['sender_0']))->play($control->name, $isNote ? 90 : ($message->isTwoState ? 127 : $message->last)),
                    "{$seed} {$control->name}",
                );
                ++$compared;
            }
        }
        self::assertGreaterThan(200, $compared);
    }

    public function testUnitsPlayOverTheirLeads(): void
    {
        $bench = self::bench('salt-ferry');
        self::assertSame(
            ['treadle', 'strip', 'tray', 'slab', 'tilt', 'keys', 'sequencer', 'host', 'desk in'],
            array_column($bench->senders(), 'id'),
        );
        self::assertSame(
            ['desk in' => ['port' => 'desk', 'chart' => 'faders', 'channel' => null]],
            array_filter(array_column($bench->senders(), 'standIn', 'id')),
            'at desk, whose unit has nothing to play, something stands in',
        );
        self::assertTrue($bench->touch(3_000_000, 'tray', 'Pad 3', 80));
        self::assertSame([['timeUs' => 3_000_000, 'port' => 'pads', 'bytes' => "\x99\x26\x50"]], $bench->takeCame());
        self::assertFalse($bench->touch(3_100_000, 'nobody', 'Pad 3', 80));
    }

    public function testWhatAWrongPlugStopsDoesNotComeIn(): void
    {
        $bench = self::bench('salt-ferry-as-found');
        self::assertSame('the lead tilt does not work', array_column($bench->senders(), 'stopped', 'id')['tilt']);
        self::assertNull(array_column($bench->senders(), 'stopped', 'id')['keys']);
        self::assertTrue($bench->touch(3_000_000, 'tilt', 'Tilt', 80));
        self::assertSame([], $bench->takeCame());
    }

    private static function bench(string $rig): Bench
    {
        $setup = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3)."/demo/{$rig}.rig.json")));
        $checked = (new RigAnalysis($setup))->checked();
        $standIns = (new StandIns(Shipped::charts()))->units($checked->book);
        $patch = Patch::of(Setup::of($setup->rig, $checked->written))->playedBy($standIns);
        $bench = Bench::start(Compiler::load($checked->book, true), $patch);
        $bench->takeCame();

        return $bench;
    }

    /** @param array<string, mixed> $settings */
    private static function sender(array $settings = []): DeviceSender
    {
        $control = static fn (string $name, string $sort, array $message, array $more = []): array => [
            'name' => $name,
            'sort' => $sort,
            'sends' => [['gesture' => \in_array($sort, ['switch', 'pad'], true) ? 'press' : 'move', 'message' => $message]],
            ...$more,
        ];
        $chart = [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'settings' => [['id' => 'programs', 'title' => 'Programs', 'values' => ['on', 'off'], 'factory' => 'on', 'how' => [['by' => 'menu']]]],
            'plugs' => [Kit::din('out', 'out')],
            'keys' => ['low' => 36, 'high' => 84],
            'clock' => ['sends' => true],
            'sends' => [
                [
                    'at' => ['out'],
                    'channel' => 5,
                    'kinds' => [
                        'cc' => true,
                        'note' => true,
                        'bend' => true,
                        'sysex' => true,
                        'clock' => true,
                        'start' => true,
                        'program' => 'programs',
                    ],
                ],
            ],
            'surface' => [
                'controls' => [
                    $control('Switch', 'switch', ['kind' => 'cc', 'number' => 80, 'values' => [0, 127]]),
                    $control('Upside down', 'switch', ['kind' => 'cc', 'number' => 81, 'values' => [127, 0]]),
                    [
                        'name' => 'Two messages',
                        'sort' => 'switch',
                        'sends' => [
                            ['gesture' => 'press', 'message' => ['kind' => 'program', 'number' => 7]],
                            ['gesture' => 'release', 'message' => ['kind' => 'cc', 'number' => 82, 'values' => [1, 1]]],
                        ],
                    ],
                    $control('Preset', 'switch', ['kind' => 'program', 'number' => 3]),
                    $control('Pad', 'pad', ['kind' => 'note', 'number' => 36]),
                    $control('Pad of its own channel', 'pad', ['kind' => 'note', 'number' => 38, 'channel' => 10]),
                    $control('Pedal', 'pedal', ['kind' => 'cc', 'number' => 11]),
                    $control('Wheel', 'wheel', ['kind' => 'bend']),
                    $control('Fine', 'knob', ['kind' => 'nrpn', 'number' => 300]),
                    $control('Wide', 'knob', ['kind' => 'cc14', 'number' => 12]),
                    $control('Dial', 'encoder', ['kind' => 'cc', 'number' => 20], ['encoding' => 'twos complement']),
                    $control('Dial 64', 'encoder', ['kind' => 'cc', 'number' => 21], ['encoding' => 'offset 64']),
                    $control('Dial signed', 'encoder', ['kind' => 'cc', 'number' => 22], ['encoding' => 'sign bit']),
                    $control('Exclusive', 'knob', ['kind' => 'sysex', 'sysex' => 'F0 7D {v} F7']),
                    ['name' => 'Unknown', 'sort' => 'knob'],
                ],
            ],
        ];

        return new DeviceSender(
            Kit::setup(
                Kit::rig(
                    ['board' => $chart],
                    [['name' => 'board', 'chart' => 'board', 'settings' => $settings, 'measured' => ['Pedal' => ['heel' => 3, 'toe' => 124]]]],
                    [],
                ),
            )->boxes['board'],
        );
    }
}
