<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Boards at two ports in and boxes behind one port out, of whose controls and parameters many can be given numbers. */
final readonly class AssignedRig
{
    private const NUMBERS = [3, 9, 14, 20, 21, 7, 64, 0, 98, 38];

    private Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @return array<mixed> the rig as JSON */
    public static function json(int $seed): array
    {
        $rig = new self($seed);
        $charts = $units = $leads = [];
        foreach (['a', 'b', 'c'] as $name) {
            $controls = array_map(static fn (int $index): array => $rig->control("Switch {$index}", 'a' === $name), range(1, $rig->random->getInt(1, 3)));
            $channel = $rig->random->getInt(1, 2);
            // The last one's channel is set, and can stand at nothing else.
            $setting = ['id' => 'channel', 'title' => 'MIDI channel', 'values' => [$channel, $channel], 'factory' => $channel];
            $charts[$name] = 'c' === $name
                ? ['settings' => [$setting], 'sends' => [['at' => ['out'], 'channel' => ['setting' => 'channel']]]] + Kit::board($controls)
                : Kit::board($controls, $channel);
            $units[] = ['name' => $name, 'chart' => $name] + $rig->assigned($controls, 'cc');
            $leads[] = Kit::lead($name, "{$name} out", 'post '.(0 === $rig->random->getInt(0, 3) ? 'pads' : 'keys'));
        }
        $from = 'post main';
        foreach (['x', 'y', 'z'] as $name) {
            $parameters = array_map(static fn (int $index): array => $rig->parameter("Knob {$index}"), range(1, $rig->random->getInt(1, 3)));
            $charts[$name] = [
                'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => $rig->random->getInt(1, 2)]],
                'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
                'settings' => [],
                'parameters' => $parameters,
            ] + Kit::hearer($name);
            $units[] = ['name' => $name, 'chart' => $name] + ('x' === $name ? [] : ['playsWith' => \array_slice(['x', 'y'], 0, 'y' === $name ? 1 : 2)])
                + $rig->assigned($parameters, 'cc');
            $leads[] = Kit::lead($name, $from, "{$name} in");
            $from = "{$name} thru";
        }

        return [
            'schema' => 1,
            'name' => 'Numbers',
            'wants' => 'split numbers',
            'rulebook' => "port keys in\nport pads in\nport main out\n",
            'charts' => array_map(static fn (array $chart): array => ['revision' => 1, 'chart' => $chart], $charts),
            'units' => array_map(static fn (array $unit): array => [...$unit, 'chart' => ['id' => $unit['chart'], 'revision' => 1]], $units),
            'leads' => $leads,
        ];
    }

    /** @return array<string, mixed> */
    private function control(string $name, bool $mayBeFixed): array
    {
        $kind = $this->one('cc', 'cc', 'note');

        return [
            'name' => $name,
            'sort' => 'switch',
            'assign' => $mayBeFixed ? $this->one('menu', 'editor', 'fixed') : $this->one('menu', 'editor'),
            'sends' => [['gesture' => 'press', 'message' => ['kind' => $kind, 'number' => $this->number(), 'values' => [0, 127]]]],
        ];
    }

    /** @return array<string, mixed> */
    private function parameter(string $name): array
    {
        return [
            'name' => $name,
            'reach' => 'midi',
            'message' => ['kind' => 'cc', 'number' => $this->number()],
            'raw' => [0, 127],
            'assign' => $this->one('menu', 'learn', 'fixed'),
        ];
    }

    /**
     * @param list<array<string, mixed>> $of controls or parameters
     *
     * @return array<string, mixed> what was given to some of them
     */
    private function assigned(array $of, string $usual): array
    {
        $assigned = [];
        foreach ($of as $each) {
            $sends = $each['sends'] ?? null;
            $kind = \is_array($sends) && \is_array($sends[0]) && \is_array($sends[0]['message']) ? $sends[0]['message']['kind'] : $usual;
            if ('fixed' !== $each['assign'] && \is_string($each['name']) && 0 === $this->random->getInt(0, 2)) {
                $assigned[$each['name']] = [
                    'message' => ['kind' => $kind, 'number' => $this->number()],
                    'state' => $this->one('planned', 'set', 'read'),
                    ...0 === $this->random->getInt(0, 3) ? ['pinned' => true] : [],
                ];
            }
        }

        return [] === $assigned ? [] : ['assigned' => $assigned];
    }

    private function number(): int
    {
        return self::NUMBERS[$this->random->getInt(0, \count(self::NUMBERS) - 1)];
    }

    private function one(string ...$of): string
    {
        return array_values($of)[$this->random->getInt(0, \count($of) - 1)];
    }
}
