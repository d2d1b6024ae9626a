<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rewriting;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Change\RuleText;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** A run of controls laid onto a family of parameters: a rule for each pair, in the order of both; what is taken is skipped. */
final readonly class ControlMapping
{
    /**
     * @param string $rules the text of the rules
     * @param list<string> $skipped what was passed over, in words
     */
    private function __construct(public string $rules, public array $skipped, public int $count)
    {
    }

    /**
     * @param string $takeover jump, pickup or scaled
     *
     * @throws RulebookError
     */
    public static function of(RigAnalysis $analysis, Device $from, Control $first, Control $last, Device $to, string $family, string $takeover): self
    {
        $controls = $from->chart->surface->controls ?? [];
        [$a, $b] = [(int) array_search($first, $controls, true), (int) array_search($last, $controls, true)];
        $run = \array_slice($controls, min($a, $b), abs($a - $b) + 1);
        $book = $analysis->checked()->book;
        $skipped = [];
        $free = array_values(
            array_filter(
                $to->chart->parameters ?? [],
                static fn (Parameter $parameter): bool => $parameter->family === $family
                    && Reach::Midi === $parameter->reach
                    && !self::isMoved($book, $to, $parameter),
            ),
        );
        $text = '';
        $count = 0;
        foreach ($run as $control) {
            if (RuleMatch::takesAny($book, $analysis->index()->controls->of($from, $control)->messages)) {
                $skipped[] = "\"{$control->name}\" is taken by another rule";
                continue;
            }
            if (!isset($free[$count])) {
                $skipped[] = "\"{$control->name}\": no parameter of \"{$family}\" is left";
                continue;
            }
            $parameter = $free[$count];
            ++$count;
            $text .=
                ('' === $text ? '' : "\n").
                RuleText::of("{$control->name}: {$parameter->name}")
                    ->take("{$from->name} \"{$control->name}\"")
                    ->step("turn {$to->name} \"{$parameter->name}\"".('jump' === $takeover ? '' : " {$takeover}"))
                    ->print();
        }

        return new self($text, $skipped, $count);
    }

    private static function isMoved(Rulebook $book, Device $box, Parameter $parameter): bool
    {
        foreach ($book->steps() as $step) {
            if (
                $step instanceof TurnStep
                && $step->follows()
                && $step->target()?->device === $box->name
                && $step->target()->title === $parameter->name
            ) {
                return true;
            }
        }

        return false;
    }
}
