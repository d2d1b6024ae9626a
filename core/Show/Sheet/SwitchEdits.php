<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\RuleText;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Naming\IndexUse;
use ZigzagPost\Core\Rulebook\Naming\Titles;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Show\Learn\Doing;
use ZigzagPost\Core\Show\Learn\LearnTarget;

/** Changes on the switch sheet, as edits of the rules: something is assigned to a control, taken from it, or copied to another. */
final readonly class SwitchEdits
{
    private const HELD = 'held 600ms';
    private const TWICE = 'twice 300ms';

    private Source $source;
    private RigDevices $devices;

    public function __construct(private RigAnalysis $analysis)
    {
        $this->source = Source::of($analysis->setup->rig->rulebook ?? '');
        $this->devices = new RigDevices($analysis->index());
    }

    /**
     * Lets a control do something in a scene, or in all of them; what its own rule did with the same gesture there goes.
     *
     * @param string|null $scene null for every scene
     * @param string $gesture press, short, held, twice; move for what is moved
     *
     * @return list<Edit>
     *
     * @throws RulebookError where the control cannot do that, or another rule would take it first
     */
    public function assign(Device $box, Control $control, ?string $scene, string $gesture, LearnTarget $target): array
    {
        $message = $this->message($box, $control);
        $isPressed = $control->sort->isTwoState();
        if ($isPressed === ('move' === $gesture)) {
            throw new RulebookError(
                new Span(1, 1),
                'not-a-gesture',
                $isPressed
                    ? "\"{$control->name}\" is pressed, not moved; choose press, short, held or twice"
                    : "\"{$control->name}\" is moved, not pressed; choose move",
            );
        }
        $hasPress = $isPressed && 'press' === $gesture && Kind::Program !== $message->kind;
        $rule = RuleText::of("{$control->name}: ".Doing::words($target))->take($this->taking($box, $control, $gesture));
        foreach (Doing::steps($this->analysis, $target, $isPressed, $hasPress) as $step) {
            $rule = $rule->step($step);
        }

        return $this->put($rule, $message, $scene, $gesture);
    }

    /**
     * Takes a control out of a rule; the rule goes where it was for this control alone.
     *
     * @param int $line of the rule
     *
     * @return list<Edit>
     *
     * @throws RulebookError where only a person can say what would be left of the rule
     */
    public function clear(Device $box, Control $control, int $line): array
    {
        $rule = $this->ruleIn($line);
        $message = $this->message($box, $control);
        foreach ($rule->selectors as $selector) {
            $titles = $this->titles($selector, $box);
            $isNamed = [] !== array_filter($titles, static fn (Token $title): bool => Title::equal($title->text, $control->name));
            if ($isNamed && 1 < \count($titles)) {
                return $this->without($rule, $selector, $titles, $control);
            }
            $isAlone = 1 === \count($rule->selectors) && ($isNamed || $this->isOnly($selector, $message));
            if ($isAlone) {
                return RuleChange::remove($this->source, $rule);
            }
        }
        throw new RulebookError(
            new Span($line, 1),
            'by-hand',
            "the rule in line {$line} takes more than \"{$control->name}\" by numbers or in several lines; change it there",
        );
    }

    /**
     * What a rule does for one control, for another one as well.
     *
     * @param int $line of the rule
     * @param string|null $scene in which the other does it; null for every scene
     *
     * @return list<Edit>
     *
     * @throws RulebookError where the rule depends on which of its controls was played
     */
    public function copy(Device $box, Control $control, int $line, Device $toBox, Control $toControl, ?string $scene): array
    {
        $copied = $this->copied($box, $control, $line, $toBox, $toControl, $scene);

        return $this->put($copied->rule, $this->message($toBox, $toControl), $scene, $copied->gesture);
    }

    /**
     * What rules do for some controls, for others as well: all at once.
     *
     * @param list<RuleCopy> $copies
     */
    public function copyAll(Device $box, array $copies): CopiedRules
    {
        $edits = [];
        $left = [];
        $last = '';
        foreach ($copies as $place => $copy) {
            try {
                $copied = $this->copied($box, $copy->control, $copy->line, $box, $copy->to, $copy->scene);
                $put = $this->putInPlace($copied->rule, $this->message($box, $copy->to), $copy->scene, $copied->gesture);
                $last .= null === $put ? "{$copied->rule->print()}\n" : '';
                array_push($edits, ...$put ?? []);
            } catch (RulebookError $error) {
                $left[$place] = $error->getMessage();
            }
        }

        return new CopiedRules([...$edits, ...'' === $last ? [] : RuleChange::append($this->source, $last)], $left);
    }

    /**
     * What a rule does for one control, for another one instead.
     *
     * @return list<Edit>
     *
     * @throws RulebookError as {@see copy()} and {@see clear()}
     */
    public function move(Device $box, Control $control, int $line, Device $toBox, Control $toControl, ?string $scene): array
    {
        return [...$this->copy($box, $control, $line, $toBox, $toControl, $scene), ...$this->clear($box, $control, $line)];
    }

    /**
     * A rule that does for one control what another does for its own.
     *
     * @throws RulebookError as {@see copy()}
     */
    private function copied(Device $box, Control $control, int $line, Device $toBox, Control $toControl, ?string $scene): CopiedRule
    {
        $rule = $this->ruleIn($line);
        if ([$box->name, $control->name, $rule->scene?->title] === [$toBox->name, $toControl->name, $scene]) {
            throw new RulebookError($rule->span, 'itself', "\"{$control->name}\" does this already; choose another control or another scene");
        }
        if ($control->sort->isTwoState() !== $toControl->sort->isTwoState()) {
            throw new RulebookError(
                new Span($line, 1),
                'not-a-switch',
                'what is pressed and what is moved cannot do the same; choose a control of the same sort',
            );
        }
        $gesture = $rule->selectors[0]->gesture ?? null;
        $copied = RuleText::of(
            str_contains($rule->title, $control->name)
                ? str_replace($control->name, $toControl->name, $rule->title)
                : "{$toControl->name}: {$rule->title}",
        )->take("{$toBox->name} \"{$toControl->name}\"".(null === $gesture ? '' : " {$gesture->print()}"));
        foreach ($rule->steps as $step) {
            $copied = $copied->step($this->standingAlone($step, $rule, $box, $control));
        }

        return new CopiedRule($copied, null === $gesture ? 'press' : $gesture->word);
    }

    /**
     * Puts a rule where it wins, in the place of one that was for this control, scene and gesture alone.
     *
     * @return list<Edit>
     *
     * @throws RulebookError
     */
    private function put(RuleText $text, ControlMessage $message, ?string $scene, string $gesture): array
    {
        return $this->putInPlace($text, $message, $scene, $gesture) ?? RuleChange::append($this->source, $text->print());
    }

    /**
     * @return list<Edit>|null null where it goes behind all others
     *
     * @throws RulebookError
     */
    private function putInPlace(RuleText $text, ControlMessage $message, ?string $scene, string $gesture): ?array
    {
        $book = $this->analysis->checked()->book;
        $wanted = null === $scene ? null : $this->scene($scene);
        $before = null;
        foreach ($book->rules as $rule) {
            if (
                $rule->isStack
                || $rule->isCopy()
                || !RuleMatch::isFor($book, $rule, $message)
                || (null !== $rule->scene && $rule->scene->title !== $scene)
            ) {
                continue;
            }
            if ($rule->scene?->title === $scene) {
                $own = $this->ruleIn($rule->span->line);
                if ($this->isSame($rule, $message, $gesture)) {
                    return [Edit::insertBefore($this->source->start($own), $text->print()."\n"), ...$this->removing($own)];
                }
                $before ??= $own;
                if (null === ($rule->selectors[0]->gesture ?? null)) {
                    break; // what stands below never gets it
                }
            } elseif (null === $before && null !== $wanted && $rule->span->line < $wanted->span->line && RuleMatch::isUnconditional($rule)) {
                throw new RulebookError(
                    $rule->span,
                    'taken-first',
                    "the rule \"{$rule->title}\" in line {$rule->span->line} stands above all scenes and takes it first; move it below them, or clear it",
                );
            }
        }
        if (null !== $before) {
            return RuleChange::add($this->source, $text, $before);
        }

        return null === $wanted ? null : [Edit::insertBefore($this->source->endOf($wanted), "\n{$text->print()}")];
    }

    /** Whether a rule is for one gesture of one control, and nothing else. */
    private function isSame(Rule $rule, ControlMessage $message, string $gesture): bool
    {
        $isThisGesture = ($rule->selectors[0]->gesture->word ?? 'press') === ('move' === $gesture ? 'press' : $gesture);

        return $isThisGesture
            && 1 === \count($rule->selectors)
            && $this->isOnly($rule->selectors[0], $message)
            && RuleMatch::isUnconditional($this->plain($rule));
    }

    /** A rule as it would be if no gesture were asked for. */
    private function plain(Rule $rule): Rule
    {
        $plain = clone $rule;
        $plain->selectors = array_map(static fn (Selector $selector): Selector => $selector->withoutGesture(), $rule->selectors);

        return $plain;
    }

    /** @return list<Edit> */
    private function removing(Rule $rule): array
    {
        $edits = RuleChange::remove($this->source, $rule);
        $end = $this->source->end($rule);
        $isFollowedByGap = '' === trim($this->source->lines[$end] ?? 'x') && $end + 1 < \count($this->source->lines);

        return '' === $edits[0]->text && $isFollowedByGap ? [Edit::deleteLines($rule->span->line, $end + 1)] : $edits;
    }

    /**
     * @param list<Token> $titles
     *
     * @return list<Edit>
     *
     * @throws RulebookError
     */
    private function without(Rule $rule, Selector $selector, array $titles, Control $control): array
    {
        foreach ($rule->steps as $step) {
            if ([] !== IndexUse::ofStep($step)) {
                throw new RulebookError(
                    $rule->span,
                    'by-hand',
                    "the rule \"{$rule->title}\" goes by the place of the control in its list; change it in line {$rule->span->line}",
                );
            }
        }
        [$first, $last] = [$selector->titles[0]->from, $selector->titles[\count($selector->titles) - 1]];
        $left = array_filter($titles, static fn (Token $title): bool => !Title::equal($title->text, $control->name));

        return [
            Edit::replace(
                $first->span->to(($last->to ?? $last->from)->span),
                implode(', ', array_map(static fn (Token $title): string => "\"{$title->text}\"", $left)),
            ),
        ];
    }

    /**
     * A step that does the same where there is only one control to go by.
     *
     * @throws RulebookError
     */
    private function standingAlone(Step $step, Rule $rule, Device $box, Control $control): string
    {
        $places = IndexUse::ofStep($step);
        if ([] === $places) {
            return $step->print();
        }
        foreach ($rule->selectors as $selector) {
            foreach ($this->titles($selector, $box) as $place => $title) {
                if (Title::equal($title->text, $control->name)) {
                    $scene = $this->source->book->scenes[$place] ?? null;

                    return $step instanceof GoStep && $step->isIndex() && null !== $scene
                        ? "go \"{$scene->title}\""
                        : $this->source->replaced($step->span->line, $places, (string) ($place + 1));
                }
            }
        }
        throw new RulebookError(
            $rule->span,
            'by-hand',
            "the rule \"{$rule->title}\" goes by the place of the control in a list of numbers; copy it in line {$rule->span->line}",
        );
    }

    /**
     * @return list<Token> controls of a unit that a line names
     *
     * @throws RulebookError
     */
    private function titles(Selector $selector, Device $box): array
    {
        return $selector->device?->text === $box->name ? Titles::of($selector->device, $selector->titles, $this->devices) : [];
    }

    /** Whether a line is for one control alone. */
    private function isOnly(Selector $selector, ControlMessage $message): bool
    {
        $matched = $selector->matched();
        if (1 !== \count($matched) || null === $message->number) {
            return false;
        }
        $list = $matched[0]->kind->hasKey() ? $selector->lists['key'] ?? null : $matched[0]->numbers;

        return $matched[0]->kind === $message->kind && null !== $list && 1 === \count($list->numbers());
    }

    /** @throws RulebookError */
    private function ruleIn(int $line): Rule
    {
        return $this->source->ruleAt($line) ??
            throw new RulebookError(new Span(max(1, $line), 1), 'unknown-rule', "there is no rule in line {$line}; load the sheet again");
    }

    /** @throws RulebookError */
    private function scene(string $title): Scene
    {
        foreach ($this->source->book->scenes as $scene) {
            if ($scene->title === $title) {
                return $scene;
            }
        }
        throw new RulebookError(new Span(1, 1), 'unknown-scene', "there is no scene \"{$title}\"");
    }

    /** @throws RulebookError */
    private function message(Device $box, Control $control): ControlMessage
    {
        $sent = $this->analysis->index()->controls->of($box, $control);
        if (null !== $sent->lack) {
            throw new RulebookError(new Span(1, 1), $sent->lack->sort->value, $sent->lack->words);
        }

        return $sent->messages[0];
    }

    private function taking(Device $box, Control $control, string $gesture): string
    {
        return "{$box->name} \"{$control->name}\"".
            match ($gesture) {
                'held' => ' '.self::HELD,
                'twice' => ' '.self::TWICE,
                'short' => ' short',
                default => '',
            };
    }
}
