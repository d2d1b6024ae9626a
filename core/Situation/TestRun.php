<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Plan\Streams;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\RigWorld;

/**
 * A short script that touches every lead, control in use, receive switch and program in use: always the step next that touches most of
 * what is left. Whatever moves something dangerous is left out and listed.
 */
final readonly class TestRun
{
    public const FIRST = 'Turn down monitors and in-ear packs. Look after hearing: levels can jump.';

    /**
     * @param list<TrialStep> $steps
     * @param list<string> $leftOut controls that move something dangerous
     * @param list<string> $untouched what no step touches
     */
    private function __construct(public array $steps, public array $leftOut, public array $untouched)
    {
    }

    public static function of(Situation $situation): self
    {
        if ($situation->checked()->hasErrors()) {
            return new self([], [], []);
        }
        $setup = $situation->setup;
        $book = Compiler::load($situation->checked()->book);
        $devices = new RigDevices(Setup::of($setup->rig, $situation->checked()->written));
        $candidates = [];
        $leftOut = [];
        foreach ($setup->boxes as $box) {
            foreach ($box->chart->surface->controls ?? [] as $control) {
                try {
                    $message = $devices->control(new Token(TokenType::Word, $box->name, new Span(1, 1), true), new Token(TokenType::Text, $control->name, new Span(1, 1), true))[0];
                } catch (RulebookError) {
                    continue;
                }
                $world = new RigWorld($setup, $book);
                $heard = $world->play(2_000_000, (int) $book->inPort($message->ports[0]), Hand::at($message, $message->last));
                $moved = array_values(array_filter($heard, static fn (Heard $each): bool => $each->isNew));
                if ([] !== array_filter($moved, static fn (Heard $each): bool => true === $setup->box($each->unit)?->chart->isDangerous())) {
                    $leftOut[] = "{$box->name} \"{$control->name}\"";
                } elseif ([] !== $moved) {
                    $candidates[] = self::step($situation, $box, $control->name, $message->isTwoState, $moved);
                }
            }
        }
        $steps = self::greedy($candidates);
        $touched = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $steps));
        $signal = array_filter($setup->joints, static fn ($joint): bool => 'power' !== $joint->a?->use?->carries->value && 'power' !== $joint->b?->use?->carries->value);

        return new self($steps, $leftOut, array_values(array_diff(array_map(static fn ($joint): string => "lead {$joint->lead->id}", $signal), $touched)));
    }

    /**
     * What may be at fault after steps have failed: what a failed step used and no passed step did, fewest passed uses first. There is one
     * lasting fault; when nothing is left, that does not hold, and everything that the failed steps used is listed.
     *
     * @param list<TrialStep> $failed
     * @param list<TrialStep> $passed
     *
     * @return array{list<string>, bool} the suspects, and whether one fault explains it
     */
    public static function suspects(array $failed, array $passed): array
    {
        $cleared = array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $passed));
        $suspects = [] === $failed ? [] : array_values(array_diff(array_intersect(...array_map(static fn (TrialStep $step): array => $step->uses, [...$failed, $failed[0]])), $cleared));
        if ([] !== $suspects || [] === $failed) {
            return [$suspects, true];
        }
        $counts = array_count_values($cleared);
        $all = array_values(array_unique(array_merge(...array_map(static fn (TrialStep $step): array => $step->uses, $failed))));
        usort($all, static fn (string $a, string $b): int => ($counts[$a] ?? 0) <=> ($counts[$b] ?? 0));

        return [$all, false];
    }

    /** @param non-empty-list<Heard> $moved */
    private static function step(Situation $situation, Box $box, string $control, bool $isSwitch, array $moved): TrialStep
    {
        $uses = ["control {$box->name} \"{$control}\""];
        foreach (Streams::sources($box, $situation->graph) as $socket) {
            foreach ($situation->graph->reachedFrom($socket) as $way) {
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
            $device = $situation->setup->box($heard->unit);
            $uses[] = "receive {$heard->unit} {$heard->what}";
            if (Heard::PROGRAM === $heard->what) {
                $uses[] = "program {$heard->unit} {$heard->title}";
            }
            foreach ($situation->setup->book->ports ?? [] as $port => $declared) {
                $ways = $declared->isOut ? $situation->graph->reachedFrom(new Socket(LeadEnd::POST, $port, true)) : [];
                foreach ($ways as $way) {
                    if ($way[\count($way) - 1]->to->unit === $heard->unit) {
                        array_push($uses, ...self::over($way));
                        break;
                    }
                }
            }
            $label = $device?->label() ?? $heard->unit;
            $expect[] = match ($heard->what) {
                Heard::PROGRAM => "{$label} shows {$heard->title}",
                Heard::NOTE => "{$label} sounds",
                default => "{$label}: {$heard->title} stands at {$heard->value}",
            };
            $disturb[] = match ($heard->what) {
                Heard::PROGRAM => "put {$label} on another program by hand",
                Heard::NOTE => "turn {$label} up so far that it can just be heard",
                default => "move {$heard->title} of {$label} by hand",
            };
        }

        return new TrialStep(implode('; ', array_unique($disturb)), ($isSwitch ? 'press' : 'move').' "'.$control.'" of '.$box->label(), implode('; ', array_unique($expect)), array_values(array_unique($uses)));
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
            $uses[] = null === $hop->lead ? "passing on at {$hop->from->unit}" : "lead {$hop->lead->id}";
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
