<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Rig\Chart\RouteKind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rig\Fit\Burst;
use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\Rig\Fit\Medium;
use ZigzagPost\Core\Rig\Fit\SentOver;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Whether everything fits on the leads of a rig: what scene changes send, and what streams all the time. */
final class RigFit
{
    private readonly Graph $graph;
    /** @var array<string, non-empty-list<OverLead>> by direction of a lead */
    private array $over = [];
    /** @var array<string, Load> by place where something leaves */
    private array $loads = [];
    /** @var array<string, Load> by place where something leaves, as the unit itself sends it */
    private array $asSent = [];
    /** @var array<string, float> by out port, the clock messages a second that rules pass on to it */
    private array $passedClocks = [];

    private function __construct(private readonly Setup $setup, private readonly CompiledBook $book)
    {
        $this->graph = new Graph($setup);
        $tempos = array_filter(array_map(static fn (Song $song): ?float => $song->tempo, $setup->rig->show->songs ?? []));
        $streams = [];
        foreach ($setup->boxes as $box) {
            if (!$box->isPost()) {
                $unit = new UnitStreams($box, $this->graph, [] === $tempos ? null : max($tempos));
                $asSent = $unit->loads(true);
                foreach ($unit->loads(false) as $at => $load) {
                    $source = new LeavesAt($box->name, (string) $at);
                    $this->leaves($source, $load);
                    $this->asSent[$source->key()] = $asSent[$at] ?? $load;
                }
                $this->through($box, $unit, $streams);
            }
        }
        foreach ($setup->book->ports ?? [] as $name => $port) {
            if ($port->isOut && !$port->pulse) {
                $clockUs = $this->clockUs((string) $name);
                $this->leaves(
                    new LeavesAt(LeadEnd::POST, (string) $name),
                    new Load(null === $clockUs ? 0.0 : 1_000_000 / $clockUs, $streams[$name] ?? []),
                );
            }
        }
    }

    /** @return list<LeadFit> one for each lead and direction over which something goes, in the order of the rig */
    public static function of(Setup $setup, CompiledBook $book): array
    {
        return (new self($setup, $book))->fits();
    }

    /** @return list<LeadFit> */
    private function fits(): array
    {
        $bursts = Bursts::of($this->book);
        $fits = [];
        foreach ($this->over as $ways) {
            $hop = $ways[0]->hop;
            if (null === $hop->lead) {
                continue;
            }
            $load = new Load(0, []);
            foreach ($ways as $way) {
                $key = $way->source->key();
                $load = $load->with([] === $way->before ? $this->asSent[$key] ?? $this->loads[$key] : $this->loads[$key]);
            }
            $worst = $this->worst($hop, $ways, $bursts);
            $isByRules = [] !== array_filter($ways, static fn (OverLead $way): bool => $way->source->isPost());
            [$from, $to, $medium] = [$hop->from->name(), $hop->to->name(), HopMedium::of($this->setup, $hop)];
            $fits[] = new LeadFit($hop->lead, $from, $to, $worst?->when, $worst?->burst, $load, $medium, $isByRules ? ThinnedBy::Rules : ThinnedBy::Sender);
        }

        return $fits;
    }

    /**
     * The burst of which a message arrives latest.
     *
     * @param list<OverLead> $ways
     * @param list<SentBurst> $bursts
     */
    private function worst(Hop $hop, array $ways, array $bursts): ?WorstBurst
    {
        $worst = null;
        foreach ($bursts as $burst) {
            $sent = [];
            foreach ($ways as $way) {
                $port = $way->source->at;
                $index = $way->source->isPost() ? array_search($port, $this->book->ports(), true) : false;
                if (false !== $index) {
                    $sent[] = new SentOver($burst->sent[$index] ?? [], $way->before, $this->clockUs($port));
                }
            }
            $over = Burst::merged($sent, HopMedium::of($this->setup, $hop));
            if (null !== $over && [] !== $over->messages && (null === $worst || $over->worstUs() > $worst->burst->worstUs())) {
                $worst = new WorstBurst($burst->what, $over);
            }
        }

        return $worst;
    }

    /** The distance of the clock bytes that a port sends: of a clock of the rulebook, or of one that rules pass on. */
    private function clockUs(string $port): ?int
    {
        $distances = isset($this->passedClocks[$port]) ? [(int) (1_000_000 / $this->passedClocks[$port])] : [];
        foreach ($this->setup->book->clocks ?? [] as $clock) {
            foreach ($clock->sends as $name) {
                if ($name->text === $port) {
                    $distances[] = (int) (60_000_000 / $clock->tempoBpm() / Tempo::CLOCKS_A_BEAT);
                }
            }
        }

        return [] === $distances ? null : min($distances);
    }

    /** Something leaves at a place, and goes over all leads from there on. */
    private function leaves(LeavesAt $source, Load $load): void
    {
        $this->loads[$source->key()] = $load;
        foreach ($this->graph->reachedFrom(new Socket($source->unit, $source->at, true)) as $way) {
            $last = $way[\count($way) - 1];
            if (null !== $last->lead && [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off)) {
                $this->over["{$last->from->key}\t{$last->to->key}"][] = new OverLead($source, $last, $this->before($way));
            }
        }
    }

    /**
     * What a message goes over before the last lead of its way, up to each box that waits for the whole message.
     *
     * @param list<Hop> $way
     *
     * @return list<Medium>
     */
    private function before(array $way): array
    {
        $before = [];
        $medium = Medium::Serial;
        foreach ($way as $hop) {
            if (RouteKind::Message === $hop->kind) {
                $before[] = $medium;
            }
            $medium = null === $hop->lead ? $medium : HopMedium::of($this->setup, $hop);
        }

        return $before;
    }

    /**
     * What the rules make of what a unit sends all the time.
     *
     * @param array<string, list<array{what: string, bytes: float, rate: float}>> $streams by out port
     */
    private function through(Device $box, UnitStreams $unit, array &$streams): void
    {
        $names = $this->book->ports();
        foreach ($unit->moves() as $control) {
            foreach ($this->inPorts($unit->sockets($control->kind)) as $port) {
                foreach (StreamLoads::through($this->book, $port, $control->messages, $control->perSecond) as $out => $stream) {
                    $streams[$names[$out]][] = ['what' => $control->name, 'bytes' => $stream->bytes, 'rate' => $stream->rate];
                }
            }
        }
        $clocks = $unit->clocksPerSecond() ?? 0.0;
        foreach ($clocks > 0 ? $this->inPorts($unit->clockSockets()) : [] as $port) {
            foreach (StreamLoads::clocks($this->book, $port, $clocks) as $out => $rate) {
                $this->passedClocks[$names[$out]] = max($this->passedClocks[$names[$out]] ?? 0.0, $rate);
            }
        }
    }

    /**
     * @param list<Socket> $sockets
     *
     * @return list<int> positions of the in ports that are reached from there
     */
    private function inPorts(array $sockets): array
    {
        $ports = [];
        foreach ($sockets as $socket) {
            foreach ($this->graph->reachedFrom($socket) as $way) {
                $at = $way[\count($way) - 1]->to;
                $port =
                    LeadEnd::POST === $at->unit && !$at->isOut && [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off)
                        ? $this->book->inPort(Post::port($at->at)->port)
                        : null;
                if (null !== $port) {
                    $ports[$port] = true;
                }
            }
        }

        return array_keys($ports);
    }
}
