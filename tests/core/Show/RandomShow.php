<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;

/**
 * A show out of a seed: the rig of the reference or the demo, with rules in which switches, pedals and pads do all that they can in scenes
 * and in stacks, and with songs, labels, stored programs and measured pedals.
 */
final class RandomShow
{
    private const SCENES = ['Quay', 'Sea', 'Fog', 'Reef'];

    /** @var array<'ports'|'switches'|'movers'|'turns'|'pressed'|'recalls'|'numbers', list<string>> */
    private readonly array $words;
    private readonly \Random\Randomizer $random;
    public readonly RigAnalysis $analysis;

    public function __construct(int $seed)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $isFerry = 2 === $seed % 3;
        $this->words = $isFerry ? self::ferry() : self::stage();
        $folder = \dirname(__DIR__, 3);
        /** @var array{units: list<array<string, mixed>>} $json */
        $json = Json::decode((string) file_get_contents($isFerry ? "{$folder}/demo/salt-ferry.rig.json" : "{$folder}/docs/examples/stage.json"));
        $json['units'] = array_map($this->unit(...), $json['units']);
        $isFerry ?: $json = array_replace_recursive($json, [
            'charts' => [
                'board' => ['chart' => ['surface' => ['controls' => [3 => ['perSecond' => 40]]]]],
                'brine' => ['chart' => ['parameters' => [2 => ['dependsOn' => 'program'], 5 => ['dependsOn' => 'page']]]],
            ],
            'units' => [3 => ['battery' => ['hours' => 6]]],
        ]);
        $scenes = \array_slice(self::SCENES, 0, $this->random->getInt(0, 4));
        $this->analysis = new RigAnalysis(
            RigFile::setup(
                RigFile::rig(
                    Json::encode(['rulebook' => $this->book($scenes), 'show' => $this->show($scenes), 'proofs' => []] + $json),
                ),
            ),
        );
    }

    /** @return array<'ports'|'switches'|'movers'|'turns'|'pressed'|'recalls'|'numbers', list<string>> */
    private static function stage(): array
    {
        return [
            'ports' => ["port board in out\n", "port boxes out\n", "port pads in\n"],
            'switches' => ['treadle "Switch 1"', 'treadle "Switch 2"', 'treadle "Switch 3"', 'treadle "Bank up"', 'tray "Pad 1"', 'tray "Pad 2"'],
            'movers' => ['treadle "Pedal"', 'treadle "Wheel"', 'treadle "Fine"'],
            'turns' => ['brine "Mix"', 'brine "Feedback"', 'brine "Pan"', 'brine "Time"', 'brine "Colour"', 'drive "Drive"'],
            'pressed' => ['brine "Mode" to other', 'brine "Mode" to "Tape"', 'drive "Drive" to 60 percent', 'brine "Mix" to other of 20, 90'],
            'numbers' => ['cc 20..22', 'cc 20 channel 1', 'program 5', 'cc 21 value 100..127', 'note key 36..39', 'cc 11', 'nrpn 300', 'any channel 1'],
            'recalls' => ['brine "Harbour"', 'brine "Storm"', 'brine "A3"', 'drive 7', 'drive 42'],
        ];
    }

    /** @return array<'ports'|'switches'|'movers'|'turns'|'pressed'|'recalls'|'numbers', list<string>> */
    private static function ferry(): array
    {
        preg_match_all('/^port .*\n/m', (string) file_get_contents(\dirname(__DIR__, 3).'/demo/rig.book'), $ports);

        return [
            'ports' => $ports[0],
            'switches' => ['treadle "Switch 1"', 'treadle "Switch 2"', 'treadle "Switch 5"', 'treadle "Switch 8"', 'tray "Pad 1"', 'tray "Pad 9"'],
            'movers' => ['treadle "Pedal"', 'tilt "Tilt"', 'strip "A fader 1"', 'strip "A fader 2"', 'strip "B fader 1"', 'keys "Modulation"'],
            'turns' => ['brine "Mix"', 'brine "Swell"', 'echo "Time"', 'sampler "Level 3"', 'desk "Mix 1 / input 1"', 'desk "Mix 1 / input 2"'],
            'pressed' => ['drive "Bypass" to other', 'drive "Bypass" to "Playing"', 'lantern "Lamp 1" to 40 percent', 'echo "Time" to 30 percent'],
            'numbers' => ['cc 80..87', 'cc 80 channel 16', 'note key 36 channel 10', 'cc 11 channel 16', 'cc 82 value 100..127', 'note, program'],
            'recalls' => ['brine "Harbour"', 'brine "Undertow"', 'brine "Last bell"', 'drive 0', 'drive 4'],
        ];
    }

    /**
     * @param array<string, mixed> $unit
     *
     * @return array<string, mixed>
     */
    private function unit(array $unit): array
    {
        return match (true) {
            0 === $this->random->getInt(0, 2) => $unit,
            'treadle' === $unit['name'] => [
                ...$unit,
                'labels' => ['Switch 1' => ['text' => 'Storm', 'colour' => 'red'], 'Switch 2' => ['text' => $this->pick('Calm', 'Storm')]],
                'measured' => ['Pedal' => ['heel' => $this->random->getInt(0, 30), 'toe' => $this->random->getInt(90, 127)]],
            ],
            'brine' === $unit['name'] => [
                ...$unit,
                'programs' => [
                    '1' => ['name' => 'Still water', 'stores' => ['Mix' => $this->random->getInt(0, 100)]],
                    '2' => ['name' => 'Shoal', 'stores' => ['Mix' => $this->random->getInt(0, 100)]],
                ],
            ],
            default => $unit,
        };
    }

    /** @param list<string> $scenes */
    private function book(array $scenes): string
    {
        $book = $this->pick('', "programs from 1\n", "middle C3\n").implode('', $this->words['ports'])."memory depth = 3\n";
        $book .= $this->pick('', "group foot of treadle \"Switch 1\"..\"Switch 3\"\n", "group foot of treadle \"Switch 2\", \"Switch 1\" or none\n");
        $book .= $this->pick('', "lamps treadle\n").$this->pick('', "clock beat\n  tempo 104\n  send boxes\n");
        $later = "  delay 250ms\n  recall {$this->pick(...$this->words['recalls'])}\n";
        $book .= "stack storm\n{$this->burst('  ')}stack calm\n{$this->burst('  ')}{$this->pick('', "  do storm\n", $later)}";
        foreach ($scenes as $scene) {
            $book .= "\nscene \"{$scene}\"\n".$this->burst('  on enter ').$this->pick('', "  on leave release\n", "  on leave do calm\n");
            $book .= $this->rules($scene, $this->random->getInt(0, 3), $scenes, $book);
        }
        $book .= [] === $scenes ? "\n" : "\nalways\n";

        $keys = "\nrule \"Keys\"\n  take note\n  {$this->pick('play brine', 'send boxes', 'drop')}\n";

        return $book.$this->rules('', $this->random->getInt(3, 8), $scenes, $book).$keys;
    }

    private function burst(string $before): string
    {
        $lines = '';
        for ($count = $this->random->getInt(1, 3); $count > 0; --$count) {
            $step = $this->pick(
                "recall {$this->pick(...$this->words['recalls'])}",
                "recall {$this->pick(...$this->words['recalls'])}",
                "turn {$this->pick(...$this->words['turns'])} to {$this->random->getInt(0, 100)} percent",
                'on enter ' === trim($before).' ' ? "do {$this->pick('storm', 'calm')}" : "turn {$this->pick(...$this->words['turns'])} to 12",
            );
            $lines .= "{$before}{$step}\n";
        }

        return $lines;
    }

    /** @param list<string> $scenes */
    private function rules(string $where, int $count, array $scenes, string $sofar): string
    {
        $rules = '';
        for ($index = 0; $index < $count; ++$index) {
            $isPressed = 0 !== $this->random->getInt(0, 2);
            $control = $this->pick(...($isPressed ? $this->words['switches'] : $this->words['movers']));
            $rules .= "\nrule \"{$where} {$index}\"\n".match (true) {
                0 === $this->random->getInt(0, 5) => "  take {$this->pick(...$this->words['numbers'])}\n  recall {$this->pick(...$this->words['recalls'])}\n",
                $isPressed => $this->pressed($control, $scenes, $sofar),
                default => $this->moved($control),
            };
        }

        return $rules;
    }

    /** @param list<string> $scenes */
    private function pressed(string $control, array $scenes, string $sofar): string
    {
        $isStart = str_contains($control, 'Bank');
        $gesture = $isStart ? '' : $this->pick('', '', '', ' held 600ms', ' short', ' twice 300ms');
        $take = $this->pick('take', 'take', 'take', '' === $gesture ? 'copy' : 'take');
        $canChange = '' === $gesture && !str_contains($control, 'tray') && !$isStart;
        $when = $this->pick('', '', '', ' value 64..127', ' where depth > 1', $canChange ? ' changed' : '');
        $doing = [
            "  recall {$this->pick(...$this->words['recalls'])}\n",
            "  turn {$this->pick(...$this->words['pressed'])}\n",
            "  do {$this->pick('storm', 'calm')}\n",
            "  recall {$this->pick(...$this->words['recalls'])}\n  turn {$this->pick(...$this->words['pressed'])}\n",
            "  go {$this->pick('next', 'previous', 'next song', '"'.($scenes[0] ?? 'nowhere').'"', 'depth')}\n",
            "  {$this->pick('panic', 'release', 'drop', 'restore brine', 'remember depth = depth + 1')}\n",
            "  {$this->pick('post program 3 channel 7 to boxes', 'send boxes channel 4', 'play brine', 'set value = 90')}\n",
        ];
        if (str_contains($sofar, 'clock beat')) {
            $doing[] = "  {$this->pick('tap beat', 'start beat', 'stop beat')}\n";
        }
        if (0 === $this->random->getInt(0, 5)) {
            $doing[] = '  light treadle "Switch 1" '.(str_contains($sofar, 'lantern') ? 'on' : '"blue"')."\n";
        }
        $press = '' === $gesture && !$isStart ? $this->pick("  press\n", "  press\n", "  press\n", '', "  toggle\n") : '';
        $more = '' === $gesture ? self::more($control, $this->pick('', '', ...$this->words['switches'])) : '';

        return "  {$take} {$control}{$more}{$gesture}{$when}\n{$press}{$this->pick(...$doing)}";
    }

    /** Titles of one device stand in one list. */
    private static function more(string $control, string $other): string
    {
        $device = strtok($control, ' ');

        return $other === $control || str_contains($other, 'Bank') || !str_starts_with($other, "{$device} ")
            ? ''
            : ', '.substr($other, \strlen("{$device} "));
    }

    private function moved(string $control): string
    {
        return "  take {$control}{$this->pick('', '', ' value 0..100', ' where depth > 1')}\n".
            $this->pick('', '', "  deadband 3\n", "  thin 20ms\n", "  only value > 5\n").
            "  turn {$this->pick(...$this->words['turns'])}{$this->pick('', ' pickup', ' scaled')}\n".
            $this->pick('', '', "  turn {$this->pick(...$this->words['turns'])}\n", "  send boxes channel 9\n");
    }

    /**
     * @param list<string> $scenes
     *
     * @return array<string, mixed>
     */
    private function show(array $scenes): array
    {
        $songs = [];
        foreach (['moor' => 'Mooring', 'swell' => 'Swell', 'light' => 'The light'] as $id => $title) {
            $own = array_values(array_filter($scenes, fn (): bool => 0 !== $this->random->getInt(0, 2)));
            $songs[] = [
                'id' => $id,
                'title' => $title,
                'scenes' => $own,
                ...0 === $this->random->getInt(0, 1) ? ['lengthS' => $this->random->getInt(60, 400), 'tempo' => 90] : [],
            ];
        }

        return [
            'songs' => $songs,
            'setLists' => [['name' => 'Evening', 'songs' => $this->random->shuffleArray(['moor', 'swell', 'light', 'moor'])]],
            ...0 === $this->random->getInt(0, 3) ? [] : ['loaded' => 'Evening'],
            ...0 === $this->random->getInt(0, 1) ? [] : ['columns' => ['drive', 'brine']],
        ];
    }

    private function pick(string ...$choices): string
    {
        return array_values($choices)[$this->random->getInt(0, \count($choices) - 1)];
    }
}
