<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\RouteKind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Fit\Burst;
use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Whether everything fits on the leads of a rig: what scene changes send, and what streams all the time. */
final class RigFit
{
    private const CLOCKS_A_BEAT = 24;

    private readonly Graph $graph;
    /** @var array<string, list<array{string, Hop, int}>> by direction of a lead: where it comes from, the hop, relays before it */
    private array $over = [];
    /** @var array<string, Load> by place where something leaves */
    private array $loads = [];

    private function __construct(private readonly Setup $setup, private readonly CompiledBook $book)
    {
        $this->graph = new Graph($setup);
        foreach ($setup->boxes as $box) {
            $this->sender($box);
        }
        $this->outPorts();
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
            $hop = $ways[0][1];
            $lead = $hop->lead;
            if (null === $lead) {
                continue;
            }
            $worst = null;
            $when = null;
            $fixed = 0.0;
            $streams = [];
            foreach ($ways as [$source, , $relays]) {
                $load = $this->loads[$source] ?? new Load(0, []);
                $fixed += $load->fixed;
                $streams = [...$streams, ...$load->streams];
                [$unit, $port] = explode("\t", $source);
                $index = LeadEnd::POST === $unit ? array_search($port, $this->book->ports(), true) : false;
                foreach (false === $index ? [] : $bursts as $burst) {
                    $over = Burst::over($burst['sent'][$index] ?? [], $relays, false, $this->clockUs($port));
                    if ([] !== $over->messages && (null === $worst || $over->worstUs() > $worst->worstUs())) {
                        [$worst, $when] = [$over, $burst['what']];
                    }
                }
            }
            $connector = $this->setup->box($hop->to->unit)?->chart->plug($hop->to->plug())?->connector;
            $other = $this->setup->box($hop->from->unit)?->chart->plug($hop->from->plug())?->connector;
            $fits[] = new LeadFit($lead, $hop->from->name(), $hop->to->name(), $when, $worst, new Load($fixed, $streams), true !== $connector?->isPackets() && true !== $other?->isPackets(), str_starts_with($ways[0][0], LeadEnd::POST."\t") ? 'rules' : 'sender');
        }

        return $fits;
    }

    /** The distance of the clock bytes that a port sends, if a clock of the rulebook sends there. */
    private function clockUs(string $port): ?int
    {
        $shortest = null;
        foreach ($this->setup->book->clocks ?? [] as $clock) {
            foreach ($clock->sends as $name) {
                $shortest = $name->text === $port ? min($shortest ?? \PHP_INT_MAX, (int) (60_000_000 / $clock->tempoBpm() / self::CLOCKS_A_BEAT)) : $shortest;
            }
        }

        return $shortest;
    }

    /** What a unit sends of its own, and which leads that goes over. */
    private function sender(Box $box): void
    {
        foreach ($box->chart->sends ?? [] as $sends) {
            foreach ($this->graph->sockets($box, $sends->at, true) as $socket) {
                $streams = [];
                foreach ($box->chart->surface->controls ?? [] as $control) {
                    $message = self::streamed($control);
                    if (null !== $message && null !== $control->perSecond && (null === $sends->kinds || false !== $box->isOn($sends->kinds[$message->kind->value] ?? false))) {
                        $streams[] = ['what' => "{$box->name} \"{$control->name}\"", 'bytes' => (float) self::bytes($message), 'rate' => $control->perSecond];
                    }
                }
                $fixed = 0.0;
                foreach ($box->chart->automatic ?? [] as $automatic) {
                    $isOn = null === $automatic->setting ? true : false !== $box->isOn($automatic->setting);
                    $fixed += $isOn && \in_array($socket->plug(), array_map(static fn (string $at): string => explode('/', $at)[0], $automatic->at), true) ? $automatic->perSecond ?? 0 : 0;
                }
                $this->loads["{$box->name}\t{$socket->at}"] = new Load($fixed, $streams);
                $this->walk("{$box->name}\t{$socket->at}", $socket);
            }
        }
    }

    private function walk(string $source, Socket $socket): void
    {
        foreach ($this->graph->reachedFrom($socket) as $way) {
            $relays = \count(array_filter($way, static fn (Hop $hop): bool => RouteKind::Message === $hop->kind));
            $last = $way[\count($way) - 1];
            if (null !== $last->lead && null === $last->off && [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off)) {
                $this->over["{$last->from->key}\t{$last->to->key}"][] = [$source, $last, $relays];
            }
        }
    }

    /** What streams come out of the rules, by out port. */
    private function outPorts(): void
    {
        $streams = [];
        foreach ($this->setup->boxes as $box) {
            foreach ($box->chart->surface->controls ?? [] as $control) {
                foreach ($this->through($box, $control) as $port => [$bytes, $rate]) {
                    $streams[$port][] = ['what' => "{$box->name} \"{$control->name}\"", 'bytes' => $bytes, 'rate' => $rate];
                }
            }
        }
        foreach ($this->setup->book->ports ?? [] as $name => $port) {
            if ($port->isOut && !$port->pulse) {
                $clockUs = $this->clockUs($name);
                $index = (int) array_search($name, $this->book->ports(), true);
                $this->loads[LeadEnd::POST."\t{$name}"] = new Load(null === $clockUs ? 0.0 : 1_000_000 / $clockUs, $streams[$index] ?? []);
                $this->walk(LeadEnd::POST."\t{$name}", new Socket(LeadEnd::POST, $name, true));
            }
        }
    }

    /** @return array<int, array{float, float}> */
    private function through(Box $box, Control $control): array
    {
        $message = self::streamed($control);
        $sends = null === $message ? null : $box->sendsOf($message->kind);
        if (null === $message || null === $sends || null === $control->perSecond || $control->perSecond <= 0) {
            return [];
        }
        $channel = $box->channel($message->channel ?? $sends->channel);
        foreach ($this->graph->sockets($box, $sends->at, true) as $socket) {
            foreach ($this->graph->reachedFrom($socket) as $way) {
                $at = $way[\count($way) - 1]->to;
                $port = LeadEnd::POST === $at->unit && !$at->isOut ? $this->book->inPort(Post::port($at->at)[0]) : null;
                if (null !== $port) {
                    return StreamLoads::through($this->book, $port, self::sweep($message, \is_int($channel) ? $channel : 1), $control->perSecond);
                }
            }
        }

        return [];
    }

    private static function streamed(Control $control): ?Message
    {
        foreach ($control->sends ?? [] as $sends) {
            if ('move' === $sends->gesture->value) {
                return $sends->message;
            }
        }

        return null;
    }

    /** @return list<string> the messages of a control that goes up and down */
    private static function sweep(Message $message, int $channel): array
    {
        [$low, $high] = $message->values ?? $message->kind->midi()?->valueRange() ?? [0, 127];
        $steps = 60;
        $messages = [];
        for ($step = 0; $step < 2 * $steps; ++$step) {
            $value = (int) round($low + ($high - $low) * ($step < $steps ? $step : 2 * $steps - $step) / $steps);
            $messages[] = match ($message->kind) {
                KindName::Bend => \chr(0xE0 | $channel - 1).\chr(($value + 8192) & 0x7F).\chr(($value + 8192) >> 7 & 0x7F),
                KindName::Pressure => \chr(0xD0 | $channel - 1).\chr($value & 0x7F),
                default => \chr(0xB0 | $channel - 1).\chr(($message->number ?? 0) & 0x7F).\chr($value & 0x7F),
            };
        }

        return $messages;
    }

    private static function bytes(Message $message): int
    {
        return match ($message->kind) {
            KindName::Pressure, KindName::Program => 2,
            KindName::Nrpn, KindName::Rpn => 12,
            KindName::Cc14 => 6,
            default => 3,
        };
    }
}
