<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A random rig with random charts and rules that name what is in it: whatever the schema allows, as far as it agrees with itself. */
final readonly class AnyRig
{
    public AnyDocument $charts;
    public AnyDocument $rigs;

    public function __construct(private \Random\Randomizer $random)
    {
        $this->charts = new AnyDocument('chart', $random);
        $this->rigs = new AnyDocument('rig', $random);
    }

    /** The JSON of a chart that is taken. */
    public function chart(): string
    {
        while (true) {
            $chart = self::decoded($this->charts->make('Chart'));
            $plugs = $named = [];
            foreach (self::list($chart, 'plugs') as $place => $plug) {
                $plug['id'] = "plug{$place}";
                $streams = [];
                foreach (self::list($plug, 'streams') as $at => $stream) {
                    $streams[] = ['id' => "s{$at}"] + $stream;
                    $plugs[] = "plug{$place}/s{$at}";
                }
                $named[] = [] === $streams ? $plug : ['streams' => $streams] + $plug;
                $plugs[] = "plug{$place}";
            }
            $chart = ([] === $named ? [] : ['plugs' => $named]) + $chart;
            if (1 === $this->random->getInt(0, 1)) {
                // a plain one, that reaches something
                $chart['plugs'] = [
                    ['id' => 'plug0', 'label' => 'MIDI', 'connector' => 'din5', 'uses' => [['way' => 'both', 'carries' => 'midi']]],
                    ...\array_slice(self::list($chart, 'plugs'), 1),
                ];
                $plugs = ['plug0', 'plug0', 'plug0', ...\array_slice($plugs, 1)];
            }
            $chart = $this->furnished($chart);
            $plugs = [] === $plugs ? ['none'] : $plugs;
            array_walk_recursive($chart, static function (mixed &$value, int|string $key): void {
                $value = 'schema' === $key ? 1 : $value;
            });
            foreach (['sends', 'hears', 'automatic', 'routes'] as $what) {
                $led = [];
                foreach (self::list($chart, $what) as $each) {
                    foreach (['at', 'from', 'to'] as $field) {
                        if (isset($each[$field])) {
                            $each[$field] = array_map(fn (): string => $plugs[$this->random->getInt(0, \count($plugs) - 1)], (array) $each[$field]);
                        }
                    }
                    $led[] = $each;
                }
                $chart = ([] === $led ? [] : [$what => $led]) + $chart;
            }
            $json = self::repaired($chart, static fn (string $json): object => RigFile::chart($json));
            if (null !== $json) {
                return $json;
            }
        }
    }

    /**
     * Mostly with controls and parameters, some of which everything is known of.
     *
     * @param array<mixed> $chart
     *
     * @return array<mixed>
     */
    private function furnished(array $chart): array
    {
        if (1 === $this->random->getInt(1, 5)) {
            return $chart;
        }
        $isPlain = 1 === $this->random->getInt(0, 1);
        $isNumbered = 1 === $this->random->getInt(1, 3); // called "0" and "11", as on the box
        $controls = $parameters = [];
        for ($i = 1; $i <= 3; ++$i) {
            $control = ['name' => $isNumbered ? (string) ($i - 1) : "Switch {$i}"] + self::decoded($this->charts->make('Control'));
            $controls[] = $isPlain
                ? [
                    'sort' => ['switch', 'fader', 'pedal', 'encoder'][$this->random->getInt(0, 3)],
                    'sends' => [
                        [
                            'gesture' => ['press', 'move'][$this->random->getInt(0, 1)],
                            'message' => [
                                'kind' => ['cc', 'note', 'nrpn', 'program'][$this->random->getInt(0, 3)],
                                'number' => 20 + $i,
                                'channel' => 1,
                                'values' => [0, 127],
                            ],
                        ],
                    ],
                ] + $control
                : $control;
            $parameter =
                [
                    'name' => $isNumbered ? (string) (10 + $i) : "Mix {$i}",
                    'raw' => [[0, 127], [-64, 63], [0, 16383], [5, 5]][$this->random->getInt(0, 3)],
                ] + self::decoded($this->charts->make('Parameter'));
            $parameters[] = $isPlain
                ? [
                    'reach' => 'midi',
                    'message' => ['kind' => ['cc', 'nrpn', 'cc14', 'bend', 'sysex'][$this->random->getInt(0, 4)], 'number' => 10 + $i],
                ] + array_diff_key($parameter, ['part' => 0, 'assign' => 0])
                : $parameter;
        }
        $surface = self::part($chart, 'surface');
        $more = [
            'surface' => ['controls' => [...$controls, ...self::list($surface, 'controls')]] + $surface,
            'parameters' => [...$parameters, ...self::list($chart, 'parameters')],
        ];
        if ($isPlain) {
            $more['hears'] = [
                ['id' => 'main', 'at' => ['plug0'], 'channel' => $this->random->getInt(1, 16)] +
                array_diff_key(self::decoded($this->charts->make('Hears')), ['zone' => 0]),
            ];
            $more['sends'] = [['at' => ['plug0'], 'channel' => 1] + self::decoded($this->charts->make('Sends'))];
        }

        return $more + $chart;
    }

    /** The JSON of a rig that is taken, at most six units and some rules. */
    public function rig(): string
    {
        while (true) {
            $charts = [];
            for ($i = $this->random->getInt(1, 4); $i > 0; --$i) {
                $charts[1 === $this->random->getInt(1, 3) ? (string) ($i - 1) : "c{$i}"] = ['revision' => 1, 'chart' => json_decode($this->chart(), true)];
            }
            $rig = array_diff_key(self::decoded($this->rigs->make('Rig')), ['charts' => 0, 'units' => 0, 'leads' => 0, 'rulebook' => 0, 'book' => 0]);
            $rig['schema'] = 1;
            $proofs = [];
            foreach (self::list($rig, 'proofs') as $proof) {
                // what is kept is a tape
                $proofs[] =
                    ['tape' => "0.000 p1 90 3C 64\n10.000 p2 B0 14 40\n", 'accepted' => ['', "0.000 p3 90 3C 64\n"][$this->random->getInt(0, 1)]] +
                    $proof;
            }
            $rig = ([] === $proofs ? [] : ['proofs' => $proofs]) + $rig;
            $rig['charts'] = $charts;
            $rig['units'] = $this->units($charts);
            $rig['leads'] = [];
            for ($i = $this->random->getInt(0, 7); $i > 0; --$i) {
                $rig['leads'][] =
                    ['id' => "l{$i}", 'a' => $this->end($rig['units'], $charts), 'b' => $this->end($rig['units'], $charts)] +
                    self::decoded($this->rigs->make('Lead'));
            }
            foreach ($rig['units'] as $place => $unit) {
                foreach (['in', 'out'] as $way) {
                    if ($this->random->getInt(1, 10) <= 7) {
                        $rig['leads'][] = [
                            'id' => "{$way}{$place}",
                            'a' => ['unit' => self::text($unit, 'name'), 'plug' => 'plug0'],
                            'b' => [
                                'unit' => 'post',
                                'plug' => ['in' => ['p1', 'p2 in'], 'out' => ['p3', 'p2 out']][$way][$this->random->getInt(0, 1)],
                            ],
                            'parts' => [],
                        ];
                    }
                }
            }
            $intents = [];
            foreach ($rig['units'] as $from) {
                foreach ($rig['units'] as $to) {
                    if ($from !== $to && 1 === $this->random->getInt(1, 3)) {
                        $intents[] = ['from' => self::text($from, 'name'), 'to' => self::text($to, 'name')] + self::decoded($this->rigs->make('Intent'));
                    }
                }
            }
            $rig['intents'] = $intents;
            $rig['rulebook'] = '';
            $json = self::repaired($rig, static fn (string $json): object => RigFile::rig($json));
            if (null !== $json && [] !== RigFile::rig($json)->units) {
                return Json::encode(['rulebook' => $this->rules(RigFile::rig($json))] + Json::members($json));
            }
        }
    }

    /**
     * @param array<int|string, array<mixed>> $charts by their ids
     *
     * @return list<array<mixed>>
     */
    private function units(array $charts): array
    {
        $units = [];
        for ($i = $this->random->getInt(1, 6); $i > 0; --$i) {
            $id = (string) array_keys($charts)[$this->random->getInt(0, \count($charts) - 1)];
            $chart = self::part($charts[$id], 'chart');
            $unit = ['name' => "u{$i}", 'chart' => ['id' => $id, 'revision' => 1]] + self::decoded($this->rigs->make('Unit'));
            $settings = $assigned = [];
            $measured = self::part($unit, 'measured');
            foreach (self::list($chart, 'settings') as $setting) {
                $values = self::part($setting, 'values');
                if ([] !== $values && \is_string($setting['id'] ?? null) && 1 === $this->random->getInt(0, 1)) {
                    $settings[$setting['id']] = [
                        'value' => array_values($values)[$this->random->getInt(0, \count($values) - 1)],
                        'state' => ['planned', 'set', 'read'][$this->random->getInt(0, 2)],
                    ];
                }
            }
            foreach ([...self::list(self::part($chart, 'surface'), 'controls'), ...self::list($chart, 'parameters')] as $each) {
                if (\is_string($each['name'] ?? null) && 1 === $this->random->getInt(1, 3)) {
                    $assigned[$each['name']] = ['message' => self::decoded($this->rigs->make('Message')), 'state' => 'set'];
                    $measured[$each['name']] = self::decoded($this->rigs->make('Measured'));
                }
            }
            $unit = ['settings' => $settings, 'assigned' => $assigned] + ([] === $measured ? [] : ['measured' => $measured]) + $unit;
            // What of it does not agree with its chart is left out here, so that the unit itself stays.
            $alone = self::repaired(
                ['schema' => 1, 'name' => 'alone', 'charts' => $charts, 'units' => [$unit]],
                static fn (string $json): object => RigFile::rig($json),
            );
            $kept = null === $alone ? [] : self::list(self::decoded(json_decode($alone)), 'units');
            $units[] = $kept[0] ?? ['name' => "u{$i}", 'chart' => ['id' => $id, 'revision' => 1]];
        }

        return $units;
    }

    /**
     * @param list<array<mixed>> $units
     * @param array<int|string, array<mixed>> $charts by their ids
     *
     * @return array<string, string>
     */
    private function end(array $units, array $charts): array
    {
        if (1 === $this->random->getInt(1, 3)) {
            return ['unit' => 'post', 'plug' => ['p1', 'p2 in', 'p2 out', 'p3', 'p4'][$this->random->getInt(0, 4)]];
        }
        $unit = $units[$this->random->getInt(0, \count($units) - 1)];
        $chart = self::part($charts[self::text(self::part($unit, 'chart'), 'id')] ?? [], 'chart');
        $plugs = self::list($chart, 'plugs');
        $plug = [] === $plugs ? [] : $plugs[$this->random->getInt(0, \count($plugs) - 1)];
        $streams = self::list($plug, 'streams');

        return ['unit' => self::text($unit, 'name'), 'plug' => '' === self::text($plug, 'id') ? 'none' : self::text($plug, 'id')] +
            ([] === $streams || 1 === $this->random->getInt(0, 1) ? [] : ['stream' => self::text($streams[0], 'id')]);
    }

    /** Rules that name what the rig has; those that are in error are kept now and then. */
    private function rules(Rig $rig): string
    {
        $text = "port p1 in\nport p2 in out\nport p3 out\nport p4 out".(1 === $this->random->getInt(0, 1) ? ' pulse' : '')."\n";
        $scenes = $this->random->getInt(0, 2);
        $keepsErrors = 1 === $this->random->getInt(1, 5);
        $devices = static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($rig, $book));
        for ($i = 1; $i <= $scenes; ++$i) {
            $text .= "\nscene \"S{$i}\"\n";
            $text = $this->with($text, '  on enter '.$this->act($rig, true)."\n", $devices, $keepsErrors);
        }
        $text .= "\nalways\n";
        for ($i = $this->random->getInt(0, 8); $i > 0; --$i) {
            $unit = $rig->units[$this->random->getInt(0, \count($rig->units) - 1)];
            $controls = ($rig->charts[$unit->chart->id] ?? null)->chart->surface->controls ?? [];
            $taken =
                [] === $controls || 1 === $this->random->getInt(1, 4)
                    ? ['take note', 'take cc 1..20', 'take program', 'take any', 'take cc 20 held 600ms'][$this->random->getInt(0, 4)]
                    : "take {$unit->name} \"".
                        $controls[$this->random->getInt(0, \count($controls) - 1)]->name.
                        '"'.
                        ['', ' short', ' held 500ms', ' changed'][$this->random->getInt(0, 3)];
            $rule =
                "\nrule \"R{$i}\"\n  {$taken}\n".
                (1 === $this->random->getInt(0, 1) ? "  press\n" : '').
                '  '.
                $this->act($rig, false).
                "\n".
                (1 === $this->random->getInt(0, 1) ? '  '.$this->act($rig, false)."\n" : '');
            $text = $this->with($text, $rule, $devices, $keepsErrors);
        }

        return $text;
    }

    private function with(string $text, string $more, \Closure $devices, bool $keepsErrors): string
    {
        return $keepsErrors || !Checker::check($text.$more, $devices)->hasErrors() ? $text.$more : $text;
    }

    private function act(Rig $rig, bool $isBurst): string
    {
        $unit = $rig->units[$this->random->getInt(0, \count($rig->units) - 1)];
        $chart = ($rig->charts[$unit->chart->id] ?? null)?->chart;
        $parameters = $chart->parameters ?? [];
        $parameter = [] === $parameters ? 'none' : $parameters[$this->random->getInt(0, \count($parameters) - 1)]->name;
        $controls = $chart->surface->controls ?? [];
        $control = [] === $controls ? 'none' : $controls[$this->random->getInt(0, \count($controls) - 1)]->name;
        $acts = [
            "turn {$unit->name} \"{$parameter}\" to 5",
            "turn {$unit->name} \"{$parameter}\" to 40 percent",
            "recall {$unit->name} 1",
            "recall {$unit->name} 100000",
            "light {$unit->name} \"{$control}\" on",
            'post note 60 for 20ms to p3',
            "restore {$unit->name}",
        ];
        $acts = $isBurst
            ? $acts
            : [
                ...$acts,
                "turn {$unit->name} \"{$parameter}\"",
                "turn {$unit->name} \"{$parameter}\" pickup",
                "turn {$unit->name} \"{$parameter}\" to other",
                "play {$unit->name}",
                'send p3',
                'go next',
                'panic',
            ];

        return $acts[$this->random->getInt(0, \count($acts) - 1)];
    }

    /**
     * What does not agree with itself is taken out until the rest does; null where too much of it would go.
     *
     * @param array<mixed> $document
     * @param \Closure(string): object $read
     */
    private static function repaired(array $document, \Closure $read): ?string
    {
        for ($i = 0; $i < 60; ++$i) {
            try {
                $json = Json::encode((object) self::written($document));
                $read($json);

                return $json;
            } catch (BadData $bad) {
                foreach (array_reverse($bad->problems) as $problem) {
                    $document = self::without(
                        $document,
                        array_values(array_filter(preg_split('/[.\[\]]+/', $problem->path) ?: [], static fn (string $step): bool => '' !== $step)),
                        str_contains($problem->text, 'is missing') ? 1 : 0,
                    );
                }
            }
        }

        return null;
    }

    /**
     * As JSON has it: what is kept by names is an object, even where the names count from 0.
     *
     * @param array<mixed> $document
     *
     * @return array<mixed>
     */
    private static function written(array $document): array
    {
        foreach ($document as $key => $each) {
            if (\is_array($each)) {
                $isMap = \in_array($key, ['charts', 'assigned', 'measured', 'labels'], true) || ('settings' === $key && [] === array_column($each, 'id'));
                $document[$key] = $isMap ? (object) self::written($each) : self::written($each);
            }
        }

        return $document;
    }

    /**
     * @param array<mixed> $in
     * @param list<string> $path
     * @param int $up how many steps above the end
     *
     * @return array<mixed>
     */
    private static function without(array $in, array $path, int $up): array
    {
        $step = array_shift($path) ?? '';
        if (!\array_key_exists($step, $in)) {
            return $in;
        }
        if (\count($path) <= $up || !\is_array($in[$step])) {
            unset($in[$step]);

            return array_is_list($in) || [] === array_filter(array_keys($in), is_string(...)) ? array_values($in) : $in;
        }
        $in[$step] = self::without($in[$step], $path, $up);

        return $in;
    }

    /** @return array<mixed> */
    private static function decoded(mixed $made): array
    {
        $json = json_decode(json_encode($made, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE), true);

        return \is_array($json) ? $json : [];
    }

    /**
     * @param array<mixed> $in
     *
     * @return array<mixed>
     */
    private static function part(array $in, string $name): array
    {
        return \is_array($in[$name] ?? null) ? $in[$name] : [];
    }

    /**
     * @param array<mixed> $in
     *
     * @return list<array<mixed>>
     */
    private static function list(array $in, string $name): array
    {
        return array_values(array_filter(self::part($in, $name), is_array(...)));
    }

    /** @param array<mixed> $in */
    private static function text(array $in, string $name): string
    {
        return \is_string($in[$name] ?? null) ? $in[$name] : '';
    }
}
