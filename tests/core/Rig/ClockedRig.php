<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Document\Rig;

/** A sequencer, a hub and two boxes, with clocks that are made, passed on, blocked, switched off, too fast, or nobody's. */
final readonly class ClockedRig
{
    private function __construct(private Randomizer $random)
    {
    }

    public static function json(int $seed): string
    {
        $rig = new self(new Randomizer(new Mt19937($seed)));

        return Json::encode($rig->more() + Json::members(Json::write($rig->rig())));
    }

    private function rig(): Rig
    {
        $switch = ['id' => 'sync', 'title' => 'Sync', 'values' => ['off', 'on'], 'factory' => $this->one(['off', 'on'])];
        $sends = $this->one([true, false, 'sync', null]);
        $sequencer = Kit::board([['name' => 'Go', 'sort' => 'switch', 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'start']]]]]);
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('one', 'out'), Kit::din('two', 'out')],
            'routes' => [
                ['id' => 'all', 'from' => ['in'], 'to' => ['one', 'two'], 'kind' => 'message', 'blocks' => $this->one([['clock'], [], [], ['note']])],
            ],
        ];
        $charts = [
            'sequencer' => ['settings' => [$switch]] + (null === $sends ? [] : ['clock' => ['sends' => $sends]]) + $sequencer,
            'hub' => $hub,
            'box' => $this->box('Box'),
            'other' => $this->box('Other'),
        ];
        $leads = [Kit::lead('c', 'hub one', 'box in')];
        0 === $this->random->getInt(0, 2) ?: $leads[] = Kit::lead('d', 'hub two', 'other in');
        $isPast = 0 === $this->random->getInt(0, 3);
        $leads[] = $isPast ? Kit::lead('a', 'sequencer out', 'hub in') : Kit::lead('b', 'post out', 'hub in');
        $isPast || 0 === $this->random->getInt(0, 2) ?: $leads[] = Kit::lead('a', 'sequencer out', 'post in');
        $spare = 0 === $this->random->getInt(0, 3) ? [['name' => 'spare', 'chart' => $this->one(['sequencer', 'box'])]] : [];

        return Kit::rig(
            $charts,
            [...array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], array_keys($charts)), ...$spare],
            $leads,
        );
    }

    /** @return array<string, mixed> rules, songs and what somebody said of the clock */
    private function more(): array
    {
        $rules = "port in in\nport out out\nport other out\n";
        for ($clock = $this->random->getInt(0, 2); $clock > 0; --$clock) {
            $rules .= "clock lead_{$clock}\n  tempo {$this->one([59, 60, 100, 180, 181])}\n";
            $rules .= $this->one(['', "  send out\n", "  send out, other\n", "  send other\n"]);
            $rules .= $this->one(['', "rule \"go {$clock}\"\n  take cc {$clock}\n  press\n  start lead_{$clock}\n"]);
            $rules .= $this->one(['', '', "rule \"follow {$clock}\"\n  copy clock, start, stop\n  follow lead_{$clock}\n"]);
        }
        $taken = $this->one(['', 'clock', 'clock, start, stop', 'any']);
        $rules .= '' === $taken ? '' : "rule \"pass\"\n  take {$taken}\n  send out\n";
        $songs = [];
        foreach ([1, 2] as $song) {
            $songs[] = ['id' => "s{$song}", 'title' => "Song {$song}", 'scenes' => [], 'tempo' => $this->one([59, 60, 120, 180, 181])];
        }
        $loaded = 0 === $this->random->getInt(0, 1) ? ['loaded' => 'One'] : [];
        $said = ['from' => 'sequencer', 'to' => 'box', 'of' => ['clock'], 'means' => $this->one(['plays', 'keeps out'])];

        return [
            'rulebook' => $rules,
            'show' => ['songs' => $songs, 'setLists' => [['name' => 'One', 'songs' => ['s1', 's2']]]] + $loaded,
            ...0 === $this->random->getInt(0, 2) ? ['intents' => [$said]] : [],
        ];
    }

    /** @return array<string, mixed> */
    private function box(string $name): array
    {
        $obeys = $this->one([true, true, 'sync', false, null]);
        $clock = [
            ...null === $obeys ? [] : ['obeys' => $obeys],
            ...0 === $this->random->getInt(0, 1) ? ['startStop' => true] : [],
            ...0 === $this->random->getInt(0, 1) ? ['bpm' => [60, 180]] : [],
        ];
        $chart = Kit::hearer($name, more: [] === $clock ? [] : ['clock' => $clock]);
        $sync = ['id' => 'sync', 'title' => 'Sync', 'values' => ['off', 'on'], 'factory' => $this->one(['off', 'on'])];

        return ['settings' => [...\is_array($chart['settings']) ? $chart['settings'] : [], $sync]] + $chart;
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $of
     *
     * @return T
     */
    private function one(array $of): mixed
    {
        return $of[$this->random->getInt(0, \count($of) - 1)];
    }
}
