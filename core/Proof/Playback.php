<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Format\Event;

/** A tape played through a rulebook, from its first event until nothing is pending: what left, in which scene, and which rules were asked. */
final class Playback
{
    /** What is still to come after the last event is waited for no longer than this. */
    private const LONGEST_TAIL_US = 60_000_000;

    /** @var list<Output> */
    public array $outputs = [];
    /** @var list<int> how often each rule acted, by its position */
    public array $hits = [];
    /** @var array<int, true> scenes that were gone through, by position */
    public array $scenes = [];
    /** @var array<int, array<int, true>> scenes that were gone to, by the scene that was left */
    public array $orders = [];
    private ?int $at = null;

    /**
     * What was noted of one that was played before; its outputs are not.
     *
     * @param list<int> $hits
     * @param array<int, true> $scenes
     * @param array<int, array<int, true>> $orders
     */
    public static function remembered(array $hits, array $scenes, array $orders): self
    {
        $playback = new self();
        [$playback->hits, $playback->scenes, $playback->orders] = [$hits, $scenes, $orders];

        return $playback;
    }

    /**
     * @param iterable<Event> $events by time
     * @param int|null $scene in which it begins; null for the first
     */
    public static function of(CompiledBook $book, iterable $events, ?int $scene = null): self
    {
        $playback = new self();
        $engine = new Engine($book);
        $engine->start();
        $playback->pass($engine);
        if (null !== $scene && $scene > 0 && isset($book->scenes()[$scene])) {
            Scenes::go($engine->run, $scene, 0);
            $playback->pass($engine);
        }
        $inPorts = [];
        $now = $engine->state->scene;
        foreach ($events as $event) {
            $port = $inPorts[$event->port] ??= $book->inPort($event->port) ?? -1;
            if ($port < 0 || null !== $event->pulseUs) {
                continue;
            }
            $before = \count($engine->run->out);
            $engine->feed($event->timeUs, $port, $event->bytes);
            if ($now !== $engine->state->scene) {
                $playback->pass($engine, $now, $before);
                $now = $engine->state->scene;
            }
        }
        $playback->pass($engine);
        $engine->endClocks();
        $until = $engine->state->now + self::LONGEST_TAIL_US;
        while (null !== ($due = $engine->nextDue()) && $due <= $until) {
            $engine->advance($due);
            $engine->endClocks();
            $playback->pass($engine);
        }
        $engine->finish();
        $playback->pass($engine);
        $playback->hits = array_values($engine->state->hits);

        return $playback;
    }

    /**
     * Takes what the engine has made.
     *
     * @param int|null $was scene in which it began; null for the one in which it is
     * @param int $before how many messages it made there
     */
    private function pass(Engine $engine, ?int $was = null, int $before = 0): void
    {
        $scene = $engine->state->scene;
        $this->scenes[$scene] = true;
        if (null !== $this->at && $this->at !== $scene) {
            $this->orders[$this->at][$scene] = true;
        }
        $this->at = $scene;
        $ports = $engine->book->ports();
        foreach ($engine->take() as $index => $made) {
            $this->outputs[] = new Output($made[0], $ports[$made[1]], $made[2], $made[3] ?? null, $index < $before ? $was ?? $scene : $scene);
        }
    }
}
