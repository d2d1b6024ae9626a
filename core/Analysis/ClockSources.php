<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;

/** Which clocks get to which unit: those made by rules, those that rules pass on, and those of boxes that are wired to it. */
final class ClockSources
{
    /** @var array<string, array<string, ClockSource>> sources by unit and by their words */
    private array $of = [];
    /** @var array<string, string> boxes that do not pass a clock on, by the unit behind them */
    private array $blocked = [];
    /** @var array<string, array<string, true>> units that get start and stop of a source that rules pass on */
    private array $started = [];

    public function __construct(private readonly RigAnalysis $analysis)
    {
        $book = $analysis->checked()->book;
        foreach ($book->clocks as $name => $clock) {
            foreach ([...$clock->messagePorts(), ...$clock->pulsePorts()] as $port) {
                $this->reach(new Socket(LeadEnd::POST, $port->text, true), ClockSource::made((string) $name));
            }
        }
        foreach ($book->rules as $rule) {
            $this->passedOn($book, $rule);
        }
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() || true !== $box->isOn($box->chart->clock->sends ?? null) ? [] : $this->outs($box) as $socket) {
                $this->reach($socket, ClockSource::ofUnit($box->name));
            }
        }
    }

    /** @return list<ClockSource> */
    public function of(Device $box): array
    {
        return array_values($this->of[$box->name] ?? []);
    }

    /** The box on the way that does not pass a clock on, where one would get there but for it. */
    public function blockedBy(Device $box): ?string
    {
        return [] === $this->of($box) ? $this->blocked[$box->name] ?? null : null;
    }

    /** Whether start comes with a clock that rules pass on. */
    public function isStarted(Device $box, ClockSource $source): bool
    {
        return isset($this->started[$box->name][$source->words]);
    }

    private function passedOn(Rulebook $book, Rule $rule): void
    {
        foreach ($rule->selectors as $selector) {
            $kinds = $selector->matchedKinds();
            foreach ($book->portsOf($rule, $selector) as $in) {
                $ticks = \in_array(Kind::Clock, $kinds, true) && $this->comesIn($in);
                foreach ($ticks || \in_array(Kind::Start, $kinds, true) ? $this->out($rule) : [] as $port) {
                    if ($ticks) {
                        $this->reach(new Socket(LeadEnd::POST, $port, true), ClockSource::passedOn($in));
                    }
                    if (\in_array(Kind::Start, $kinds, true)) {
                        $this->reach(new Socket(LeadEnd::POST, $port, true), ClockSource::passedOn($in), true);
                    }
                }
            }
        }
    }

    /** @return list<string> out ports that a rule passes its message on to */
    private function out(Rule $rule): array
    {
        $ports = [];
        foreach ($rule->steps as $step) {
            if ($step instanceof SendStep) {
                array_push($ports, ...$step->ports());
            } elseif ($step instanceof PlayStep) {
                array_push($ports, ...array_map(static fn ($reference): string => $reference->name->text, $step->references()));
            }
        }

        return $ports;
    }

    /** Whether some box may send a clock into a port: one that says so, or one whose chart is silent about it. */
    private function comesIn(string $port): bool
    {
        foreach ($this->analysis->setup->boxes as $box) {
            foreach ($box->isPost() || false === $box->isOn($box->chart->clock->sends ?? null) ? [] : $this->outs($box) as $socket) {
                foreach ($this->analysis->graph->reachedFrom($socket) as $way) {
                    $end = $way[\count($way) - 1]->to;
                    if (LeadEnd::POST === $end->unit && Post::port($end->at)->port === $port) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** @return list<Socket> */
    private function outs(Device $box): array
    {
        return $this->analysis->graph->sockets(
            $box,
            array_values(array_unique(array_merge(...array_map(static fn ($sends): array => $sends->at, $box->chart->sends ?? [])))),
            true,
        );
    }

    private function reach(Socket $from, ClockSource $source, bool $isStart = false): void
    {
        foreach ($this->analysis->graph->reachedFrom($from, KindName::Clock) + $this->analysis->graph->reachedFrom($from) as $way) {
            // A way that is off is a finding of its own.
            $blocking = array_values(array_filter($way, static fn (Hop $hop): bool => $hop->blocks(KindName::Clock)));
            foreach ($this->analysis->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                $box = $hearing->unit;
                if ([] !== $blocking) {
                    $this->blocked[$box->name] ??= $blocking[0]->from->unit;
                } elseif ($isStart) {
                    $this->started[$box->name][$source->words] = true;
                } else {
                    $this->of[$box->name][$source->words] = $source;
                }
            }
        }
    }
}
