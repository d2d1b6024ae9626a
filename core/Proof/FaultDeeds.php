<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Live\Holding;
use ZigzagPost\Core\Live\Overdue;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\RigWorld;

/** Faults as they happen in the middle of a performance: what they do to the rig, what they keep from coming in, when scenes are called. */
final readonly class FaultDeeds
{
    public const LONGEST_US = 3_000_000;
    private const LATE_US = 400_000;
    /** A player that is started again plays after so long; one that hangs counts as dead after a second. */
    private const RESTARTS_WITHIN_US = 300_000;
    private const HANGS_US = 1_250_000;

    /** @var array<string, array<string, list<non-empty-list<Hop>>>> */
    private array $ways;

    /** @param list<Fault> $faults */
    public function __construct(Setup $setup, private CompiledBook $book, private Performance $show, private array $faults)
    {
        $this->ways = self::ways($setup);
    }

    /**
     * What happens, by time: scenes and what is played, and the faults among them.
     *
     * @return list<FaultDeed>
     */
    public function deeds(): array
    {
        $deeds = $this->scenes();
        foreach ($this->show->strokes as $stroke) {
            $event = $stroke->event;
            $port = $this->book->inPort($event->port);
            if (null !== $port && !$this->isSilent($stroke)) {
                $deeds[] = new FaultDeed($event->timeUs, static function (RigWorld $world, int $at) use ($port, $event): void {
                    $world->play($at, $port, [$event->bytes], 0);
                });
            }
        }
        $faults = [];
        foreach ($this->faults as $fault) {
            array_push($faults, ...$this->ofFault($fault));
        }
        // What is played at the same time comes after.
        $deeds = [...$faults, ...array_map($this->kept(...), $deeds)];
        usort($deeds, static fn (FaultDeed $a, FaultDeed $b): int => $a->atUs <=> $b->atUs);

        return $deeds;
    }

    /** What comes while the player hangs waits until it plays again. */
    private function kept(FaultDeed $deed): FaultDeed
    {
        $at = $this->show->middleUs();

        return $this->has(FaultKind::Hangs) && $deed->atUs >= $at && $deed->atUs < $at + self::HANGS_US
            ? new FaultDeed($at + self::HANGS_US, $deed->do)
            : $deed;
    }

    /**
     * What the player does where devices are gone: everything that they hold is let go.
     *
     * @param list<string> $ports
     *
     * @return \Closure(RigWorld, int): void
     */
    private function letGo(array $ports, int $atUs): \Closure
    {
        $held = [];
        foreach ($this->show->strokes as $stroke) {
            if ($stroke->event->timeUs < $atUs && \in_array($stroke->event->port, $ports, true) && !$this->isSilent($stroke)) {
                ($held[$stroke->event->port] ??= new Holding())->hear($stroke->event->bytes);
            }
        }
        $bytes = array_map(static fn (Holding $holding): string => $holding->letGo(), $held);

        return function (RigWorld $world, int $now) use ($bytes): void {
            foreach ($bytes as $port => $each) {
                $in = $this->book->inPort((string) $port);
                if (null !== $in && '' !== $each) {
                    $world->play($now, $in, [$each], 0);
                }
            }
        };
    }

    /** @return list<FaultDeed> */
    private function scenes(): array
    {
        $deeds = [];
        $go = static fn (int $scene): \Closure => static function (RigWorld $world, int $at) use ($scene): void {
            $world->go($at, $scene, 0);
        };
        foreach ($this->show->slots as $index => $slot) {
            [$at, $scene] = [$slot->timeUs, $slot->scene];
            $isMeant = $index === $this->show->middle();
            $deeds[] = new FaultDeed($isMeant && $this->has(FaultKind::Early) ? $at - 1_200_000 : $at, $go($scene));
            if ($isMeant && $this->has(FaultKind::Twice)) {
                $deeds[] = new FaultDeed($at + 40_000, $go($scene));
            }
            if ($isMeant && $this->has(FaultKind::Together)) {
                $deeds[] = new FaultDeed($at - 5_000, $go(($scene + 1) % max(1, \count($this->book->scenes()))));
            }
        }

        return $deeds;
    }

    private function has(FaultKind $kind): bool
    {
        return [] !== array_filter($this->faults, static fn (Fault $fault): bool => $fault->kind === $kind);
    }

    /** @return list<FaultDeed> */
    private function ofFault(Fault $fault): array
    {
        $at = $this->show->middleUs();
        $end = $at + self::LONGEST_US;
        $what = $fault->what;

        return match ($fault->kind) {
            FaultKind::Lead => [
                new FaultDeed($at, static function (RigWorld $world) use ($what): void {
                    $world->pulled[$what] = true;
                }),
                new FaultDeed($end, static function (RigWorld $world) use ($what): void {
                    unset($world->pulled[$what]);
                }),
            ],
            FaultKind::Power => [
                new FaultDeed($at, static function (RigWorld $world) use ($what): void {
                    $world->dark[$what] = true;
                }),
                new FaultDeed($end, static function (RigWorld $world, int $now) use ($what): void {
                    unset($world->dark[$what]);
                    ($world->devices[$what] ?? null)?->power($now);
                }),
            ],
            FaultKind::Late => [
                new FaultDeed($at, static function (RigWorld $world) use ($what): void {
                    $world->late[$what] = self::LATE_US;
                }),
                new FaultDeed($end, static function (RigWorld $world) use ($what): void {
                    unset($world->late[$what]);
                }),
            ],
            FaultKind::Unplugged => [new FaultDeed($at, $this->letGo([$what], $at))],
            FaultKind::Restarted => [new FaultDeed($at + self::RESTARTS_WITHIN_US, $this->letGo($this->show->ports(), $at))],
            FaultKind::Hangs => $this->hangs($at),
            FaultKind::Wild => $this->wild($what, $at),
            FaultKind::ClockDoubles => $this->clocks($at),
            default => [],
        };
    }

    /** @return list<FaultDeed> */
    private function wild(string $unit, int $at): array
    {
        foreach ($this->show->strokes as $stroke) {
            $event = $stroke->event;
            if ($stroke->unit === $unit && 0xB0 === (\ord($event->bytes) & 0xF0)) {
                $port = (int) $this->book->inPort($event->port);
                $deeds = [];
                for ($step = 0; $step < 300; ++$step) {
                    $bytes = substr($event->bytes, 0, 2).\chr(($step * 37) % 128);
                    $deeds[] = new FaultDeed($at + $step * 5_000, static function (RigWorld $world, int $now) use ($port, $bytes): void {
                        $world->play($now, $port, [$bytes], 0);
                    });
                }
                // It calms down where it had been.
                $deeds[] = new FaultDeed($at + 1_600_000, static function (RigWorld $world, int $now) use ($port, $event): void {
                    $world->play($now, $port, [$event->bytes], 0);
                });

                return $deeds;
            }
        }

        return [];
    }

    /** @return list<FaultDeed> */
    private function hangs(int $at): array
    {
        $letGo = $this->letGo($this->show->ports(), $at);

        return [
            new FaultDeed($at, static function (RigWorld $world): void {
                $world->standsStill = true;
            }),
            new FaultDeed($at + self::HANGS_US, static function (RigWorld $world, int $now) use ($letGo): void {
                $world->standsStill = false;
                Overdue::leaveOut($world->engine, $now);
                $letGo($world, $now);
            }),
        ];
    }

    /** @return list<FaultDeed> */
    private function clocks(int $at): array
    {
        $deeds = [];
        foreach ($this->book->inPorts() as $port) {
            for ($tick = 0; $tick < 48; ++$tick) {
                $deeds[] = new FaultDeed($at + $tick * 20_000, static function (RigWorld $world, int $now) use ($port): void {
                    $world->play($now, $port, ["\xF8", "\xF8"], 0);
                });
            }
        }

        return $deeds;
    }

    /** Whether a fault keeps a stroke from coming in. */
    private function isSilent(Stroke $stroke): bool
    {
        $at = $this->show->middleUs();
        $event = $stroke->event;
        foreach ($this->faults as $fault) {
            $isDuring = $event->timeUs >= $at && $event->timeUs < $at + self::LONGEST_US;
            $isSilent = match ($fault->kind) {
                FaultKind::Battery => $event->timeUs >= $at && $stroke->unit === $fault->what,
                FaultKind::Power => $isDuring
                    && ($stroke->unit === $fault->what || $this->isOver($stroke, static fn (Hop $hop): bool => $hop->from->unit === $fault->what)),
                FaultKind::Lead => $isDuring && $this->isOver($stroke, static fn (Hop $hop): bool => $hop->lead?->id === $fault->what),
                FaultKind::Unplugged => $isDuring && $event->port === $fault->what,
                FaultKind::Restarted => $event->timeUs >= $at && $event->timeUs < $at + self::RESTARTS_WITHIN_US,
                FaultKind::ClockStops => $isDuring && "\xF8" === $event->bytes,
                default => false,
            };
            if ($isSilent) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether every way that a stroke comes in by goes over something.
     *
     * @param callable(Hop): bool $is
     */
    private function isOver(Stroke $stroke, callable $is): bool
    {
        $ways = $this->ways[$stroke->unit][$stroke->event->port] ?? [];

        return [] !== $ways && [] === array_filter($ways, static fn (array $way): bool => [] === array_filter($way, $is));
    }

    /** @return array<string, array<string, list<non-empty-list<Hop>>>> the ways from each unit to each in port */
    private static function ways(Setup $setup): array
    {
        $graph = new Graph($setup);
        $ways = [];
        foreach ($setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $graph->sources($box) as $socket) {
                foreach ($graph->waysFrom($socket)->ways as $way) {
                    $end = $way[\count($way) - 1]->to;
                    if (LeadEnd::POST === $end->unit && !$end->isOut) {
                        $ways[$box->name][Post::port($end->at)->port][] = $way;
                    }
                }
            }
        }

        return $ways;
    }
}
