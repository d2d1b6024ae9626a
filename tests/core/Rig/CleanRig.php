<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

/** A random rig in which nothing is wrong, as the JSON that people would write; and faults that can be put into it, one at a time. */
final class CleanRig
{
    private readonly \Random\Randomizer $random;
    /** @var array<string, mixed> */
    public readonly array $json;
    private readonly int $boxes;

    public function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $this->boxes = $this->random->getInt(2, 5);
        $this->json = $this->make();
    }

    /** @return array<string, array{array<string, mixed>, string}> changes by pointer, and the one cause that they are found as; by what was done */
    public function faults(): array
    {
        $book = $this->book();
        $box = $this->random->getInt(1, $this->boxes - 1);
        $with = static fn (string $more): array => ['/rulebook' => $book.$more];

        return [
            'the channel of another box' => [
                ["/units/{$this->unit($box)}/settings/channel" => ['value' => 2, 'state' => 'set']],
                "units box_0 and box_{$box}: shared-channel",
            ],
            'a thru switched off' => [
                ["/units/{$this->unit('hub')}/settings/thru" => ['value' => 'off', 'state' => 'set']],
                'unit hub thru: thru-off',
            ],
            'controllers not received' => [
                ["/units/{$this->unit($box)}/settings/rxcc" => ['value' => 'off', 'state' => 'set']],
                "unit box_{$box} rxcc: receive-off",
            ],
            'programs not received' => [
                ["/units/{$this->unit($box)}/settings/rxpc" => ['value' => 'off', 'state' => 'set']],
                "unit box_{$box} rxpc: receive-off",
            ],
            'two boards on one channel' => [
                ["/units/{$this->unit('other')}/settings/tx" => ['value' => 16, 'state' => 'set']],
                'units board and other: same-message',
            ],
            'programs sent by itself' => [
                ["/units/{$this->unit('board')}/settings/auto" => ['value' => 'on', 'state' => 'set']],
                'unit board auto: default-alive',
            ],
            'a pedal taken by its number' => [
                [
                    '/rulebook' => str_replace(
                        "  take board \"Pedal\"\n  turn box_0 \"Level\"",
                        "  from floor\n  take cc 11 channel 16\n  set channel = 2\n  send main",
                        $book,
                    ),
                ],
                'unit board "Pedal": falls-short',
            ],
            'no clock' => [
                [
                    '/rulebook' => str_replace(
                        ["clock beat\n  tempo 100\n  send main\n", "rule \"Go\"\n  take board \"Switch 3\"\n  press\n  start beat\n"],
                        '',
                        $book,
                    ),
                ],
                'unit box_0 clock: clock-missing',
            ],
            'a clock that nobody starts' => [
                ['/rulebook' => str_replace("  start beat\n", "  tap beat\n", $book)],
                'clock beat: clock-never-started',
            ],
            'a second clock' => [
                $with("rule \"Second clock\"\n  take board \"Switch 4\"\n  press\n  start other\nclock other\n  send main\n"),
                'line '.(substr_count($book, "\n") + 6).': two-clocks',
            ],
            'a song that is too slow' => [
                [
                    '/show' => [
                        'songs' => [['id' => 'a', 'title' => 'Slack water', 'tempo' => 21], ['id' => 'b', 'title' => 'Ebb', 'tempo' => 90]],
                        'setLists' => [['name' => 'Tonight', 'songs' => ['b', 'a', 'a']]],
                    ],
                ],
                'unit box_0 songs: tempo-out-of-range',
            ],
            'a clock that is too fast' => [['/rulebook' => str_replace('tempo 100', 'tempo 250', $book)], 'unit box_0 clock: tempo-out-of-range'],
            'a toggle of what toggles by itself' => [
                $with("rule \"Mute\"\n  take board \"Switch 4\"\n  turn box_{$box} \"Mute\" to other\n"),
                'line '.(substr_count($book, "\n") + 3).': toggles-by-itself',
            ],
            'a second fader' => [
                $with("rule \"Again\"\n  take other \"Pedal\"\n  turn box_0 \"Level\"\n"),
                'parameter box_0 "Level": two-rules-one-parameter',
            ],
            'a channel that nobody has' => [
                $with("rule \"By number\"\n  take board \"Switch 4\"\n  post cc 20 value 3 channel 15 to main\n"),
                'line '.(substr_count($book, "\n") + 3).': channel-nobody-hears',
            ],
            'a channel that nobody sends' => [
                $with("rule \"By number\"\n  from floor\n  take cc 11 channel 1\n  send main channel 2\n"),
                'line '.(substr_count($book, "\n") + 3).': channel-nobody-sends',
            ],
            'an empty battery' => [["/units/{$this->unit('board')}/battery" => ['hours' => 1]], 'unit board battery: battery-short'],
            'a label that is too long' => [
                ["/units/{$this->unit('board')}/labels" => ['Switch 1' => ['text' => 'The long way home']]],
                'unit board "Switch 1": label-too-long',
            ],
            'a switch on a bank select' => [
                ["/units/{$this->unit('board')}/assigned" => ['Switch 4' => ['message' => ['kind' => 'cc', 'number' => 32], 'state' => 'set']]],
                'unit board "Switch 4": number-not-for-controls',
            ],
            'a misspelt parameter' => [
                $with("rule \"Oops\"\n  take board \"Switch 4\"\n  turn box_{$box} \"Levl\"\n"),
                'line '.(substr_count($book, "\n") + 3).': unknown-parameter',
            ],
            'a lead that ends nowhere' => [['/leads/0/b/plug' => 'gone'], 'lead floor: lead-dangling'],
            'a number that nobody hears' => [
                $with("rule \"By number\"\n  take board \"Switch 4\"\n  press\n  post cc 77 value 3 channel ".($box + 2)." to main\n"),
                'line '.(substr_count($book, "\n") + 4).': number-nobody-hears',
            ],
            'another number on the way through' => [
                $with(
                    "rule \"By number\"\n  from floor\n  take cc 105 channel 16\n  become cc 78 value value\n  send main channel ".
                        ($box + 2).
                        "\n",
                ),
                'line '.(substr_count($book, "\n") + 5).': number-nobody-hears',
            ],
            'a program that it does not have' => [
                $with("rule \"By number\"\n  take board \"Switch 4\"\n  press\n  post program 10 channel ".($box + 2)." to main\n"),
                'line '.(substr_count($book, "\n") + 4).': program-out-of-range',
            ],
            'a value that it does not have' => [
                $with(
                    "stack far\n  turn box_{$box} \"Level\" to {$this->random->getInt(
                        128,
                        900,
                    )}\nrule \"Far\"\n  take board \"Switch 4\"\n  press\n  do far\n",
                ),
                'line '.(substr_count($book, "\n") + 2).': value-out-of-range',
            ],
            'less than nothing' => [
                $with(
                    "stack far\n  turn box_{$box} \"Level\" to -{$this->random->getInt(
                        1,
                        90,
                    )} percent\nrule \"Far\"\n  take board \"Switch 4\"\n  press\n  do far\n",
                ),
                'line '.(substr_count($book, "\n") + 2).': value-out-of-range',
            ],
            'controllers blocked' => [['/charts/hub/chart/routes/0/blocks' => ['cc']], 'unit hub blocks: kind-blocked'],
            'programs blocked' => [['/charts/hub/chart/routes/0/blocks' => ['sysex', 'program']], 'unit hub blocks: kind-blocked'],
            'a clock blocked' => [['/charts/hub/chart/routes/0/blocks' => ['clock']], 'unit hub blocks: kind-blocked'],
            'controllers blocked before the post' => [['/charts/merge/chart/routes/0/blocks' => ['cc']], 'unit merge blocks: kind-blocked'],
            'a very long lead' => [["/leads/{$this->random->getInt(0, 2)}/parts/0/lengthM" => 22], 'lead *: lead-unknown'],
        ];
    }

    private function unit(int|string $name): int
    {
        $names = ['board', 'other', 'merge', 'hub'];

        return \is_int($name) ? \count($names) + $name : (int) array_search($name, $names, true);
    }

    private function book(): string
    {
        $text = "port floor in\nport main out\nclock beat\n  tempo 100\n  send main\n";
        $text .= "rule \"Pedal\"\n  take board \"Pedal\"\n  turn box_0 \"Level\"\n";
        $text .= "rule \"Go\"\n  take board \"Switch 3\"\n  press\n  start beat\n";
        for ($box = 1; $box < $this->boxes; ++$box) {
            $text .= "rule \"Knob {$box}\"\n  take other \"Knob {$box}\"\n  turn box_{$box} \"Level\"".(0 === $box % 2 ? ' pickup' : '')."\n";
            $text .= "rule \"Program {$box}\"\n  take other \"Switch {$box}\"\n  press\n  recall box_{$box} 3\n";
        }

        return $text;
    }

    /** @return array<string, mixed> */
    private function make(): array
    {
        $charts = [
            'board' => $this->board('board'),
            'merge' => $this->hub(['a', 'b'], ['out']),
            'hub' => $this->hub(['in'], array_map(static fn (int $out): string => "o{$out}", range(0, $this->boxes - 1))),
        ];
        $units = [
            [
                'name' => 'board',
                'chart' => ['id' => 'board', 'revision' => 1],
                'settings' => ['tx' => ['value' => 16, 'state' => 'set'], 'auto' => ['value' => 'off', 'state' => 'set']],
                'measured' => ['Pedal' => ['heel' => $this->random->getInt(1, 9), 'toe' => $this->random->getInt(110, 126)]],
            ],
            [
                'name' => 'other',
                'chart' => ['id' => 'board', 'revision' => 1],
                'settings' => ['tx' => ['value' => $this->random->getInt(10, 14), 'state' => 'set'], 'auto' => ['value' => 'off', 'state' => 'set']],
            ],
            ['name' => 'merge', 'chart' => ['id' => 'merge', 'revision' => 1], 'settings' => ['thru' => ['value' => 'on', 'state' => 'set']]],
            ['name' => 'hub', 'chart' => ['id' => 'hub', 'revision' => 1], 'settings' => ['thru' => ['value' => 'on', 'state' => 'set']]],
        ];
        $leads = [
            Kit::lead('floor', 'merge out', 'post floor'),
            Kit::lead('board', 'board out', 'merge a'),
            Kit::lead('other', 'other out', 'merge b'),
            Kit::lead('main', 'post main', 'hub in'),
        ];
        for ($box = 0; $box < $this->boxes; ++$box) {
            $charts["box_{$box}"] = $this->box($box);
            $units[] = [
                'name' => "box_{$box}",
                'chart' => ['id' => "box_{$box}", 'revision' => 1],
                'settings' => ['channel' => ['value' => $box + 2, 'state' => 'set']],
            ];
            $leads[] = Kit::lead("to {$box}", "hub o{$box}", "box_{$box} in");
        }

        return [
            'schema' => 1,
            'name' => 'Clean',
            'showHours' => 3,
            'rulebook' => $this->book(),
            'units' => $units,
            'leads' => $leads,
            'charts' => array_map(static fn (array $chart): array => ['revision' => 1, 'chart' => $chart], $charts),
        ];
    }

    /** @return array<string, mixed> */
    private function board(string $name): array
    {
        $controls = [];
        for ($switch = 1; $switch <= 6; ++$switch) {
            $controls[] = [
                'name' => "Switch {$switch}",
                'sort' => 'switch',
                'assign' => 'menu',
                'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 101 + $switch, 'values' => [0, 127]]]],
                'display' => ['characters' => 8, 'lines' => 1],
            ];
            $controls[] = [
                'name' => "Knob {$switch}",
                'sort' => 'knob',
                'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 14 + $switch]]],
            ];
        }
        $controls[] = ['name' => 'Pedal', 'sort' => 'pedal', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 11]]]];

        return [
            'schema' => 1,
            'name' => $name,
            'sort' => 'controller',
            'settings' => [self::setting('tx', [1, 16], 1), self::setting('auto', ['on', 'off'], 'on')],
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => ['setting' => 'tx'], 'kinds' => ['cc' => true, 'program' => 'auto']]],
            'automatic' => [['what' => 'a program with each bank', 'kind' => 'program', 'at' => ['out'], 'setting' => 'auto']],
            'clock' => ['sends' => false],
            'surface' => ['controls' => $controls],
        ];
    }

    /**
     * @param list<string> $ins
     * @param list<string> $outs
     *
     * @return array<string, mixed>
     */
    private function hub(array $ins, array $outs): array
    {
        return [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'settings' => [self::setting('thru', ['on', 'off'], 'off')],
            'plugs' => [
                ...array_map(static fn (string $in): array => Kit::din($in, 'in'), $ins),
                ...array_map(static fn (string $out): array => Kit::din($out, 'out'), $outs),
            ],
            'routes' => [['id' => 'all', 'from' => $ins, 'to' => $outs, 'kind' => 'message', 'setting' => 'thru']],
        ];
    }

    /** @return array<string, mixed> */
    private function box(int $index): array
    {
        return Kit::hearer("Box {$index}", 1, 1, 'menu', [
            'settings' => [
                self::setting('channel', [1, 16], 1),
                self::setting('rxcc', ['on', 'off'], 'on'),
                self::setting('rxpc', ['on', 'off'], 'on'),
            ],
            'hears' => [
                [
                    'id' => 'all',
                    'at' => ['in'],
                    'channel' => ['setting' => 'channel'],
                    'kinds' => ['note' => true, 'cc' => 'rxcc', 'program' => 'rxpc', 'clock' => true],
                ],
            ],
            'parameters' => [
                [
                    'name' => 'Level',
                    'reach' => 'midi',
                    'message' => ['kind' => 'cc', 'number' => 0 === $index ? 11 : 20 + $this->random->getInt(0, 9)],
                    'raw' => [0, 127],
                ],
                ['name' => 'Mute', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 110], 'raw' => [0, 127], 'behaviour' => 'toggles'],
            ],
            'programs' => [
                'count' => 10,
                'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 10],
                'wire' => ['perBank' => 10, 'msb' => 'none', 'lsb' => 'none'],
            ],
            ...0 === $index ? ['clock' => ['obeys' => true, 'bpm' => [40, 200]]] : [],
        ]);
    }

    /**
     * @param list<string|int> $values
     *
     * @return array<string, mixed>
     */
    private static function setting(string $id, array $values, string|int $factory): array
    {
        return ['id' => $id, 'title' => $id, 'values' => $values, 'factory' => $factory, 'how' => [['by' => 'menu']]];
    }
}
