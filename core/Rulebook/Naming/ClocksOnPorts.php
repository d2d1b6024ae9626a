<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\FollowStep;
use ZigzagPost\Core\Rulebook\Step\TapStep;
use ZigzagPost\Core\Rulebook\Step\TempoStep;
use ZigzagPost\Core\Rulebook\Text\Reference;

/** The clock bytes that can go over each out port between those of anything: of clocks made here, and of those that rules pass on. */
final class ClocksOnPorts
{
    /** @var array<string, int> by port, the distance of clock bytes in microseconds where they come fastest */
    private array $distances = [];

    public function __construct(private readonly Rulebook $book)
    {
        $changed = $this->changed();
        foreach ($book->clocks as $name => $clock) {
            $fastest = isset($changed[$name]) ? Tempo::FASTEST : $clock->tempoBpm();
            foreach ($clock->sends as $port) {
                $this->add($port->text, $fastest);
            }
        }
        foreach ($book->rules as $rule) {
            if (
                [] ===
                array_filter(
                    $rule->selectors,
                    static fn (Selector $selector): bool => $selector->takes(Kind::Clock),
                )
            ) {
                continue;
            }
            foreach ($rule->steps as $step) {
                foreach ($step->references() as $reference) {
                    if (Reference::OUT_PORT === $reference->what) {
                        $this->add($reference->name->text, Tempo::FASTEST);
                    }
                }
            }
        }
    }

    public function distanceUs(string $port): ?int
    {
        return $this->distances[$port] ?? null;
    }

    /** @return list<Sending> the most that a step sends at once which does something to this clock */
    public function told(string $clock): array
    {
        $declared = $this->book->clocks[$clock] ?? null;
        $sends = [];
        foreach ($declared->sends ?? [] as $port) {
            $sends[] = new Sending($port->text, Kind::Start->bytes());
        }
        foreach ($declared->taps ?? [] as $tap) {
            foreach ($tap->ports as $port) {
                $sends[] = new Sending($port->text, $tap->presses * $tap->message->bytes());
            }
        }

        return $sends;
    }

    private function add(string $port, float $bpm): void
    {
        $this->distances[$port] = min($this->distances[$port] ?? \PHP_INT_MAX, (int) (60_000_000 / $bpm / Tempo::CLOCKS_A_BEAT));
    }

    /** @return array<string, true> clocks whose tempo steps change */
    private function changed(): array
    {
        $changed = [];
        foreach ($this->book->steps() as $step) {
            if ($step instanceof TempoStep || $step instanceof TapStep || $step instanceof FollowStep) {
                foreach ($step->references() as $reference) {
                    $changed[$reference->name->text] = true;
                }
            }
        }

        return $changed;
    }
}
