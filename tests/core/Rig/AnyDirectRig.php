<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * A small random rig without a computer: one or two boards, each straight into a box, boxes one behind another. Made as facts of its own
 * from which both the rig's JSON and the answer of {@see DirectPlanModel} come.
 *
 * @phpstan-type Setting array{unit: string, id: string, values: list<int|string>, factory: int|string|null, ticked: int|string|null,
 *     pinned: bool, way: string, cycle: bool}
 */
final class AnyDirectRig
{
    /** @var list<Setting> in the order of the units */
    public array $settings = [];
    /** @var list<string> */
    public array $boards = [];
    /** @var array<string, list<string>> boxes behind each board, each behind the one before */
    public array $behind = [];
    /** @var array<string, string> cables to boxes with a jack of tip or ring, straight or crossed */
    public array $cables = [];
    /** @var list<array{from: string, to: string, means: string}> */
    public array $intents = [];
    private readonly Randomizer $any;

    public function __construct(int $seed)
    {
        $this->any = new Randomizer(new Mt19937($seed));
        $boards = $this->any->getInt(1, 2);
        $left = $this->any->getInt($boards, 3);
        for ($board = 0; $board < $boards; ++$board) {
            $name = "board{$board}";
            $this->boards[] = $name;
            $this->setting($name, 'channel', [1, 2, 3]);
            $this->chance(40) ? $this->setting($name, 'jack', ['midi', 'switch']) : null;
            $this->chance(30) ? $this->setting($name, 'transmit', ['on', 'off']) : null;
            $count = $board === $boards - 1 ? $left : 1;
            $left -= $count;
            for ($box = 0; $box < $count; ++$box) {
                $hearer = "box{$board}{$box}";
                $this->behind[$name][] = $hearer;
                $this->setting($hearer, 'channel', $this->chance(25) ? [1, 2, 3, 'omni'] : [1, 2, 3]);
                $this->chance(30) ? $this->setting($hearer, 'jack', ['midi', 'pedal']) : null;
                if ($this->chance(25)) {
                    $this->setting($hearer, 'wiring', ['tip', 'ring']);
                    $this->cables[$hearer] = $this->chance(60) ? 'straight' : 'crossed';
                }
                $this->chance(25) ? $this->setting($hearer, 'receive', ['on', 'off']) : null;
                $box < $count - 1 && $this->chance(60) ? $this->setting($hearer, 'thru', ['on', 'off']) : null;
            }
        }
        foreach ($this->boards as $board) {
            foreach ($this->behind[$board] as $box) {
                if ($this->chance(45)) {
                    $this->intents[] = ['from' => $board, 'to' => $box, 'means' => $this->chance(60) ? 'plays' : 'keeps out'];
                }
            }
        }
    }

    public function has(string $unit, string $id): bool
    {
        return [] !== array_filter($this->settings, static fn (array $setting): bool => $setting['unit'] === $unit && $setting['id'] === $id);
    }

    /** @return array<string, mixed> */
    public function json(): array
    {
        $charts = $units = $leads = [];
        foreach ($this->boards as $board) {
            $charts[$board] = [
                'revision' => 1,
                'chart' => [
                    'schema' => 1,
                    'name' => $board,
                    'sort' => $this->any->shuffleArray(['controller', 'synth', 'effect', 'other'])[0],
                    'settings' => $this->ofUnit($board),
                    'plugs' => [$this->plug($board, 'out', 'out', 'switch', $this->behind[$board][0])],
                    'keys' => ['low' => 36, 'high' => 84],
                    'sends' => [
                        [
                            'at' => ['out'],
                            'channel' => ['setting' => 'channel'],
                            'kinds' => ['note' => $this->has($board, 'transmit') ? 'transmit' : true],
                        ],
                    ],
                ],
            ];
            $units[] = $this->unit($board);
            $from = ['unit' => $board, 'plug' => 'out'];
            foreach ($this->behind[$board] as $place => $box) {
                $charts[$box] = [
                    'revision' => 1,
                    'chart' => [
                        'schema' => 1,
                        'name' => $box,
                        'sort' => $this->any->shuffleArray(['controller', 'synth', 'effect', 'other'])[0],
                        'settings' => $this->ofUnit($box),
                        'plugs' => [$this->plug($box, 'in', 'in', 'pedal', $box), self::thru($this->cables[$this->behind[$board][$place + 1] ?? ''] ?? null)],
                        'hears' => [
                            [
                                'id' => 'all',
                                'at' => ['in'],
                                'channel' => ['setting' => 'channel'],
                                'kinds' => ['note' => $this->has($box, 'receive') ? 'receive' : true],
                            ],
                        ],
                        'routes' => [
                            [
                                'id' => 'thru',
                                'from' => ['in'],
                                'to' => ['thru'],
                                'kind' => 'hardware',
                                ...$this->has($box, 'thru') ? ['setting' => 'thru'] : [],
                            ],
                        ],
                    ],
                ];
                $units[] = $this->unit($box);
                $leads[] = [
                    'id' => "to {$box}",
                    'a' => $from,
                    'b' => ['unit' => $box, 'plug' => 'in'],
                    'parts' => [['what' => 'cable', 'map' => $this->cables[$box] ?? 'straight']],
                ];
                $from = ['unit' => $box, 'plug' => 'thru'];
            }
        }

        return [
            'schema' => 1,
            'name' => 'Any',
            'charts' => $charts,
            'units' => $units,
            'leads' => $leads,
            'intents' => array_map(static fn (array $intent): array => [...$intent, 'of' => ['notes']], $this->intents),
        ];
    }

    private function chance(int $percent): bool
    {
        return $this->any->getInt(1, 100) <= $percent;
    }

    /** @param list<int|string> $values */
    private function setting(string $unit, string $id, array $values): void
    {
        $pick = fn (): int|string => $values[$this->any->getInt(0, \count($values) - 1)];
        $this->settings[] = [
            'unit' => $unit,
            'id' => $id,
            'values' => $values,
            'factory' => $this->chance(85) ? $pick() : null,
            'ticked' => $this->chance(25) ? $pick() : null,
            'pinned' => $this->chance(20),
            'way' => ['menu', 'gesture', 'learn', 'jumper', 'unknown'][$this->any->getInt(0, 4)],
            'cycle' => $this->chance(25),
        ];
    }

    /** @return array<string, mixed> */
    private function plug(string $unit, string $id, string $way, string $other, string $hearer): array
    {
        $isWired = isset($this->cables[$hearer]);
        $uses = [];
        foreach ($isWired ? ($unit === $hearer ? ['tip', 'ring'] : ['tip']) : [null] as $wiring) {
            $uses[] = [
                'way' => $way,
                'carries' => 'midi',
                ...null === $wiring ? [] : ['wiring' => $wiring],
                'when' => [
                    ...$this->has($unit, 'jack') ? ['jack' => ['midi']] : [],
                    ...null !== $wiring && $unit === $hearer ? ['wiring' => [$wiring]] : [],
                ],
            ];
        }
        if ($this->has($unit, 'jack')) {
            $uses[] = ['way' => $way, 'carries' => 'pedal' === $other ? 'expression' : 'footswitch', 'when' => ['jack' => [$other]]];
        }
        $uses = array_map(static fn (array $use): array => [] === $use['when'] ? array_diff_key($use, ['when' => 0]) : $use, $uses);

        return ['id' => $id, 'label' => strtoupper($id), 'connector' => $isWired ? 'jack 3.5' : 'din5', 'uses' => $uses];
    }

    /** @return array<string, mixed> */
    private static function thru(?string $cable): array
    {
        return null === $cable
            ? Kit::din('thru', 'out')
            : ['id' => 'thru', 'label' => 'THRU', 'connector' => 'jack 3.5', 'uses' => [['way' => 'out', 'carries' => 'midi', 'wiring' => 'tip']]];
    }

    /** @return list<array<string, mixed>> */
    private function ofUnit(string $unit): array
    {
        $found = [];
        foreach ($this->settings as $setting) {
            if ($setting['unit'] === $unit) {
                $found[] = [
                    'id' => $setting['id'],
                    'title' => ucfirst($setting['id']),
                    'values' => array_map(strval(...), $setting['values']),
                    ...null === $setting['factory'] ? [] : ['factory' => (string) $setting['factory']],
                    ...'unknown' === $setting['way'] ? [] : ['how' => [['by' => $setting['way'], ...$setting['cycle'] ? ['powerCycle' => true] : []]]],
                ];
            }
        }

        return $found;
    }

    /** @return array<string, mixed> */
    private function unit(string $unit): array
    {
        $settings = [];
        foreach ($this->settings as $setting) {
            if ($setting['unit'] === $unit && null !== $setting['ticked']) {
                $settings[$setting['id']] = [
                    'value' => (string) $setting['ticked'],
                    'state' => 'set',
                    ...$setting['pinned'] ? ['pinned' => true] : [],
                ];
            }
        }

        return ['name' => $unit, 'chart' => ['id' => $unit, 'revision' => 1], 'settings' => $settings];
    }
}
