<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Patch;

/** The set list as the stand-ins play it: its scenes in their order, and in each of them every control that a rule takes. */
final class Performance
{
    /** A scene lasts so long. */
    private const SCENE_US = 6_000_000;
    private const BEGINS_US = 1_000_000;
    /** After this, what is held or pressed twice has happened. */
    private const SETTLED_US = 2_000_000;

    /** @var list<Slot> */
    public readonly array $slots;
    /** @var list<Stroke> in order */
    public readonly array $strokes;
    public readonly int $endUs;

    public function __construct(private readonly RigAnalysis $analysis, private readonly CompiledBook $book)
    {
        $this->slots = $this->order();
        $this->endUs = self::BEGINS_US + self::SCENE_US * max(1, \count($this->slots));
        // Those that change the scene, in whatever scene they are pressed, are left to the set list.
        $controls = Coverage::strokes($analysis);
        $leaving = $this->leaving($controls);
        $controls = array_filter($controls, static fn (Stroke $stroke): bool => !isset($leaving[self::key($stroke)]));
        $strokes = [];
        foreach ([] === $this->slots ? [self::BEGINS_US] : array_map(static fn (Slot $slot): int => $slot->timeUs, $this->slots) as $index => $from) {
            foreach ($controls as $stroke) {
                $timeUs = $from + 1_500_000 + self::spread($stroke); // within the scene
                if ($timeUs < $from + self::SCENE_US - 1_000_000) {
                    $strokes[] = $stroke->at($timeUs);
                }
            }
            array_push($strokes, ...$this->keys($from, 48 + ($index % 12)));
        }
        usort($strokes, static fn (Stroke $a, Stroke $b): int => $a->event->timeUs <=> $b->event->timeUs);
        $this->strokes = $strokes;
    }

    /** @return list<string> in ports at which something is played */
    public function ports(): array
    {
        $ports = array_map(static fn (Stroke $stroke): string => $stroke->event->port, $this->strokes);
        sort($ports);

        return array_values(array_unique($ports));
    }

    /** Position of the scene in the middle of the show. */
    public function middle(): int
    {
        return intdiv(\count($this->slots), 2);
    }

    /** A time in the middle of the show, and of a scene. */
    public function middleUs(): int
    {
        return ($this->slots[$this->middle()]->timeUs ?? self::BEGINS_US) + 1_800_000;
    }

    /** @return list<Stroke> a key on each keyboard, held while a fault begins */
    private function keys(int $from, int $key): array
    {
        $seats = Patch::of($this->analysis->setup);
        $strokes = [];
        foreach ($seats->from as $unit => $ways) {
            $sender = new DeviceSender($seats->boxes[$unit]);
            foreach ([[1_700_000, 90], [2_600_000, 0]] as [$after, $velocity]) {
                $bytes = null === $seats->boxes[$unit]->chart->keys ? '' : $sender->play("key {$key}", $velocity);
                foreach ('' === $bytes ? [] : \array_slice($ways, 0, 1) as $sending) {
                    $port = $sending->port;
                    $strokes[] = new Stroke((string) $unit, "key {$key}", new Event($from + $after, $port, $bytes));
                }
            }
        }

        return $strokes;
    }

    /** @return list<Slot> scenes in the order of the set list; without one all of them */
    private function order(): array
    {
        $titles = $this->book->scenes();
        $order = [];
        foreach ($this->analysis->setup->rig->show?->order() ?? [] as $song) {
            $scenes = array_values(array_filter($song->scenes, static fn (string $title): bool => \in_array($title, $titles, true)));
            foreach ($scenes as $title) {
                $order[] = [(int) array_search($title, $titles, true), null === $song->lengthS ? null : $song->lengthS / \count($scenes)];
            }
        }
        $slots = [];
        foreach (
            [] === $order ? array_map(static fn (int $scene): array => [$scene, null], array_keys($titles)) : $order as $place => [$scene, $lengthS]
        ) {
            $slots[] = new Slot(self::BEGINS_US + $place * self::SCENE_US, $scene, $titles[$scene], $lengthS);
        }

        return $slots;
    }

    /**
     * What leaves the set list in some scene of it: chooses a scene, a song or a member of a group, or silences everything.
     *
     * @param list<Stroke> $controls
     *
     * @return array<string, true> by {@see key()}
     */
    private function leaving(array $controls): array
    {
        $leaving = $groups = [];
        foreach ($controls as $stroke) {
            $groups[self::key($stroke)][] = $stroke;
            if ($this->isSilence($stroke->event)) {
                $leaving[self::key($stroke)] = true;
            }
        }
        $scenes = array_unique(array_map(static fn (Slot $slot): int => $slot->scene, $this->slots));
        foreach ([] === $scenes ? [0] : $scenes as $scene) {
            $engine = new Engine($this->book);
            $engine->start();
            foreach ($groups as $key => $strokes) {
                Scenes::go($engine->run, $scene, $from = $engine->state->now + self::SETTLED_US);
                $engine->advance($from += self::SETTLED_US);
                $before = [$engine->state->scene, $engine->state->song, $engine->state->choices];
                $leaves = false;
                foreach ($strokes as $stroke) {
                    $engine->feed(
                        $from + self::spread($stroke) - self::spread($strokes[0]),
                        (int) $this->book->inPort($stroke->event->port),
                        $stroke->event->bytes,
                    );
                    $leaves = $leaves || $before !== [$engine->state->scene, $engine->state->song, $engine->state->choices];
                }
                $engine->advance($engine->state->now + self::SETTLED_US);
                $engine->take();
                if ($leaves || $before !== [$engine->state->scene, $engine->state->song, $engine->state->choices]) {
                    $leaving[$key] = true;
                }
            }
        }

        return $leaving;
    }

    private static function key(Stroke $stroke): string
    {
        return "{$stroke->unit} {$stroke->control}";
    }

    /** When something is played within a scene: all controls in a part of the time that they would take one after the other. */
    private static function spread(Stroke $stroke): int
    {
        return intdiv($stroke->event->timeUs, 20);
    }

    /** Whether rules make a panic of it. */
    private function isSilence(Event $event): bool
    {
        foreach (Listening::of([$event])->played() as $played) {
            $message = new ControlMessage($played->kind, $played->number, $played->channel, [$played->port], 0, 127, true);
            foreach ($this->analysis->checked()->book->rules as $rule) {
                $panics = [] !== array_filter($rule->steps, static fn ($step): bool => $step instanceof PanicStep);
                if ($panics && RuleMatch::isFor($this->analysis->checked()->book, $rule, $message)) {
                    return true;
                }
            }
        }

        return false;
    }
}
