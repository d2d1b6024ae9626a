<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Data\Json;

/** A rig for which channels and numbers are to be found: runs, offsets, zones, pinned and fixed values, numbers to be given out, at times too little room. */
final readonly class PlanRig
{
    private Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public static function json(int $seed): string
    {
        $rig = new self($seed);
        $charts = ['board' => $rig->board()];
        $units = [['name' => 'board', 'chart' => 'board'] + $rig->set($charts['board'])];
        $leads = [Kit::lead('in', 'board out', 'post keys')];
        $names = [];
        $boxes = $rig->random->getInt(2, 7);
        for ($index = 0; $index < $boxes; ++$index) {
            $name = "box_{$index}";
            $charts[$name] = $rig->box("Box {$index}");
            $units[] = ['name' => $name, 'chart' => $name] + $rig->set($charts[$name])
                + ([] !== $names && 0 === $rig->random->getInt(0, 3) ? ['playsWith' => [$rig->one(...$names)]] : [])
                + ([] !== $names && 0 === $rig->random->getInt(0, 9) ? ['mirrors' => $rig->one(...$names)] : []);
            $from = [] !== $names && 0 === $rig->random->getInt(0, 1) ? $rig->one(...$names).' thru' : 'post '.$rig->one('main', 'main', 'side');
            $leads[] = Kit::lead("l{$index}", $from, "{$name} in");
            $names[] = $name;
        }
        $book = "port keys in\nport main out\nport side out\nrule \"all\"\n  take any\n  send {$rig->one('main', 'main, side')}\n";
        0 !== $rig->random->getInt(0, 4) ?: $leads[] = Kit::lead('past', 'board in', 'post main');

        return Json::encode(['rulebook' => $book] + Json::members(Json::write(Kit::rig($charts, $units, \array_slice($leads, 0, $boxes + 1)))));
    }

    /**
     * @param array<string, mixed> $chart
     *
     * @return array<string, mixed> how its channel is set, if anybody did
     */
    private function set(array $chart): array
    {
        $settings = $chart['settings'] ?? null;
        $channel = \is_array($settings) ? $settings[0] ?? null : null;
        $values = \is_array($channel) && \is_array($channel['values']) ? $channel['values'] : [1, 16];
        [$low, $high] = array_map(static fn (mixed $end): int => \is_int($end) ? $end : 1, [$values[0], $values[1]]);

        return match ($this->random->getInt(0, 9)) {
            0, 2, 3 => ['settings' => ['channel' => ['value' => $this->random->getInt($low, $high), 'state' => $this->one('set', 'planned')]]],
            1 => ['settings' => ['channel' => ['value' => $this->random->getInt($low, $high), 'state' => 'set', 'pinned' => true]]],
            default => [],
        };
    }

    /** @return array<string, mixed> */
    private function channel(): array
    {
        $values = [[1, 16], [1, 16], [1, 4], [9, 16]][$this->random->getInt(0, 3)];

        return [
            'id' => 'channel',
            'title' => 'MIDI channel',
            'values' => $values,
            ...0 === $this->random->getInt(0, 5) ? [] : ['factory' => $this->random->getInt($values[0], $values[1])],
            'how' => [['by' => $this->one('menu', 'menu', 'gesture', 'learn', 'editor', 'jumper')]],
        ];
    }

    /** @return array<string, mixed> */
    private function board(): array
    {
        $control = fn (string $name, int $number): array => [
            'name' => $name,
            'sort' => 'fader',
            'assign' => $this->one('menu', 'learn', 'fixed', 'editor'),
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => $number]]],
        ];

        return [
            'settings' => [$this->channel()],
            'plugs' => [Kit::din('out', 'out'), Kit::din('in', 'in')],
            'sends' => [['at' => ['out'], 'channel' => ['setting' => 'channel']]],
        ] + Kit::board([$control('A', 20), $control('B', $this->random->getInt(20, 22)), $control('C', 7)]);
    }

    /** @return array<string, mixed> */
    private function box(string $name): array
    {
        $part = match ($this->random->getInt(0, 13)) {
            0 => ['channel' => $this->random->getInt(1, 16)],
            1 => ['channel' => 'omni'],
            2 => ['channel' => ['setting' => 'channel'], 'width' => [2, 4, 8, 16][$this->random->getInt(0, 3)]],
            3 => ['zone' => ['side' => $this->one('lower', 'upper'), 'members' => $this->random->getInt(1, 7)]],
            default => ['channel' => ['setting' => 'channel']],
        };
        $kinds = 0 === $this->random->getInt(0, 2) ? ['kinds' => [$this->one('note', 'cc', 'program') => true]] : [];
        $parts = [$part + ['id' => 'all', 'at' => ['in']] + $kinds];
        if (0 === $this->random->getInt(0, 4)) {
            $parts[] = ['id' => 'second', 'at' => ['in'], 'channel' => ['setting' => 'channel', 'offset' => $this->random->getInt(1, 3)]];
        }
        $parameters = [];
        foreach (['Mix', 'Tone', 'Level'] as $index => $title) {
            $parameters[] = [
                'name' => $title,
                'reach' => 'midi',
                'message' => ['kind' => 'cc', 'number' => [20, 21, 7][$index]],
                'raw' => [0, 127],
                'assign' => $this->one('menu', 'learn', 'fixed'),
            ];
        }

        return [
            'schema' => 1,
            'name' => $name,
            'sort' => 'synth',
            'settings' => [$this->channel()],
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
            'hears' => $parts,
            'parameters' => \array_slice($parameters, 0, $this->random->getInt(0, 3)),
            ...0 === $this->random->getInt(0, 3) ? ['keys' => ['low' => 36, 'high' => $this->random->getInt(60, 96), 'key60' => 'C4']] : [],
        ];
    }

    private function one(string ...$of): string
    {
        return array_values($of)[$this->random->getInt(0, \count($of) - 1)];
    }
}
