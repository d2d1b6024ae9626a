<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Show\Learn\Listening;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\TakenBy;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Core\World\Seats;

/**
 * The set list, played by the stand-ins against the stand-ins: once as it should go, and then with faults. Units with hazards stay out.
 */
final class Rehearsal
{
    /** A scene lasts so long. */
    private const SCENE_US = 6_000_000;
    private const LONGEST_FAULT_US = 3_000_000;
    private const STEP_US = 100_000;
    private const LATE_US = 400_000;

    /** @var list<string> units that are never rehearsed */
    public readonly array $leftOut;
    private readonly Setup $setup;
    /** @var list<array{int, int}> times and scenes */
    private readonly array $scenes;
    /** @var list<Event> */
    private readonly array $events;
    private readonly int $endUs;
    private readonly Standing $standing;
    private readonly Presses $presses;
    /** @var array<int, array<string, string>> how all units stood, by time */
    private array $right = [];
    /** @var array<string, bool> which messages leave the set list */
    private array $leaving = [];

    public function __construct(private readonly Situation $situation, private readonly CompiledBook $book)
    {
        $this->setup = $situation->setup;
        $this->leftOut = array_values(array_filter(array_keys($this->setup->boxes), fn (string $unit): bool => $this->isDangerous($unit)));
        $this->standing = new Standing($this->setup, $this->leftOut, $book->middle());
        $this->presses = new Presses($situation);
        $scenes = [];
        $at = 1_000_000;
        foreach ($this->order() as $scene) {
            $scenes[] = [$at, $scene];
            $at += self::SCENE_US;
        }
        $this->scenes = $scenes;
        $events = [];
        foreach ([] === $scenes ? [[$at, 0]] : $scenes as [$from]) {
            foreach (Proving::events(Coverage::tape($situation)) as $event) {
                // The controls of the tape, spread over each scene; those that change the scene are left to the set list.
                $timeUs = $from + 1_500_000 + intdiv($event->timeUs, 20);
                if ($timeUs < $from + self::SCENE_US - 1_000_000 && !$this->leavesTheShow($event)) {
                    $events[] = new Event($timeUs, $event->port, $event->bytes);
                }
            }
        }
        foreach ([] === $scenes ? [[1_000_000, 0]] : $scenes as $index => [$from]) {
            array_push($events, ...$this->keys($from, 48 + $index % 12));
        }
        usort($events, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);
        $this->events = $events;
        $this->endUs = max($at, 1_000_000 + self::SCENE_US);
    }

    /** @return list<Fault> everything that can go wrong, one of each */
    public function faults(): array
    {
        $faults = [];
        foreach ($this->setup->joints as $joint) {
            $ends = [$joint->lead->a->unit, $joint->lead->b->unit];
            $isMidi = \in_array(($joint->a->use ?? $joint->b?->use)?->carries->value, ['midi', 'usb', 'network'], true);
            if ($isMidi && [] === array_intersect($ends, $this->leftOut)) {
                $faults[] = new Fault(Fault::LEAD, $joint->lead->id);
            }
        }
        foreach ($this->setup->boxes as $box) {
            if ($box->isPost() || \in_array($box->name, $this->leftOut, true)) {
                continue;
            }
            if (null !== $box->chart->hears) {
                $faults[] = new Fault(Fault::POWER, $box->name);
                $faults[] = new Fault(Fault::LATE, $box->name);
            }
            if (null !== $box->unit->battery) {
                $faults[] = new Fault(Fault::BATTERY, $box->name);
            }
            foreach ($box->chart->surface->controls ?? [] as $control) {
                if (null !== $control->perSecond) {
                    $faults[] = new Fault(Fault::WILD, $box->name);
                    break;
                }
            }
        }

        return [...$faults, new Fault(Fault::TWICE, 'scene'), new Fault(Fault::EARLY, 'scene'), new Fault(Fault::TOGETHER, 'scenes'), new Fault(Fault::CLOCK_STOPS, 'clock'), new Fault(Fault::CLOCK_DOUBLES, 'clock')];
    }

    /** Plays the whole set list with faults in the middle of it. */
    public function with(Fault ...$faults): Misfortune
    {
        if ([] === $this->right) {
            $this->play([], $this->right, $this->endUs);
        }
        $stood = [];
        [$world] = $this->play(array_values($faults), $stood, $this->endUs);
        $over = $this->faultUs() + self::LONGEST_FAULT_US;
        $wrongAt = array_keys(array_filter($stood, fn (array $units, int $at): bool => $at >= $over && $units !== ($this->right[$at] ?? $units), \ARRAY_FILTER_USE_BOTH));
        $hangs = $wrong = [];
        foreach ($wrongAt as $at) {
            foreach (array_diff_assoc($stood[$at], $this->right[$at]) as $what => $is) {
                $words = $this->standing->words($what, $is, $this->right[$at][$what] ?? '');
                Standing::isKey($what) ? $hangs[$what] = $words : $wrong[$what] = $words;
            }
        }
        $last = [] === $wrongAt ? null : max($wrongAt);
        $isRight = null === $last || $last < $this->endUs;

        return new Misfortune(array_values($faults), array_values($hangs), array_values($wrong), $isRight ? max(0, (null === $last ? $over : $last + self::STEP_US) - $over) : null, $wayBack = $this->wayBack($world, $isRight), $this->presses->for($wayBack, $this->book->scenes()[$world->engine->state->scene] ?? null));
    }

    /** @return list<Event> a key on each keyboard, held while a fault begins */
    private function keys(int $from, int $key): array
    {
        $seats = Seats::of($this->setup);
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

    /** What helps first: nothing, the scene once more, panic before it, or nothing but hands. */
    private function wayBack(RigWorld $world, bool $isRight): string
    {
        if ($isRight) {
            return Misfortune::BY_ITSELF;
        }
        $at = $this->endUs + 1_000_000;
        $world->go($at, $world->engine->state->scene, 3_000_000);
        if ($this->standing->of($world) === $this->right[$this->endUs]) {
            return Misfortune::SEND_AGAIN;
        }
        $world->engine->panic($at += 4_000_000);
        $world->play($at, 0, [], 1_000_000);
        $world->go($at += 2_000_000, $world->engine->state->scene, 3_000_000);

        return $this->standing->of($world) === $this->right[$this->endUs] ? Misfortune::PANIC : Misfortune::BY_HAND;
    }

    /**
     * @param list<Fault> $faults
     * @param array<int, array<string, string>> $stood how all units stand, filled in by time
     *
     * @return array{RigWorld}
     */
    private function play(array $faults, array &$stood, int $untilUs): array
    {
        $world = new RigWorld($this->setup, $this->book);
        $deeds = $this->deeds($faults);
        $next = 0;
        for ($at = 0; $at <= $untilUs; $at += self::STEP_US) {
            for (; $next < \count($deeds) && $deeds[$next][0] <= $at; ++$next) {
                $deeds[$next][1]($world, $deeds[$next][0]);
            }
            $world->play($at, 0, [], 0);
            $stood[$at] = $this->standing->of($world);
        }

        return [$world];
    }

    /**
     * What happens, by time: scenes and what is played, and the faults among them.
     *
     * @param list<Fault> $faults
     *
     * @return list<array{int, \Closure(RigWorld, int): void}>
     */
    private function deeds(array $faults): array
    {
        $deeds = [];
        $go = static fn (int $scene): \Closure => static function (RigWorld $world, int $at) use ($scene): void {
            $world->go($at, $scene, 0);
        };
        $has = static fn (string $kind): bool => [] !== array_filter($faults, static fn (Fault $fault): bool => $fault->kind === $kind);
        $middle = intdiv(\count($this->scenes), 2);
        foreach ($this->scenes as $index => [$at, $scene]) {
            $isMeant = $index === $middle;
            $deeds[] = [$isMeant && $has(Fault::EARLY) ? $at - 1_200_000 : $at, $go($scene)];
            if ($isMeant && $has(Fault::TWICE)) {
                $deeds[] = [$at + 40_000, $go($scene)];
            }
            if ($isMeant && $has(Fault::TOGETHER)) {
                $deeds[] = [$at - 5_000, $go(($scene + 1) % max(1, \count($this->book->scenes())))];
            }
        }
        foreach ($this->events as $event) {
            $port = $this->book->inPort($event->port);
            if (null !== $port && !$this->isSilent($faults, $event)) {
                $deeds[] = [$event->timeUs, static function (RigWorld $world, int $at) use ($port, $event): void {
                    $world->play($at, $port, [$event->bytes], 0);
                }];
            }
        }
        foreach ($faults as $fault) {
            array_push($deeds, ...$this->ofFault($fault));
        }
        usort($deeds, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return $deeds;
    }

    /** @return list<array{int, \Closure(RigWorld, int): void}> */
    private function ofFault(Fault $fault): array
    {
        $at = $this->faultUs();
        $end = $at + self::LONGEST_FAULT_US;
        $what = $fault->what;

        return match ($fault->kind) {
            Fault::LEAD => [[$at, static function (RigWorld $world) use ($what): void {
                $world->pulled[$what] = true;
            }], [$end, static function (RigWorld $world) use ($what): void {
                unset($world->pulled[$what]);
            }]],
            Fault::POWER => [[$at, static function (RigWorld $world) use ($what): void {
                $world->dark[$what] = true;
            }], [$end, static function (RigWorld $world, int $now) use ($what): void {
                unset($world->dark[$what]);
                ($world->devices[$what] ?? null)?->power($now);
            }]],
            Fault::LATE => [[$at, static function (RigWorld $world) use ($what): void {
                $world->late[$what] = self::LATE_US;
            }], [$end, static function (RigWorld $world) use ($what): void {
                unset($world->late[$what]);
            }]],
            Fault::WILD => $this->wild($what, $at),
            Fault::CLOCK_DOUBLES => $this->clocks($at),
            default => [],
        };
    }

    /** @return list<array{int, \Closure(RigWorld, int): void}> */
    private function wild(string $unit, int $at): array
    {
        foreach ($this->events as $event) {
            if ($this->isFrom($unit, $event) && 0xB0 === (\ord($event->bytes) & 0xF0)) {
                $port = (int) $this->book->inPort($event->port);
                $deeds = [];
                for ($step = 0; $step < 300; ++$step) {
                    $bytes = substr($event->bytes, 0, 2).\chr($step * 37 % 128);
                    $deeds[] = [$at + $step * 5_000, static function (RigWorld $world, int $now) use ($port, $bytes): void {
                        $world->play($now, $port, [$bytes], 0);
                    }];
                }
                // It calms down where it had been.
                $deeds[] = [$at + 1_600_000, static function (RigWorld $world, int $now) use ($port, $event): void {
                    $world->play($now, $port, [$event->bytes], 0);
                }];

                return $deeds;
            }
        }

        return [];
    }

    /** @return list<array{int, \Closure(RigWorld, int): void}> */
    private function clocks(int $at): array
    {
        $deeds = [];
        foreach ($this->book->inPorts() as $port) {
            for ($tick = 0; $tick < 48; ++$tick) {
                $deeds[] = [$at + $tick * 20_000, static function (RigWorld $world, int $now) use ($port): void {
                    $world->play($now, $port, ["\xF8", "\xF8"], 0);
                }];
            }
        }

        return $deeds;
    }

    /**
     * Whether a fault keeps an event from coming in.
     *
     * @param list<Fault> $faults
     */
    private function isSilent(array $faults, Event $event): bool
    {
        $at = $this->faultUs();
        foreach ($faults as $fault) {
            $isDuring = $event->timeUs >= $at && $event->timeUs < $at + self::LONGEST_FAULT_US;
            $isSilent = match ($fault->kind) {
                Fault::BATTERY => $event->timeUs >= $at && $this->isFrom($fault->what, $event),
                Fault::POWER => $isDuring && $this->isFrom($fault->what, $event),
                Fault::LEAD => $isDuring && $this->isOver($fault->what, $event),
                Fault::CLOCK_STOPS => $isDuring && "\xF8" === $event->bytes,
                default => false,
            };
            if ($isSilent) {
                return true;
            }
        }

        return false;
    }

    private function isFrom(string $unit, Event $event): bool
    {
        foreach ($this->setup->joints as $joint) {
            $ends = [[$joint->lead->a, $joint->lead->b], [$joint->lead->b, $joint->lead->a]];
            foreach ($ends as [$one, $other]) {
                if ($one->unit === $unit && LeadEnd::POST === $other->unit && explode(' ', $other->plug)[0] === $event->port) {
                    return true;
                }
            }
        }

        return false;
    }

    private function isOver(string $lead, Event $event): bool
    {
        foreach ($this->setup->joints as $joint) {
            foreach ($joint->lead->id === $lead ? [$joint->lead->a, $joint->lead->b] : [] as $end) {
                if (LeadEnd::POST === $end->unit && explode(' ', $end->plug)[0] === $event->port) {
                    return true;
                }
            }
        }

        return false;
    }

    /** In the middle of the show, and of a scene. */
    private function faultUs(): int
    {
        return ($this->scenes[intdiv(\count($this->scenes), 2)][0] ?? 1_000_000) + 1_800_000;
    }

    /** @return list<int> scenes in the order of the set list; without one all of them */
    private function order(): array
    {
        $titles = $this->book->scenes();
        $order = [];
        foreach ($this->setup->rig->show?->order() ?? [] as $song) {
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

    private function isDangerous(string $unit): bool
    {
        return [] !== ($this->setup->boxes[$unit]->chart->hazards ?? []);
    }
}
