<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rig\Wire\Walk;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;

/**
 * A short script that touches every lead, control in use, receive switch and program in use: always the step next that touches most of
 * what is left. Whatever moves something dangerous is left out and listed.
 */
final readonly class TestRun
{
    /** Long enough for every box to have settled. */
    private const SETTLED_US = 2_000_000;
    private const REAL_TIME = 0xF8;

    public const FIRST = 'Turn down monitors and in-ear packs. Look after hearing: levels can jump.';

    /**
     * @param list<TrialStep> $steps
     * @param list<string> $leftOut controls that move something dangerous
     * @param list<string> $untouched what no step touches
     */
    private function __construct(public array $steps, public array $leftOut, public array $untouched)
    {
    }

    public static function of(RigAnalysis $analysis): self
    {
        if ($analysis->checked()->hasErrors()) {
            return new self([], [], []);
        }
        $setup = $analysis->setup;
        $book = $analysis->compiled();
        $candidates = [];
        $leftOut = [];
        foreach ($setup->boxes as $box) {
            foreach ($box->chart->surface->controls ?? [] as $control) {
                $message = $box->isPost() ? null : $analysis->index()->controls->of($box, $control)->message();
                if (null === $message || $setup->isImplicit($message->ports[0])) {
                    continue;
                }
                $messages = Hand::at($message, $message->last);
                $heard = (new RigWorld($setup, $book))->play(self::SETTLED_US, (int) $book->inPort($message->ports[0]), $messages);
                $moved = array_values(array_filter($heard, static fn (Heard $each): bool => $each->isNew));
                if ([] !== array_filter($moved, static fn (Heard $each): bool => true === $setup->box($each->unit)?->chart->isDangerous())) {
                    $leftOut[] = "{$box->name} \"{$control->name}\"";
                } elseif ([] !== $moved) {
                    $candidates[] = self::step($analysis, $box, $control->name, $message->isTwoState, $message->ports[0], $messages, $moved);
                }
            }
        }
        foreach (DirectSteps::of($analysis) as $step) {
            if ([] !== array_filter($step->wanted, static fn (Heard $each): bool => true === $setup->box($each->unit)?->chart->isDangerous())) {
                $leftOut[] = "{$step->unit} \"{$step->control}\"";
            } else {
                $candidates[] = $step;
            }
        }
        $steps = [...self::greedy($candidates), ...self::fullLoads($analysis), ...SoundSteps::of($analysis->setup)];
        $touched = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $steps));
        $signal = array_filter(
            $setup->joints,
            static fn ($joint): bool => 'power' !== $joint->a?->use?->carries->value && 'power' !== $joint->b?->use?->carries->value,
        );

        return new self(
            $steps,
            $leftOut,
            array_values(array_diff(array_map(static fn ($joint): string => "lead {$joint->lead->id}", $signal), $touched)),
        );
    }

    /** @return list<TrialStep> a burst over each DIN lead that is longer than the specification covers */
    private static function fullLoads(RigAnalysis $analysis): array
    {
        $steps = [];
        foreach ($analysis->setup->joints as $joint) {
            [$a, $b] = [$joint->a, $joint->b];
            if (null === $a || null === $b || !Walk::isTooLong($joint)) {
                continue;
            }
            [$from, $to] = false === $a->way()?->sends() || false === $b->way()?->receives() ? [$b, $a] : [$a, $b];
            $steps[] = new TrialStep(
                "put {$to->box->label()} where every change can be seen and heard",
                "let everything that goes over the lead {$joint->lead->id} play at once for half a minute, so that it is full: 3 125 bytes a second",
                "{$to->box->label()} follows to the end: nothing hangs, nothing is missing",
                $from->box->name,
                "lead {$joint->lead->id} when full",
                '',
                [],
                [],
                ["lead {$joint->lead->id} when full"],
                lead: $joint->lead->id,
            );
        }

        return $steps;
    }

    /**
     * Lets the simulated rig do a step: whether everything that is expected is heard.
     *
     * @param list<string> $broken ids of leads over which nothing goes, and what {@see Hop::name()} says of boxes that pass nothing on
     */
    public static function passes(TrialStep $step, Setup $setup, CompiledBook $book, array $broken = []): bool
    {
        if ([] === $step->messages) {
            return !\in_array($step->lead, $broken, true); // what the simulated lead carries, it carries
        }
        if ('' === $step->port) {
            return DirectSteps::passes($step, $setup, $broken);
        }
        $graph = new Graph($setup);
        $comesIn = false;
        $box = $setup->box($step->unit);
        foreach (null === $box ? [] : $graph->sources($box) as $socket) {
            foreach ($graph->reachedFrom($socket) as $way) {
                $end = $way[\count($way) - 1]->to;
                $isOpen = [] === array_filter($way, static fn (Hop $hop): bool => null !== $hop->off || \in_array($hop->name(), $broken, true));
                $comesIn = $comesIn || ($isOpen && LeadEnd::POST === $end->unit && $end->plug() === $step->port);
            }
        }
        if (!$comesIn) {
            return false;
        }
        $heard = (new RigWorld($setup, $book, $broken))->play(self::SETTLED_US, (int) $book->inPort($step->port), $step->messages);
        foreach ($step->wanted as $wanted) {
            if (!\in_array($wanted, $heard, false)) {
                return false;
            }
        }

        return true;
    }

    /**
     * What may be at fault after steps have failed: what a failed step used and no passed step did, fewest passed uses first. There is one
     * lasting fault; when nothing is left, that does not hold, and everything that the failed steps used is listed.
     *
     * @param list<TrialStep> $failed
     * @param list<TrialStep> $passed
     */
    public static function suspects(array $failed, array $passed): Suspects
    {
        $cleared = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $passed));
        $suspects =
            [] === $failed
                ? []
                : array_values(
                    array_diff(array_intersect(...array_map(static fn (TrialStep $step): array => $step->uses, [...$failed, $failed[0]])), $cleared),
                );
        if ([] !== $suspects || [] === $failed) {
            return new Suspects($suspects, true);
        }
        $counts = array_count_values($cleared);
        $all = array_values(array_unique(array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $failed))));
        usort($all, static fn (string $a, string $b): int => ($counts[$a] ?? 0) <=> ($counts[$b] ?? 0));

        return new Suspects($all, false);
    }

    /**
     * @param list<string> $messages
     * @param non-empty-list<Heard> $moved
     */
    private static function step(
        RigAnalysis $analysis,
        Device $box,
        string $control,
        bool $isSwitch,
        string $port,
        array $messages,
        array $moved,
    ): TrialStep {
        $uses = ["control {$box->name} \"{$control}\""];
        foreach ($analysis->graph->sources($box) as $socket) {
            foreach ($analysis->graph->reachedFrom($socket) as $way) {
                if (LeadEnd::POST === $way[\count($way) - 1]->to->unit) {
                    array_push($uses, ...self::over($way));
                }
            }
        }
        $expect = [];
        $disturb = [];
        $last = [];
        foreach ($moved as $heard) {
            $last["{$heard->unit} {$heard->what} ".(Heard::NOTE === $heard->what ? '' : $heard->title)] = $heard; // where it ends counts
        }
        foreach ($last as $heard) {
            $device = $analysis->setup->box($heard->unit);
            array_push($uses, "channel of {$heard->unit}", "receive {$heard->unit} {$heard->what}");
            if (Heard::PROGRAM === $heard->what) {
                $uses[] = "program {$heard->unit} {$heard->title}";
            }
            foreach ($analysis->setup->book->ports ?? [] as $out => $declared) {
                $ways = $declared->isOut ? $analysis->graph->reachedFrom(new Socket(LeadEnd::POST, (string) $out, true)) : [];
                foreach ($ways as $way) {
                    if ($way[\count($way) - 1]->to->unit === $heard->unit) {
                        array_push($uses, ...self::over($way));
                        break;
                    }
                }
            }
            $expect[] = HeardWords::after($heard, $device);
            $disturb[] = HeardWords::before($heard, $device);
        }

        $expected = self::expected($analysis, $port, $messages);

        return new TrialStep(
            implode('; ', array_unique($disturb)),
            ($isSwitch ? 'press' : 'move').' "'.$control.'" of '.$box->label(),
            implode('; ', array_unique($expect)),
            $box->name,
            $control,
            $port,
            $messages,
            array_values($last),
            array_values(array_unique($uses)),
            $expected,
            self::answers($analysis, $expected, $moved),
        );
    }

    /**
     * What passes at ports when the rules are given messages.
     *
     * @param list<string> $messages
     *
     * @return list<PassedMessage>
     */
    private static function expected(RigAnalysis $analysis, string $port, array $messages): array
    {
        $engine = new Engine($analysis->compiled());
        $engine->start();
        $engine->advance(self::SETTLED_US);
        $engine->take();
        $expected = [];
        foreach ($messages as $bytes) {
            $expected[] = new PassedMessage($port, false, $bytes);
            $engine->feed(self::SETTLED_US, (int) $engine->book->inPort($port), $bytes);
        }
        foreach ($engine->take() as [$timeUs, $position, $bytes]) {
            if ('' !== $bytes && \ord($bytes[0]) < self::REAL_TIME) {
                $expected[] = new PassedMessage($engine->book->ports()[$position], true, $bytes);
            }
        }

        return $expected;
    }

    /**
     * What devices send back that tell of themselves: the same message, over a lead of theirs to the post.
     *
     * @param list<PassedMessage> $expected
     * @param non-empty-list<Heard> $moved
     *
     * @return list<PassedMessage>
     */
    private static function answers(RigAnalysis $analysis, array $expected, array $moved): array
    {
        $answers = [];
        foreach (array_unique(array_map(static fn (Heard $heard): string => $heard->unit, $moved)) as $unit) {
            $box = $analysis->setup->box($unit);
            foreach (null === $box ? [] : $analysis->graph->sources($box) as $socket) {
                foreach ($analysis->graph->reachedFrom($socket) as $way) {
                    $end = $way[\count($way) - 1]->to;
                    foreach (LeadEnd::POST === $end->unit ? $expected : [] as $message) {
                        $message->isOut ? $answers[] = new PassedMessage($end->plug(), false, $message->bytes) : null;
                    }
                }
            }
        }

        return $answers;
    }

    /**
     * @param list<Hop> $way
     *
     * @return list<string>
     */
    private static function over(array $way): array
    {
        $uses = [];
        foreach ($way as $hop) {
            $uses[] = null === $hop->lead ? $hop->name() : "lead {$hop->name()}";
        }

        return $uses;
    }

    /**
     * @param list<TrialStep> $candidates
     *
     * @return list<TrialStep>
     */
    private static function greedy(array $candidates): array
    {
        $left = array_fill_keys(array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $candidates)), true);
        $steps = [];
        while ([] !== $left) {
            $best = null;
            $most = 0;
            foreach ($candidates as $index => $candidate) {
                $new = \count(array_intersect_key($left, array_fill_keys($candidate->uses, true)));
                if ($new > $most) {
                    [$best, $most] = [$index, $new];
                }
            }
            if (null === $best) {
                break;
            }
            $steps[] = $candidates[$best];
            $left = array_diff_key($left, array_fill_keys($candidates[$best]->uses, true));
        }

        return $steps;
    }
}
