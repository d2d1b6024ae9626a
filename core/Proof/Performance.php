<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\TakenBy;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Seats;

/** The set list as the stand-ins play it: its scenes in their order, and in each of them every control that a rule takes. */
final class Performance
{
    /** A scene lasts so long. */
    private const SCENE_US = 6_000_000;
    private const BEGINS_US = 1_000_000;

    /** @var list<array{int, int}> times and scenes */
    public readonly array $scenes;
    /** @var list<Event> */
    public readonly array $events;
    public readonly int $endUs;
    /** @var array<string, bool> which messages leave the set list */
    private array $leaving = [];

    public function __construct(private readonly Situation $situation, private readonly CompiledBook $book)
    {
        $scenes = [];
        $at = self::BEGINS_US;
        foreach ($this->order() as $scene) {
            $scenes[] = [$at, $scene];
            $at += self::SCENE_US;
        }
        $this->scenes = $scenes;
        $events = [];
        foreach ([] === $scenes ? [[self::BEGINS_US, 0]] : $scenes as $index => [$from]) {
            foreach (Coverage::controls($situation) as $event) {
                // The controls of the tape, spread over each scene; those that change the scene are left to the set list.
                $timeUs = $from + 1_500_000 + intdiv($event->timeUs, 20);
                if ($timeUs < $from + self::SCENE_US - 1_000_000 && !$this->leavesTheShow($event)) {
                    $events[] = new Event($timeUs, $event->port, $event->bytes);
                }
            }
            array_push($events, ...$this->keys($from, 48 + $index % 12));
        }
        usort($events, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);
        $this->events = $events;
        $this->endUs = max($at, self::BEGINS_US + self::SCENE_US);
    }

    /** Position of the scene in the middle of the show. */
    public function middle(): int
    {
        return intdiv(\count($this->scenes), 2);
    }

    /** A time in the middle of the show, and of a scene. */
    public function middleUs(): int
    {
        return ($this->scenes[$this->middle()][0] ?? self::BEGINS_US) + 1_800_000;
    }

    /** @return list<Event> a key on each keyboard, held while a fault begins */
    private function keys(int $from, int $key): array
    {
        $seats = Seats::of($this->situation->setup);
        $events = [];
        foreach ($seats->from as $unit => $ways) {
            $sender = new DeviceSender($seats->boxes[$unit]);
            foreach ([[1_700_000, 90], [2_600_000, 0]] as [$after, $velocity]) {
                $bytes = null === $seats->boxes[$unit]->chart->keys ? '' : $sender->play("key {$key}", $velocity);
                foreach ('' === $bytes ? [] : \array_slice($ways, 0, 1) as [, $port]) {
                    $events[] = new Event($from + $after, $port, $bytes);
                }
            }
        }

        return $events;
    }

    /** @return list<int> scenes in the order of the set list; without one all of them */
    private function order(): array
    {
        $titles = $this->book->scenes();
        $order = [];
        foreach ($this->situation->setup->rig->show?->order() ?? [] as $song) {
            foreach ($song->scenes as $scene) {
                $index = array_search($scene, $titles, true);
                if (\is_int($index)) {
                    $order[] = $index;
                }
            }
        }

        return [] === $order ? array_keys($titles) : $order;
    }

    /** Whether a control is one that leaves the set list: it chooses a scene, or silences everything. */
    private function leavesTheShow(Event $event): bool
    {
        $key = "{$event->port} ".bin2hex($event->bytes);
        if (!isset($this->leaving[$key])) {
            $engine = new Engine($this->book);
            $engine->start();
            $engine->advance(1_000_000);
            $before = [$engine->state->scene, $engine->state->choices];
            $engine->feed(1_000_000, (int) $this->book->inPort($event->port), $event->bytes);
            $this->leaving[$key] = $before !== [$engine->state->scene, $engine->state->choices] || $this->isSilence($event);
        }

        return $this->leaving[$key];
    }

    /** Whether rules make a panic of it. */
    private function isSilence(Event $event): bool
    {
        foreach (Listening::of([$event])->played() as $played) {
            $message = new ControlMessage($played->kind, $played->number, $played->channel, [$played->port], 0, 127, true);
            foreach ($this->situation->checked()->book->rules as $rule) {
                $panics = [] !== array_filter($rule->steps, static fn ($step): bool => $step instanceof PanicStep);
                if ($panics && TakenBy::isFor($this->situation->checked()->book, $rule, $message)) {
                    return true;
                }
            }
        }

        return false;
    }
}
