<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Screens;

/** The boxes of a large show, as charts: invented, like everything in them. */
final class LargeCharts
{
    public const PARAMETERS = 800;
    public const PROGRAMS = 512;

    private const POWER_IN = ['id' => 'dc', 'label' => 'DC in', 'connector' => 'barrel', 'uses' => [['way' => 'in', 'carries' => 'power']],
        'power' => ['way' => 'needs', 'current' => 'dc', 'volts' => [9, 9], 'mA' => 100, 'centre' => '-']];

    /** @return array<string, array<string, mixed>> by their id */
    public static function all(): array
    {
        return ['board' => self::board(), 'strip' => self::strip(), 'keys' => self::keys(), 'hub' => self::hub(), 'great' => self::great(),
            'small' => self::small(), 'supply' => self::supply()];
    }

    /** @return array<string, mixed> */
    private static function board(): array
    {
        $controls = [];
        for ($number = 1; $number <= 10; ++$number) {
            $controls[] = ['name' => "Switch {$number}", 'sort' => 'switch', 'at' => [intdiv($number - 1, 5), ($number - 1) % 5], 'assign' => 'menu',
                'latching' => false, 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 79 + $number, 'values' => [0, 127]]]]];
        }
        $controls[] = ['name' => 'Pedal', 'sort' => 'pedal', 'assign' => 'menu', 'sends' => [self::moves(11)]];

        return self::sender('Gravel foot board', ['cc' => true]) + ['surface' => ['controls' => $controls]];
    }

    /** @return array<string, mixed> */
    private static function strip(): array
    {
        $controls = [];
        for ($number = 1; $number <= 16; ++$number) {
            $controls[] = ['name' => "Fader {$number}", 'sort' => 'fader', 'at' => [0, $number - 1], 'assign' => 'editor',
                'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 19 + $number]]]];
        }

        return self::sender('Flint fader strip', ['cc' => true]) + ['surface' => ['controls' => $controls]];
    }

    /** @return array<string, mixed> */
    private static function keys(): array
    {
        return self::sender('Alder keys', ['note' => true, 'cc' => true, 'bend' => true]) + ['keys' => ['low' => 36, 'high' => 96, 'key60' => 'C4'],
            'surface' => ['controls' => [['name' => 'Wheel', 'sort' => 'wheel', 'sends' => [self::moves(1)]]]]];
    }

    /** @return array<string, mixed> */
    private static function hub(): array
    {
        $plugs = [self::din('in', 'MIDI IN', 'in')];
        for ($number = 1; $number <= 6; ++$number) {
            $plugs[] = self::din("out{$number}", "MIDI OUT {$number}", 'out');
        }
        $outs = array_column(\array_slice($plugs, 1), 'id');

        return ['schema' => 1, 'name' => 'Fork hub', 'sort' => 'hub', 'settings' => [], 'plugs' => [...$plugs, self::POWER_IN],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => $outs, 'kind' => 'hardware']]];
    }

    /** @return array<string, mixed> a synth with so many parameters and programs as any has */
    private static function great(): array
    {
        $parameters = [];
        for ($number = 0; $number < self::PARAMETERS; ++$number) {
            $part = 1 + intdiv($number, 50);
            $parameters[] = ['name' => \sprintf('Part %d %s %d', $part, ['Level', 'Pan', 'Cutoff', 'Decay', 'Send'][$number % 5], 1 + intdiv($number % 50, 5)),
                'family' => "Part {$part}", 'reach' => 'midi', 'message' => ['kind' => 'nrpn', 'number' => $number], 'raw' => [0, 127], 'stored' => true];
        }
        $names = [];
        for ($number = 0; $number < self::PROGRAMS; ++$number) {
            $names[] = \sprintf('%s %s %d', ['Salt', 'Moor', 'Reed', 'Lamp'][$number % 4], ['bell', 'pad', 'bass', 'string'][intdiv($number, 4) % 4], $number);
        }

        return self::receiver('Heron synth', ['note' => true, 'cc' => true, 'nrpn' => true, 'bend' => true, 'program' => true]) + ['parameters' => $parameters,
            'keys' => ['low' => 0, 'high' => 127, 'key60' => 'C4', 'voices' => 16], 'programs' => ['count' => self::PROGRAMS,
                'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => self::PROGRAMS],
                'wire' => ['perBank' => 128, 'msb' => 'none', 'lsb' => 'bank'], 'names' => $names]];
    }

    /** @return array<string, mixed> */
    private static function small(): array
    {
        $parameters = [];
        foreach (['Mix', 'Time', 'Tone', 'Depth'] as $index => $name) {
            $parameters[] = ['name' => $name, 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20 + $index], 'raw' => [0, 127]];
        }

        return self::receiver('Wren echo', ['cc' => true, 'program' => true]) + ['parameters' => $parameters, 'programs' => ['count' => 100,
            'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 100], 'wire' => ['perBank' => 100, 'msb' => 'none', 'lsb' => 'none'],
            'names' => ['Near', 'Far', 'Cave']]];
    }

    /** @return array<string, mixed> */
    private static function supply(): array
    {
        $plugs = [];
        for ($number = 1; $number <= 16; ++$number) {
            $plugs[] = ['id' => "o{$number}", 'label' => "Output {$number}", 'connector' => 'barrel', 'uses' => [['way' => 'out', 'carries' => 'power']],
                'power' => ['way' => 'gives', 'current' => 'dc', 'volts' => [9, 9], 'mA' => 500, 'centre' => '-']];
        }

        return ['schema' => 1, 'name' => 'Ember supply', 'sort' => 'supply', 'settings' => [], 'plugs' => $plugs];
    }

    /**
     * @param array<string, bool> $kinds
     *
     * @return array<string, mixed>
     */
    private static function sender(string $name, array $kinds): array
    {
        return ['schema' => 1, 'name' => $name, 'sort' => 'controller', 'settings' => [self::channel('Send channel')],
            'plugs' => [self::din('out', 'MIDI OUT', 'out'), self::din('in', 'MIDI IN', 'in'), self::POWER_IN],
            'sends' => [['at' => ['out'], 'channel' => ['setting' => 'channel'], 'kinds' => $kinds]]];
    }

    /**
     * @param array<string, bool> $kinds
     *
     * @return array<string, mixed>
     */
    private static function receiver(string $name, array $kinds): array
    {
        return ['schema' => 1, 'name' => $name, 'sort' => 'synth', 'settings' => [self::channel('MIDI channel')],
            'plugs' => [self::din('in', 'MIDI IN', 'in'), self::din('thru', 'MIDI THRU', 'out'), self::POWER_IN],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => $kinds]]];
    }

    /** @return array<string, mixed> */
    private static function moves(int $number): array
    {
        return ['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => $number]];
    }

    /** @return array<string, mixed> */
    private static function channel(string $title): array
    {
        return ['id' => 'channel', 'title' => $title, 'values' => [1, 16], 'factory' => 1, 'how' => [['by' => 'menu', 'where' => 'menu 2']]];
    }

    /** @return array<string, mixed> */
    private static function din(string $id, string $label, string $way): array
    {
        return ['id' => $id, 'label' => $label, 'connector' => 'din5', 'uses' => [['way' => $way, 'carries' => 'midi']]];
    }
}
