<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Rig\Document\Rig;

/** Rigs, rulebooks that name their devices, and tapes, out of a seed. */
final class RandomRig
{
    private readonly \Random\Randomizer $random;
    private readonly int $senders;
    private readonly int $receivers;
    public readonly Rig $rig;
    /** @var array<string, list<string>> titles of parameters by device */
    private array $parameters = [];
    /** @var array<string, list<string>> messages that the controls send, as hexadecimal with VV for a value, by in port */
    private array $played = [];
    private string $ports = '';

    /** @param bool $forgets whether there is what people forget: thrus that are off, kinds that are not received or not passed on, facts that nobody knows */
    public function __construct(int $seed, private readonly bool $forgets = false)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $this->senders = $this->random->getInt(1, 3);
        $this->receivers = $this->random->getInt(1, 4);
        $this->rig = $this->make();
    }

    public function book(): string
    {
        $text =
            $this->ports.
            "memory m = 3\n".
            $this->pick('', "scene \"A\"\n".$this->burst()."scene \"B\"\n".$this->burst()."always\n").
            $this->pick('', "stack storm\n".str_replace('  on enter ', '  ', $this->burst()));
        $hasStack = str_contains($text, 'stack storm');
        $rules = $this->random->getInt(1, 5);
        for ($rule = 0; $rule < $rules; ++$rule) {
            $text .= "rule \"{$rule}\"\n  ".$this->pick('take', 'take', 'copy').' '.$this->selector()."\n";
            for ($step = $this->random->getInt(1, 4); $step > 0; --$step) {
                $text .= '  '.$this->step($hasStack)."\n";
            }
        }

        return $text;
    }

    public function tape(int $events = 60): string
    {
        $tape = '';
        $time = 0;
        for ($event = 0; $event < $events; ++$event) {
            $time += $this->random->getInt(0, 40);
            $port = (string) $this->pickFrom(array_keys($this->played));
            $message = (string) $this->pickFrom($this->played[$port] ?? ['F8']);
            $tape .=
                "{$time} {$port} ".
                (string) preg_replace_callback(
                    '/VV/',
                    fn (): string => \sprintf('%02X', $this->pickFrom([0, 0, 64, 63, 127, $this->random->getInt(0, 127)])),
                    $message,
                ).
                "\n";
        }

        return $tape;
    }

    /** A rulebook in which controls do no more than turn parameters, so that much of it can be proven. */
    public function plainBook(): string
    {
        $text = $this->ports;
        foreach (['Fader 1', 'Wheel', 'Touch', 'Fine', 'Switch 1'] as $index => $control) {
            $device = $this->device();
            $text .=
                "rule \"{$control}\"\n  take sender_0 \"{$control}\"\n  turn {$device} \"{$this->parameters[$device][$index]}\"".
                $this->pick('', '', ' pickup').
                "\n";
        }

        return $text.$this->pick('', "rule \"Pads\"\n  take sender_0 \"Pad 1\"\n  recall {$this->device()} 12\n");
    }

    /** A rulebook in which a third of the rules meets values, waits for gestures or toggles. */
    public function gesturedBook(): string
    {
        $text = $this->ports.$this->pick('', '', "scene \"A\"\nscene \"B\"\nalways\n");
        foreach (['Fader 1', 'Wheel', 'Touch', 'Fine', 'Switch 1', 'Switch 2', 'Switch 3', 'Pad 1', 'Pad 2'] as $index => $control) {
            $device = $this->device();
            $target = "{$device} \"{$this->parameters[$device][$this->random->getInt(0, 11)]}\"";
            $isPressed = $index >= 4;
            $isPlain = 0 !== $this->random->getInt(0, 2);
            [$gesture, $step] = match (true) {
                $isPlain => [
                    '',
                    $isPressed
                        ? "  press\n  ".$this->pick("turn {$target} to 1", "recall {$device} 12", "turn {$target} to other")
                        : "  turn {$target}",
                ],
                $isPressed => [
                    $this->pick('', ' short', ' held 600ms', ' twice 300ms'),
                    '  '.
                    $this->pick("press\n  turn {$target} to other", "toggle 0 90\n  turn {$target}", "turn {$target} to 5", "recall {$device} 12"),
                ],
                default => ['', "  turn {$target} ".$this->pick('pickup', 'scaled')],
            };
            $text .= "rule \"{$control}\"\n  take sender_0 \"{$control}\"{$gesture}\n{$step}\n";
        }

        return $text;
    }

    /** A rulebook in numbers alone, which may be those of nobody. */
    public function numberedBook(): string
    {
        $text = $this->ports;
        foreach (['Fader 1', 'Touch', 'Switch 1', 'Switch 2', 'Pad 1'] as $control) {
            $text .=
                "rule \"{$control}\"\n  take sender_0 \"{$control}\"\n".
                $this->pick(
                    '',
                    "  set channel = {$this->random->getInt(1, 6)}\n",
                    "  become {$this->pick('cc 70', 'cc 71', 'cc 5', 'nrpn 1027', 'cc14 3')} value value channel {$this->random->getInt(1, 6)}\n",
                    "  become program 3\n",
                ).
                '  '.
                $this->pick(
                    'send main',
                    'send side',
                    "send main, side channel {$this->random->getInt(1, 6)}",
                    "post pressure value to main\n  post cc 70 value value channel {$this->random->getInt(1, 6)} to side",
                    "turn {$this->device()} \"P 0\"",
                ).
                "\n";
        }

        return $text;
    }

    public function between(int $one, int $other): int
    {
        return $this->random->getInt(min($one, $other), max($one, $other));
    }

    private function make(): Rig
    {
        $charts = $units = $leads = [];
        for ($index = 0; $index < $this->senders; ++$index) {
            $name = "sender_{$index}";
            $charts[$name] = $this->controller($name, $index);
            $measured = $this->random->getInt(0, 1)
                ? ['measured' => ['Fader 1' => ['heel' => $this->random->getInt(0, 20), 'toe' => $this->random->getInt(90, 127)]]]
                : [];
            $units[] = ['name' => $name, 'chart' => $name, ...$measured];
            $leads[] = Kit::lead("s{$index}", "{$name} out", "post in_{$index}");
            $this->ports .= "port in_{$index} in\n";
        }
        $this->ports .= "port main out\nport side out\n";
        $last = null;
        for ($index = 0; $index < $this->receivers; ++$index) {
            $name = "box_{$index}";
            $charts[$name] = $this->forgets ? $this->forgotten($this->receiver($name, $index)) : $this->receiver($name, $index);
            $units[] = [
                'name' => $name,
                'chart' => $name,
                ...$this->random->getInt(0, 1) ? ['settings' => ['channel' => ['value' => $index + 5, 'state' => 'set']]] : [],
                ...$this->random->getInt(0, 1)
                    ? ['programs' => ['1' => ['name' => 'Reef', 'stores' => ['P 1' => $this->random->getInt(0, 20)]]]]
                    : [],
            ];
            $leads[] =
                null !== $last && $this->random->getInt(0, 1)
                    ? Kit::lead("r{$index}", "{$last} thru", "{$name} in")
                    : Kit::lead("r{$index}", 'post '.$this->pick('main', 'side'), "{$name} in");
            $last = $name;
        }

        return Kit::rig($charts, $units, $leads);
    }

    /** @return array<string, mixed> */
    private function controller(string $name, int $index): array
    {
        $controls = [];
        $add = function (string $title, string $sort, array $message, string $bytes) use (&$controls, $index): void {
            $controls[] = [
                'name' => $title,
                'sort' => $sort,
                'sends' => [['gesture' => 'switch' === $sort || 'pad' === $sort ? 'press' : 'move', 'message' => $message]],
            ];
            $this->played["in_{$index}"][] = $bytes;
        };
        $channel = $this->random->getInt(1, 16);
        $hex = static fn (int $status): string => \sprintf('%02X', $status + $channel - 1);
        for ($switch = 1; $switch <= 3; ++$switch) {
            $number = 20 + 5 * $switch + $this->random->getInt(0, 4);
            $add(
                "Switch {$switch}",
                'switch',
                ['kind' => 'cc', 'number' => $number, 'values' => $this->pickFrom([[0, 127], [0, 127], [127, 0], [10, 90]])],
                $hex(0xB0).\sprintf(' %02X VV', $number),
            );
        }
        $add(
            'Fader 1',
            'fader',
            ['kind' => 'cc', 'number' => 11, ...$this->random->getInt(0, 1) ? ['values' => [0, 100]] : []],
            $hex(0xB0).' 0B VV',
        );
        $add('Wheel', 'wheel', ['kind' => 'bend'], $hex(0xE0).' VV VV');
        $add('Touch', 'surface', ['kind' => 'pressure'], $hex(0xD0).' VV');
        $add('Pad 1', 'pad', ['kind' => 'note', 'number' => 36], $hex(0x90).' 24 VV');
        $add('Pad 2', 'pad', ['kind' => 'note', 'number' => 40], $hex(0x90).' 28 VV');
        $add('Preset', 'switch', ['kind' => 'program', 'number' => 7], $hex(0xC0).' 07');
        $add('Fine', 'knob', ['kind' => 'nrpn', 'number' => 300], "{$hex(0xB0)} 63 02 {$hex(0xB0)} 62 2C {$hex(0xB0)} 06 VV {$hex(0xB0)} 26 VV");

        return [
            'schema' => 1,
            'name' => $name,
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => $channel]],
            'surface' => ['controls' => $controls],
        ];
    }

    /** @return array<string, mixed> */
    private function receiver(string $name, int $index): array
    {
        $parameters = [];
        foreach (
            [
                ['kind' => 'cc', 'number' => 70],
                ['kind' => 'nrpn', 'number' => 1027],
                ['kind' => 'bend'],
                ['kind' => 'sysex', 'sysex' => 'F0 7D {v} F7'],
                ['kind' => 'pressure'],
                ['kind' => 'cc14', 'number' => 3],
                ['kind' => 'cc', 'number' => 71],
                ['kind' => 'note', 'number' => 36],
                ['kind' => 'rpn', 'number' => 5],
                ['kind' => 'polypressure', 'number' => 40],
                ['kind' => 'song'],
                ['kind' => 'mode', 'number' => 122],
            ] as $which => $message
        ) {
            $raw = match ($message['kind']) {
                'bend' => [-8192, 8191],
                'nrpn', 'rpn', 'cc14' => [0, $this->random->getInt(1000, 16383)],
                default => $this->pickFrom([[0, 127], [10, 110], [0, 100], [0, 1]]),
            };
            $this->parameters[$name][] = "P {$which}";
            $parameters[] = [
                'name' => "P {$which}",
                'reach' => 'midi',
                'message' => $message,
                'raw' => $raw,
                'stored' => 0 === $which % 2,
                ...6 === $which
                    ? [
                        'named' => [
                            ['name' => 'Low', 'from' => $raw[0], 'to' => $raw[0], 'send' => $raw[0]],
                            ['name' => 'High', 'from' => $raw[1], 'to' => $raw[1], 'send' => $raw[1]],
                        ],
                    ]
                    : [],
                ...0 === $which && $raw[1] > 50 ? ['centre' => 40] : [],
            ];
        }

        return [
            'schema' => 1,
            'name' => $name,
            'sort' => 'effect',
            'settings' => [['id' => 'channel', 'title' => 'Channel', 'values' => [1, 16], 'factory' => $index + 1]],
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
            'hears' => [
                [
                    'id' => 'all',
                    'at' => ['in'],
                    'channel' => ['setting' => 'channel'],
                    ...$this->random->getInt(0, 1) ? ['deafMs' => ['program' => 25]] : [],
                ],
            ],
            'parameters' => $parameters,
            'programs' => [
                'count' => 20,
                'shown' => ['pattern' => '{number}', 'firstSlot' => $this->random->getInt(0, 1), 'size' => 20],
                'wire' => ['perBank' => 10, 'msb' => $this->pick('none', 'bank'), 'lsb' => $this->pick('none', 'bank')],
                'names' => ['3' => 'Harbour'],
            ],
        ];
    }

    /**
     * @param array<string, mixed> $chart
     *
     * @return array<string, mixed>
     */
    private function forgotten(array $chart): array
    {
        $switch = fn (string $id): array => [
            'id' => $id,
            'title' => $id,
            'values' => ['off', 'on'],
            ...$this->pickFrom([['factory' => 'on'], ['factory' => 'on'], ['factory' => 'off'], []]),
        ];
        $passes = $this->pickFrom([[], ['setting' => 'thru'], ['blocks' => ['program', 'pressure']]]);
        $kinds = $this->pickFrom([
            [],
            ['kinds' => ['cc' => 'receive', 'program' => true, 'pressure' => true, 'note' => true, 'bend' => true]],
            ['kinds' => ['cc' => true, 'program' => false]],
        ]);
        $each = static fn (mixed $list, array $more): array => \is_array($list)
            ? array_map(static fn (mixed $one): array => (\is_array($one) ? $one : []) + $more, $list)
            : [];

        return [
            'settings' => [...$each($chart['settings'], []), $switch('thru'), $switch('receive')],
            'routes' => $each($chart['routes'], $passes),
            'hears' => $each($chart['hears'], $kinds),
        ] + $chart;
    }

    private function selector(): string
    {
        $device = 'sender_'.$this->random->getInt(0, $this->senders - 1);

        return $this->pick(
            "{$device} \"Switch 1\"..\"Switch 3\"",
            "{$device} \"Fader 1\"",
            "{$device} \"Wheel\"",
            "{$device} \"Pad 1\", \"Pad 2\"",
            "{$device} \"Switch 2\", \"Touch\"",
            "{$device} \"fine\"",
            "{$device} \"Preset\"",
            'cc 11',
            'note',
            "{$device} \"Switch 1\" value 64..127",
        );
    }

    private function step(bool $hasStack): string
    {
        return $this->pick(
            $this->named(),
            $this->named(),
            $this->named(),
            'press',
            'toggle 0 90',
            'set value = value / 2',
            'send main',
            'remember m = value',
            'become cc 5 value value',
            $hasStack ? 'do storm' : 'set channel = 2',
            'play '.$this->device(),
            'post cc 9 value m to side',
        );
    }

    private function named(): string
    {
        $device = $this->device();
        $parameter = (string) $this->pickFrom($this->parameters[$device]);

        return $this->pick(
            "turn {$device} \"{$parameter}\"",
            "turn {$device} \"{$parameter}\"",
            "turn {$device} \"{$parameter}\" pickup",
            "turn {$device} \"{$parameter}\" scaled",
            "turn {$device} \"P 6\" to \"high\"",
            "turn {$device} \"P 6\" to other",
            "recall {$device} \"Harbour\"",
            "recall {$device} 12",
            "turn {$device} \"{$parameter}\" to m",
            "turn {$device} \"P 0\" to m - 5 percent",
        );
    }

    private function burst(): string
    {
        $lines = '';
        for ($count = $this->random->getInt(1, 3); $count > 0; --$count) {
            $device = $this->device();
            $lines .=
                '  on enter '.
                $this->pick(
                    "recall {$device} \"Harbour\"",
                    "turn {$device} \"P 1\" to 300",
                    "turn {$device} \"P 0\" to 50 percent",
                    'post cc 1 value 2 to main',
                ).
                "\n";
        }

        return $lines;
    }

    private function device(): string
    {
        return 'box_'.$this->random->getInt(0, $this->receivers - 1);
    }

    private function pick(string ...$choices): string
    {
        return array_values($choices)[$this->random->getInt(0, \count($choices) - 1)];
    }

    /**
     * @template T
     *
     * @param list<T> $choices
     *
     * @return T
     */
    private function pickFrom(array $choices): mixed
    {
        return $choices[$this->random->getInt(0, \count($choices) - 1)];
    }
}
