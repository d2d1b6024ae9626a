<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** A rig at work: the rulebook between devices made from their charts, joined by leads, thrus and hubs. */
final class RigWorld
{
    public Engine $engine;
    /** @var array<string, SimulatedDevice> by unit */
    public array $devices = [];
    /** @var array<string, true> leads that are pulled out at present, by their ids */
    public array $pulled = [];
    /** @var array<string, true> units that are without power at present */
    public array $dark = [];
    /** @var array<string, int> microseconds by which units hear later than they should at present */
    public array $late = [];
    /** Whether what plays the rules stands still at present: nothing gets in, and no time goes by for them. */
    public bool $standsStill = false;
    /** @var list<OnItsWay> */
    private array $waiting = [];
    /** @var array<int, list<WorldHearer>> by out port */
    private array $hearers = [];

    /** @param list<string> $broken ids of leads over which nothing goes, and what {@see Hop::name()} says of boxes that pass nothing on */
    public function __construct(Setup $setup, CompiledBook $book, array $broken = [])
    {
        $this->engine = new Engine($book);
        foreach ($setup->boxes as $box) {
            if (!$box->isPost()) {
                $this->devices[$box->name] = new SimulatedDevice($box);
            }
        }
        $graph = new Graph($setup);
        foreach ($book->outPorts() as $port) {
            foreach ($graph->waysFrom(new Socket(LeadEnd::POST, $book->ports()[$port], true))->ways as $way) {
                $isOpen = [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off || \in_array($hop->name(), $broken, true));
                foreach ($isOpen ? $graph->partsAt($way[\count($way) - 1]->to) : [] as $hearing) {
                    [$box, $part] = [$hearing->unit, $hearing->part];
                    $this->hearers[$port][] = new WorldHearer($box->name, $part, $way);
                }
            }
        }
        $this->engine->start();
        $this->deliver();
    }

    /** The same rig at the same moment, which goes on by itself. */
    public function __clone()
    {
        $this->engine = Engine::load($this->engine->book, $this->engine->save());
        $this->devices = array_map(static fn (SimulatedDevice $device): SimulatedDevice => clone $device, $this->devices);
    }

    /**
     * @param int|list<int> $ports where they come in
     * @param list<string> $messages
     * @param int $forUs how long is waited for what comes of them
     *
     * @return list<Heard> what comes of bytes at in ports
     */
    public function play(int $timeUs, int|array $ports, array $messages, int $forUs = 1_000_000): array
    {
        if ($this->standsStill) {
            return [];
        }
        foreach ((array) $ports as $port) {
            foreach ($messages as $bytes) {
                $this->engine->feed($timeUs, $port, $bytes);
            }
        }
        $this->engine->advance($timeUs + $forUs);

        return $this->deliver();
    }

    /**
     * Changes to a scene by its position.
     *
     * @return list<Heard> what comes of it
     */
    public function go(int $timeUs, int $scene, int $forUs = 1_000_000): array
    {
        if ($this->standsStill) {
            return [];
        }
        $this->engine->advance($timeUs);
        Scenes::go($this->engine->run, $scene, $timeUs);
        $this->engine->advance($timeUs + $forUs);

        return $this->deliver();
    }

    /**
     * Brings a unit back to where it should stand.
     *
     * @return list<Heard> what comes of it
     */
    public function restore(int $timeUs, string $unit, int $forUs = 1_000_000): array
    {
        $this->engine->advance($timeUs);
        $this->engine->restore($timeUs, $unit);
        $this->engine->advance($timeUs + $forUs);

        return $this->deliver();
    }

    /** @return list<Heard> */
    private function deliver(): array
    {
        $heard = [];
        foreach ($this->engine->take() as $made) {
            foreach ('' === $made[2] ? [] : $this->hearers[$made[1]] ?? [] as $hearer) {
                [$unit, $part, $way] = [$hearer->unit, $hearer->part, $hearer->way];
                if (!Hop::passes($way, $made[2]) || isset($this->dark[$unit]) || $this->isCut($way)) {
                    continue;
                }
                if (isset($this->late[$unit]) || [] !== array_filter($this->waiting, static fn (OnItsWay $each): bool => $each->unit === $unit)) {
                    $this->waiting[] = new OnItsWay($made[0] + ($this->late[$unit] ?? 0), $unit, $part, $made[2]);
                } else {
                    array_push($heard, ...$this->devices[$unit]->hear($made[0], $part, $made[2]));
                }
            }
        }
        $now = $this->engine->state->now;
        $due = array_filter($this->waiting, static fn (OnItsWay $each): bool => $each->atUs <= $now);
        $this->waiting = array_values(array_diff_key($this->waiting, $due));
        foreach ($due as $each) {
            array_push($heard, ...$this->devices[$each->unit]->hear($each->atUs, $each->part, $each->bytes));
        }

        return $heard;
    }

    /** @param list<Hop> $way */
    private function isCut(array $way): bool
    {
        if ([] === $this->pulled && [] === $this->dark) {
            return false;
        }
        foreach ($way as $hop) {
            if (isset($this->dark[$hop->from->unit]) || (null !== $hop->lead && isset($this->pulled[$hop->lead->id]))) {
                return true;
            }
        }

        return false;
    }
}
