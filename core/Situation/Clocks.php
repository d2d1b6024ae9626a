<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Units that want a clock and get none, get two, or get one that is too fast or too slow for them. */
final class Clocks implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        foreach ($situation->setup->boxes as $box) {
            if (true !== $box->isOn($box->chart->clock->obeys ?? null) || null !== $box->chart->clock?->pulse) {
                continue;
            }
            $sources = $this->sources($situation, $box);
            if (1 < \count($sources)) {
                yield RigFinding::warning('two-clocks-reach', "unit {$box->name}", 'two clocks reach it: '.implode(' and ', $sources));
            }
            foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
                $bpm = 60_000_000 / max(1, (int) $clock->beatUs);
                [$low, $high] = $box->chart->clock->bpm ?? [0, 1000];
                if (\in_array("clock {$name}", $sources, true) && ($bpm < $low || $bpm > $high)) {
                    yield RigFinding::warning('tempo-out-of-range', "unit {$box->name}", "clock {$name} runs at ".round($bpm, 1).", and {$box->name} follows from {$low} to {$high}");
                }
            }
        }
    }

    /** @return list<string> */
    private function sources(Situation $situation, Box $box): array
    {
        $sources = [];
        foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
            foreach ($clock->sends as $port) {
                foreach ($situation->graph->reachedFrom(new Socket('post', $port->text, true)) as $way) {
                    foreach ($situation->graph->partsAt($way[\count($way) - 1]->to) as [$hearing]) {
                        if ($hearing->name === $box->name) {
                            $sources["clock {$name}"] = true;
                        }
                    }
                }
            }
        }

        return array_keys($sources);
    }
}
