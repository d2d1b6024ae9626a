<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\RuleText;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** The rule that lets a control do something, where it wins. */
final readonly class LearnedRule
{
    /**
     * @param string $text of the rule
     * @param list<Edit> $edits that put it into the rulebook
     * @param list<string> $told what should be known of it
     */
    private function __construct(public string $text, public array $edits, public array $told)
    {
    }

    /** @throws RulebookError where a control cannot do that */
    public static function of(RigAnalysis $analysis, Recognised $control, LearnTarget $target): self
    {
        $source = Source::of($analysis->setup->rig->rulebook ?? '');
        $name = $control->control ?? $control->played->selector();
        $rule = RuleText::of("{$name}: ".Doing::words($target));
        $played = $control->played;
        if (null !== $control->unit && null !== $control->control) {
            $rule = $rule->take("{$control->unit} \"{$control->control}\"");
        } else {
            $rule = $rule->from($played->port)->take(self::selector($played, $source->book->programsFrom));
        }
        foreach (
            Doing::steps(
                $analysis,
                $target,
                $control->isPressed(),
                $control->isPressed()
                    && !\in_array($control->played->kind, [Kind::Program, Kind::Start, Kind::Stop, Kind::Continue, Kind::Song], true),
            ) as $step
        ) {
            $rule = $rule->step($step);
        }
        $place = self::place($analysis, $played);
        [$before, $told] = [$place->before, $place->told];
        $edits =
            null === $before
                ? RuleChange::append($source, $rule->print())
                : RuleChange::add($source, $rule, $source->ruleAt($before->span->line) ?? $before);

        return new self($rule->print(), $edits, $told);
    }

    private static function place(RigAnalysis $analysis, Played $played): RulePlace
    {
        $message = new ControlMessage($played->kind, $played->number, $played->channel, [$played->port], 0, 127, true);
        $book = $analysis->checked()->book;
        $told = [];
        foreach ($book->rules as $rule) {
            if ($rule->isStack || $rule->isCopy() || !RuleMatch::isFor($book, $rule, $message)) {
                continue;
            }
            if (null !== $rule->scene) {
                $told[] = "in scene \"{$rule->scene->title}\" the rule \"{$rule->title}\" takes it first";
                continue;
            }

            return new RulePlace($rule, [...$told, "it stands before \"{$rule->title}\", which took this control until now"]);
        }

        return new RulePlace(null, $told);
    }

    private static function selector(Played $played, int $programsFrom): string
    {
        $channel = null === $played->channel ? '' : " channel {$played->channel}";

        return match ($played->kind) {
            Kind::Note, Kind::PolyPressure => "{$played->kind->value} key {$played->number}{$channel}",
            Kind::Program => 'program '.((int) $played->number + $programsFrom).$channel,
            default => $played->selector(),
        };
    }
}
