<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\World\Heard;

/** The ways between a unit and the post, and between the post and a unit: whether they are open, and what of them is not known. */
final readonly class Paths
{
    public function __construct(private RigAnalysis $analysis, private Hearing $hearing)
    {
    }

    /** Why nothing of a unit comes in, if that is so. */
    public function closed(Device $box): ?string
    {
        $ways = $this->in($box);
        if ([] === $ways) {
            return 'no lead leads from it to a port';
        }
        $obstacles = array_map($this->hearing->obstacle(...), $ways);

        return \in_array(null, $obstacles, true) ? null : $obstacles[0];
    }

    /** From a unit to the post, or to where that stops. */
    public function toPost(Device $box): Path
    {
        $way = $this->best($this->in($box));

        return null === $way
            ? (new Path([$box->name]))->stoppingAt($box->name)
            : Path::over($box->name, $way)->stoppingAt($this->hearing->stop($way));
    }

    /** From a unit through the post to a device, or to where that stops. */
    public function toDevice(Device $box, string $device): Path
    {
        $ways = [];
        foreach ($this->analysis->checked()->book->portNames(false) as $port) {
            foreach ($this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways as $way) {
                if ($way[\count($way) - 1]->to->unit === $device) {
                    $ways[] = $way;
                }
            }
        }
        $way = $this->best($ways);
        $path = $this->toPost($box);

        return null === $way || null !== $path->stopsAt
            ? $path
            : $path->then(Path::over("post {$way[0]->from->at}", $way)->stoppingAt($this->hearing->stop($way)));
    }

    /** The fact that is missing on the way in, or on every way out to a device, if one is. */
    public function unknown(Device $box, Destination $at): ?string
    {
        $missing = array_map(
            Hearing::missing(...),
            array_values(array_filter($this->in($box), fn (array $way): bool => null === $this->hearing->obstacle($way))),
        );
        if ([] !== $missing && !\in_array(null, $missing, true)) {
            return $missing[0];
        }
        $to = $this->analysis->setup->box($at->device);
        $parameter = null === $at->parameter ? null : $to?->parameter($at->parameter);
        $kind = null === $to || null === $parameter ? null : $to->messageTo($parameter)?->kind->midi();

        return $this->hearing->unknown($at->device, $kind ?? (Heard::PROGRAM === $at->what ? Kind::Program : Kind::Note));
    }

    /** @return list<non-empty-list<Hop>> ways from a unit to the post, open or not */
    private function in(Device $box): array
    {
        $ways = [];
        foreach ($this->analysis->graph->sources($box) as $socket) {
            foreach ($this->analysis->graph->waysFrom($socket)->ways as $way) {
                if (LeadEnd::POST === $way[\count($way) - 1]->to->unit) {
                    $ways[] = $way;
                }
            }
        }

        return $ways;
    }

    /**
     * An open one where there is one.
     *
     * @param list<non-empty-list<Hop>> $ways
     *
     * @return non-empty-list<Hop>|null
     */
    private function best(array $ways): ?array
    {
        $open = array_values(array_filter($ways, fn (array $way): bool => null === $this->hearing->obstacle($way)));

        return $open[0] ?? ($ways[0] ?? null);
    }
}
