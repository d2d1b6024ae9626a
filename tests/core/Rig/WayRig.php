<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Data\Json;

/**
 * One board, one box and two or three rules: small enough that all can be tried, with everything that decides whether what is played
 * arrives. Leads past the post, boxes that are deaf or shut, lamps, groups, conditions, and rules in names and in numbers.
 */
final readonly class WayRig
{
    private Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @param bool $comesBack whether what leaves surely comes in again, if the hub lets it */
    public static function json(int $seed, bool $comesBack = false): string
    {
        $rig = new self($seed);
        $leads = [Kit::lead('a', 'board out', 'post in'), Kit::lead('c', 'hub out', 'box in')];
        0 === $rig->random->getInt(0, 15) ?: $leads[] = Kit::lead('b', 'post out', 'hub in');
        0 !== $rig->random->getInt(0, 4) ?: $leads[] = Kit::lead('d', 'player out', 'hub other');
        0 !== $rig->random->getInt(0, 4) ?: $leads[] = Kit::lead('e', 'post lamps', 'board in');
        0 !== $rig->random->getInt(0, 7) && !$comesBack ?: $leads[] = Kit::lead('f', 'hub back', 'post back');
        $charts = ['board' => $rig->board(), 'player' => $rig->player(), 'hub' => $rig->hub(), 'box' => $rig->box()];
        $units = array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], array_keys($charts));

        return Json::encode(['rulebook' => $rig->book()] + Json::members(Json::write(Kit::rig($charts, $units, $leads))));
    }

    private function book(): string
    {
        $book = "port in in\nport back in\nport out out\nport lamps out\nmemory m = 1\n";
        $book .= $this->one('', '', '', "group foot of board \"One\", \"Two\"\n", "lamps board\n");
        $book .= $this->one('', '', "scene \"A\"\nscene \"B\"\n  on enter recall box 2\nalways\n");
        foreach (['Pedal', 'One', 'Wide'] as $control) {
            $turned = $this->one('Level', 'Level', 'Long', 'Short', 'Mode');
            $book .= $this->one('', "rule \"{$control}\"\n  take board \"{$control}\"\n  turn box \"{$turned}\"\n");
        }
        for ($rule = $this->random->getInt(0, 2); $rule > 0; --$rule) {
            $take = $this->one(
                'take board "One"',
                'take board "One", "Two"',
                'take board "Pedal"',
                'take board "Pedal"',
                'copy board "Pedal"',
                'take board "Pad"',
                'take board "Wide"',
                'take cc 11',
                'take cc 11 channel 2',
                'take note',
                'take board "Pedal" value 0..100',
                'take board "Pedal" where m > 0',
                'take board "One" held 500ms',
            );
            $book .= "rule \"{$rule}\"\n  {$take}\n{$this->step()}{$this->one('', '', $this->step())}";
        }

        return $book;
    }

    private function step(): string
    {
        return '  '.$this->one(
            'turn box "Level"',
            'turn box "Level"',
            'turn box "Level" pickup',
            'turn box "Level" to 40',
            'turn box "Short"',
            'turn box "Long"',
            'turn box "Mode" to other',
            'recall box 2',
            'play box',
            'drop',
            'press',
            'toggle 0 90',
            'remember m = value',
            'set value = value / 2',
            'set channel = 3',
            'become cc 20 value value channel 3',
            'become program 1 channel 3',
            'become cc 21 value 5',
            'post cc 20 value value channel 3 to out',
            'post program 1 channel 3 to out',
            'send out',
            'send out channel 3',
            'send lamps',
            'panic',
        )."\n";
    }

    /** @return array<string, mixed> */
    private function board(): array
    {
        $lamp = ['lamp' => ['message' => ['kind' => 'cc', 'number' => 40], 'off' => 0, 'colours' => ['blue' => 90]]];
        $chart = Kit::board([
            self::control('One', 'switch', ['kind' => 'cc', 'number' => 80] + $this->maybe(['values' => [0, 127]]), $lamp),
            self::control('Two', 'switch', ['kind' => 'cc', 'number' => 81, 'channel' => 2]),
            self::control('Pedal', 'pedal', ['kind' => 'cc', 'number' => 11] + $this->maybe(['values' => [[10, 100], [127, 0]][$this->random->getInt(0, 1)]])),
            self::control('Pad', 'pad', ['kind' => 'note', 'number' => 36]),
            self::control('Wide', 'fader', ['kind' => ['bend', 'cc14'][$this->random->getInt(0, 1)], 'number' => 3]),
        ], $this->random->getInt(1, 2));

        return ['plugs' => [Kit::din('out', 'out'), Kit::din('in', 'in')], 'hears' => [['id' => 'lamps', 'at' => ['in'], 'channel' => 1]]] + $chart;
    }

    /**
     * @param array<string, mixed> $message
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function control(string $name, string $sort, array $message, array $more = []): array
    {
        $gesture = \in_array($sort, ['switch', 'pad'], true) ? 'press' : 'move';

        return ['name' => $name, 'sort' => $sort, 'sends' => [['gesture' => $gesture, 'message' => $message]]] + $more;
    }

    /** @return array<string, mixed> what can play the box past the post */
    private function player(): array
    {
        return Kit::board([
            [
                'name' => 'Key',
                'sort' => 'switch',
                'sends' => [['gesture' => 'press', 'message' => ['kind' => $this->one('program', 'cc', 'note'), 'number' => 20]]],
            ],
        ], 3);
    }

    /** @return array<string, mixed> */
    private function hub(): array
    {
        $kinds = ['cc', 'program', 'note', 'bend'];

        return [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'settings' => [['id' => 'open', 'title' => 'Open', 'values' => ['off', 'on'], 'factory' => $this->one('on', 'on', 'on', 'off')]],
            'plugs' => [Kit::din('in', 'in'), Kit::din('other', 'in'), Kit::din('out', 'out'), Kit::din('back', 'out')],
            'routes' => [
                ['id' => 'all', 'from' => ['in', 'other'], 'to' => ['out', 'back'], 'kind' => 'message'] + $this->maybe(['setting' => 'open'])
                    + $this->maybe(['blocks' => [$kinds[$this->random->getInt(0, 3)]]]),
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function box(): array
    {
        $parameter = static fn (string $name, array $message, array $raw, array $more = []): array => [
            'name' => $name, 'reach' => 'midi', 'message' => $message, 'raw' => $raw,
        ] + $more;
        $behaviours = ['absolute', 'toggles', 'triggers', 'relative'];
        $isKnown = 0 !== $this->random->getInt(0, 3);
        $hears = ['id' => 'all', 'at' => ['in'], 'channel' => 3]
            + $this->maybe(['kinds' => ['cc' => $this->one('open', 'shut'), 'program' => 0 !== $this->random->getInt(0, 3)] + $this->maybe(['nrpn' => false])])
            + $this->maybe(['deafMs' => ['program' => 40]]);

        return [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'effect',
            'settings' => [
                ['id' => 'open', 'title' => 'Receive', 'values' => ['off', 'on'], 'factory' => 'on'],
                ['id' => 'shut', 'title' => 'Remote', 'values' => ['off', 'on'], 'factory' => $this->one('on', 'off')],
            ],
            'plugs' => [Kit::din('in', 'in')],
            'hears' => [$hears],
            'parameters' => [
                $parameter('Level', ['kind' => 'cc', 'number' => 20], [[0, 127], [10, 20], [127, 0]][$isKnown ? 0 : $this->random->getInt(0, 1)], [
                    ...$isKnown ? ['behaviour' => $behaviours[$this->random->getInt(0, 3) % $this->random->getInt(1, 4)]] : [],
                    ...$this->maybe(['rest' => 15]),
                    ...0 === $this->random->getInt(0, 6) ? ['dependsOn' => $this->one('page', 'program')] : [],
                ]),
                $parameter('Short', ['kind' => $this->one('cc', 'note', 'pressure'), 'number' => 21], [0, 9]),
                $parameter('Long', ['kind' => 'nrpn', 'number' => 300], [0, [1000, 16383][$this->random->getInt(0, 1)]]),
                $parameter('Mode', ['kind' => 'cc', 'number' => 23], [0, 1]),
            ],
            'programs' => [
                'count' => 5,
                'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 5],
                'wire' => ['perBank' => 5, 'msb' => 'none', 'lsb' => 'none'],
                'bankSend' => 'never',
            ],
        ];
    }

    /**
     * @param array<string, mixed> $what
     *
     * @return array<string, mixed> that, or nothing
     */
    private function maybe(array $what): array
    {
        return 0 === $this->random->getInt(0, 2) ? $what : [];
    }

    private function one(string ...$of): string
    {
        return array_values($of)[$this->random->getInt(0, \count($of) - 1)];
    }
}
