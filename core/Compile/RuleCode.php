<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\Flattening;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Declared;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Field;
use ZigzagPost\Core\Rulebook\Code\Owners;
use ZigzagPost\Core\Rulebook\Code\SendWriter;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Expression\Code;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Lookup;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Expression\Rounded;
use ZigzagPost\Core\Rulebook\Naming\IndexUse;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\OnRelease;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Span;

/** The PHP code of one rule for one kind of message, from one of its steps on. */
final class RuleCode implements Writer
{
    /** What the message is at this point. */
    public Kind $kind;
    /** Whether sending a note now sends a note-on; otherwise a release ends notes by the ledger. */
    public bool $noteSends;
    /** Who ends what the steps begin. */
    public readonly OwnerCode $owner;
    public readonly SendCode $send;

    /** No step after the present one is reached. */
    private bool $ended = false;

    /** @var list<string> */
    private array $lines = [];
    /** @var array<string, true> which of `$ch`, `$n` and `$v` are no longer what `$raw` says */
    private array $stale = [];
    /** @var array<string, Interval> what is known of the ranges of `$ch`, `$n` and `$v` */
    private array $ranges = [];
    private int $step = 0;
    private int $temporaries = 0;

    public function __construct(
        public readonly Draft $draft,
        public readonly Rule $rule,
        public readonly int $ruleIndex,
        public readonly RuleEntry $entry,
    ) {
        $this->kind = $entry->kind;
        $this->noteSends = $entry->noteSends;
        $this->owner = new OwnerCode($this);
        $this->send = new SendCode($this);
    }

    public function book(): Rulebook
    {
        return $this->draft->book;
    }

    /** @return string the body of the method */
    public function compile(): string
    {
        foreach ($this->ended ? [] : $this->rule->steps as $index => $step) {
            if ($index < $this->entry->from) {
                continue;
            }
            $this->step = $index;
            if ($this->entry->isReleaseVelocity && !$step->is(Fact::SetsRelease)) {
                continue;
            }
            $onRelease = $this->entry->isRelease ? $step->onRelease() : OnRelease::Acts;
            if (OnRelease::Ends === $onRelease) {
                break;
            }
            if (OnRelease::Skipped === $onRelease) {
                continue;
            }
            if (RuleEntry::RUNS === $this->entry->gesture && Kind::Note === $this->kind && $step->is(Fact::BeginsNotes)) {
                $this->finds(CompileFindingKind::NoteOfGesture, 'note', $step->span);
            }
            $this->write($step);
            if ($this->ended) {
                break;
            }
            if ($this->draft->traced && $step->is(Fact::ChangesMessage)) {
                $this->line("\$e->trace->after({$step->span->line}, {$this->kind->ordinal()}, \$ch, \$n, \$v);");
            }
        }
        if (!$this->ended) {
            $this->line($this->entry->isReleaseVelocity ? 'return $rel;' : 'return 1;');
        }
        $body = implode("\n", $this->lines);
        if (1 === preg_match('/Exact::(divide|modulo)|Rejected::/', $body)) {
            $body = "try {\n{$body}\n} catch (Rejected \$rejected) {\n{$this->rejection('$rejected->getMessage()', 'return 1;')}\n}";
        }

        if ($this->rule->isCopy()) {
            $body = str_replace('return 1;', 'return 2;', $body); // the message goes on
        }

        return "\$s = \$e->state;\n".$this->owner->beginning().$body;
    }

    public function line(string $php): void
    {
        if ('' === $php) {
            return;
        }
        $this->lines[] = $php;
        if (false !== preg_match_all('/(\$(?:ch|n|v|raw)) = /', $php, $assigned)) {
            $this->stale += array_fill_keys($assigned[1], true);
        }
    }

    /**
     * Which of `$ch`, `$n` and `$v` are no longer what the bytes in `$raw` say; null when these are no use at all.
     *
     * @return list<string>|null
     */
    public function stale(): ?array
    {
        $isAsItCame = 0 === $this->entry->from && !$this->entry->isRelease && $this->kind === $this->entry->kind;

        return $isAsItCame && !isset($this->stale['$raw']) ? array_map(strval(...), array_keys($this->stale)) : null;
    }

    /** The value of `$ch`, `$n` or `$v` where it is known beforehand. */
    public function known(string $variable): ?int
    {
        $range = $this->ranges[$variable] ?? null;

        return null !== $range && $range->low === $range->high ? (int) $range->low : null;
    }

    /** Whether the rule asks for the place of its messages in a list. */
    public function usesIndex(): bool
    {
        if (isset($this->book()->memories['index'])) {
            return false;
        }

        return IndexUse::in($this->rule);
    }

    public function temporary(): string
    {
        return '$x'.$this->temporaries++;
    }

    /** A name for state that belongs to the present step; the compiled rulebook will say that this step keeps some. */
    public function stepId(): string
    {
        $this->draft->keeps($this->rule, $this->ruleIndex, $this->step);

        return Draft::stepId($this->ruleIndex, $this->step);
    }

    /**
     * Code for the beginning of a rule that makes notes below `press`: they end when the control is let go, whatever the
     * rules say then, and as much later as steps above hold them up.
     */
    public function endsWithPress(): void
    {
        if (Kind::Note === $this->kind || !$this->kind->hasValue()) {
            return;
        }
        $isPressed = false;
        $laterUs = 0;
        foreach ($this->rule->steps as $index => $step) {
            $isPressed = $isPressed || $step->is(Fact::PassesPresses);
            $laterUs += $step->holdsUpUs();
            if ($isPressed && Kind::Note === $step->makes()) {
                $this->line('$s->pressed[$ctl]['.Owner::code(Owner::MADE, Draft::stepId($this->ruleIndex, $index))."] = {$laterUs};");
            }
        }
    }

    // Reading the message -------------------------------------------------------------------------------------------

    public function field(string $name): ?Field
    {
        return Field::of($name, $this->kind, $this->entry->isRelease && !$this->noteSends, $this->book()->programsFrom);
    }

    public function read(Name $name): string
    {
        if ('scene' === $name->name) {
            return '($s->scene + 1)';
        }
        if (isset($this->book()->groups[$name->name])) {
            return "(\$s->choices['{$name->name}'] ?? 0)";
        }
        if (isset($this->book()->memories[$name->name])) {
            return "\$s->memories['{$name->name}']";
        }
        if ('index' === $name->name) {
            return $this->index($name);
        }
        $field = $this->field($name->name);
        if (null !== $field) {
            return 0 === $field->shift ? $field->variable : "({$field->variable} + {$field->shift})";
        }
        $this->finds(CompileFindingKind::Missing, $name->name, $name->span);

        return "Rejected::field('{$name->name}')";
    }

    /** The place in the list that asked for the message: fixed when it was taken, and handed on since then. */
    private function index(Name $name): string
    {
        $isFirst = 0 === $this->entry->from && !$this->entry->isRelease;
        $isKnown = $isFirst && RuleEntry::RUNS !== $this->entry->gesture;
        $isListed = array_map(
            fn (AskedSelector $asked): bool => null !== $asked->selector->place
                || null !== SelectorCode::listOf($this->entry->kind, $asked->selector, $asked->numbers),
            SelectorCode::alternatives($this),
        );
        if ($isFirst && !\in_array(true, $isListed, true)) {
            $this->finds(CompileFindingKind::Missing, 'index', $name->span);

            return "Rejected::field('index')";
        }

        return $isKnown && !\in_array(false, $isListed, true) ? '$ix' : "(0 !== \$ix ? \$ix : Rejected::field('index'))";
    }

    public function lookUp(Lookup $lookup, string $php): string
    {
        $x = $this->temporary();

        return "({$this->draft->constant($this->book()->tables[$lookup->table->text]->values())}[{$x} = {$php}] ?? {$x})";
    }

    public function rangeOfLookup(Lookup $lookup, Interval $range): Interval
    {
        $values = array_values($this->book()->tables[$lookup->table->text]->values());

        return Interval::around([...$values, round($range->low), round($range->high)]);
    }

    public function rangeOf(Name $name): Interval
    {
        if ('scene' === $name->name) {
            return new Interval(1, max(1, \count($this->book()->scenes)));
        }
        if (isset($this->book()->groups[$name->name])) {
            return new Interval(0, $this->book()->groups[$name->name]->size());
        }
        if ('index' === $name->name && !isset($this->book()->memories['index'])) {
            return new Interval(1, SelectorCode::LARGEST_INDEX);
        }
        $field = $this->field($name->name);
        if (null === $field) {
            return new Interval(-Memory::LARGEST, Memory::LARGEST);
        }

        return $this->rangeOfField($field)->shifted($field->shift);
    }

    public function finds(CompileFindingKind $findingKind, string $what, Span $span): void
    {
        $this->draft->misfits[] = new CompileFinding($findingKind, $what, $this->entry->kind, $this->kind, $span);
    }

    /** Tells what a selector has made sure of. */
    public function narrow(string $variable, int $low, int $high): void
    {
        $this->ranges[$variable] = new Interval($low, $high);
    }

    // Changing the message ------------------------------------------------------------------------------------------

    /**
     * Code that puts a whole number into a field: out of range it is clamped, folded, or drops the message.
     *
     * @param Interval $range what the number can be, in the field's own counting
     */
    public function assign(string $name, string $php, Interval $range, Span $span, bool $fold = false): void
    {
        $field = $this->field($name);
        if (null === $field) {
            $this->finds(CompileFindingKind::Missing, $name, $span);
            $this->reject("the message has no {$name}");

            return;
        }
        if ($field->readOnly) {
            $this->reject("the {$name} of this message cannot be set");

            return;
        }
        $variable = $field->variable;
        $this->line("{$variable} = ".(0 === $field->shift ? $php : "{$php} - {$field->shift}").';');
        [$low, $high] = [$range->low - $field->shift, $range->high - $field->shift];
        if ($high < $field->lowest || $low > $field->highest) {
            $this->finds(CompileFindingKind::AlwaysOutside, $name, $span);
        } elseif (
            'key' === $name
            && !$fold
            && isset($this->ranges[$variable])
            && is_finite($low)
            && is_finite($high)
            && ($low < $field->lowest || $high > $field->highest)
        ) {
            $this->finds(CompileFindingKind::OffTheKeyboard, $name, $span);
        }
        if ($low < $field->lowest || $high > $field->highest) {
            $this->confine($field, $fold, $name);
        }
        $this->ranges[$variable] = new Interval(max($low, $field->lowest), min($high, $field->highest));
        if ($this->ranges[$variable]->low > $this->ranges[$variable]->high || $fold) {
            unset($this->ranges[$variable]);
        }
    }

    /**
     * The rounded code of an expression, with the range of its rounded results.
     */
    public function rounded(Expression $expression): Rounded
    {
        return new Rounded($expression->code($this)->rounded(), $expression->range($this)->rounded());
    }

    public function code(Expression $expression): Code
    {
        return $expression->code($this);
    }

    public function become(Kind $kind, ?Interval $range): void
    {
        if (Kind::Note === $kind && Kind::Note !== $this->kind && !$this->entry->isOfNote && !$this->entry->isRelease) {
            $this->noteSends = true;
        }
        $this->kind = $kind;
        unset($this->ranges['$ch'], $this->ranges['$n'], $this->ranges['$v']);
        if (null !== $range) {
            $this->ranges['$v'] = $range;
        }
    }

    public function forget(string $variable): void
    {
        unset($this->ranges[$variable]);
    }

    // Ending ----------------------------------------------------------------------------------------------------------

    public function reject(string $reason): void
    {
        $this->line($this->rejection(var_export($reason, true), 'return 1;'));
        $this->ended = true;
    }

    public function rejection(string $reasonPhp, string $then): string
    {
        $trace = $this->draft->traced ? "\$e->trace->tear({$this->span()->line}, Trace::REJECTED, {$reasonPhp}); " : '';

        return "++\$s->rejected[{$this->ruleIndex}]; {$trace}{$then}";
    }

    /** Code that drops the message here, counted under this rule. */
    public function drop(string $reason, string $then = 'return 1;'): string
    {
        return $this->dropFor(var_export($reason, true), $then);
    }

    /** The same for a reason that is only known when the rule runs. */
    public function dropFor(string $reasonPhp, string $then = 'return 1;'): string
    {
        $trace = $this->draft->traced ? "\$e->trace->tear({$this->span()->line}, Trace::DROPPED, {$reasonPhp}); " : '';

        return "++\$s->dropped[{$this->ruleIndex}]; {$trace}{$then}";
    }

    public function end(): void
    {
        $this->ended = true;
    }

    /** What is known of the range of the value of the message at hand. */
    public function valueRange(): Interval
    {
        return $this->ranges['$v'] ?? new Interval($this->kind->valueRange()->low ?? 0, $this->kind->valueRange()->high ?? 0);
    }

    /** Whether the rule takes nothing but messages of MPE zones, and the channel is still the one it came on. */
    public function isOfZone(): bool
    {
        return 0 === $this->entry->from
            && !isset($this->stale['$ch'])
            && [] === array_filter($this->rule->selectors, static fn (Selector $selector): bool => !$selector->isMpe());
    }

    public function isEndedAbove(): bool
    {
        $isNote = $this->entry->isOfNote;
        foreach ($this->stepsAbove() as $step) {
            if ($isNote && $step->is(Fact::EndsNotes)) {
                return true;
            }
            $isNote = null === $step->makes() ? $isNote : Kind::Note === $step->makes();
        }

        return false;
    }

    public function comesBefore(Fact $fact, Fact $other): bool
    {
        foreach ($this->stepsBelow() as $step) {
            if ($step->is($fact) || $step->is($other)) {
                return $step->is($fact);
            }
        }

        return false;
    }

    public function isAbove(Fact $fact): bool
    {
        return [] !== array_filter($this->stepsAbove(), static fn (Step $step): bool => $step->is($fact));
    }

    public function isBelow(Fact $fact): bool
    {
        return [] !== array_filter($this->stepsBelow(), static fn (Step $step): bool => $step->is($fact));
    }

    public function takes(Kind $kind): bool
    {
        foreach ($this->rule->selectors as $selector) {
            if ($selector->takes($kind)) {
                return true;
            }
        }

        return false;
    }

    public function comesFrom(array $controls): string
    {
        $places = [];
        foreach ($controls as $control) {
            foreach ($control->ports as $port) {
                $number = \in_array($control->kind, [Kind::Program, Kind::Bend, Kind::Pressure], true) ? 0 : $control->number ?? 0;
                foreach (null === $control->channel ? range(0, 16) : [$control->channel] as $channel) {
                    $places[ControlAddress::of($control->kind->ordinal(), $this->draft->book->portIndex($port), $channel, $number)] = 1;
                }
            }
        }

        return "isset({$this->constant($places)}[\$ctl])";
    }

    public function kind(): Kind
    {
        return $this->kind;
    }

    public function beginsNotes(): bool
    {
        return $this->noteSends;
    }

    public function isRelease(): bool
    {
        return $this->entry->isRelease;
    }

    public function isOfNote(): bool
    {
        return $this->entry->isOfNote;
    }

    public function ruleIndex(): int
    {
        return $this->ruleIndex;
    }

    public function doer(): string
    {
        return $this->rule->isStack ? '$rel' : (string) $this->ruleIndex;
    }

    public function after(int $us, int $port, bool $isNote, \Closure $write): void
    {
        $later = new self($this->draft, $this->rule, $this->ruleIndex, RuleEntry::ofMessage(Kind::Start));
        $later->step = $this->step;
        $later->line('$mch = $ch; $mn = $n; $mv = $v; $mraw = $raw;');
        $write($later);
        $later->line('return 1;');
        $method = $this->draft->later($this->rule, $this->ruleIndex, $this->step, "\$s = \$e->state;\n".implode("\n", $later->lines), $port);
        $own = $isNote ? Owner::postedLaterCode($this->doer()) : '0';
        $this->line("\$e->later(\$t + {$us}, 'call', ['{$method}', 0, \$mch, \$mn, \$mv, {$this->doer()}, \$mraw ?? '', 0, {$own}, 0]);");
    }

    public function declared(): Declared
    {
        return $this->draft->book;
    }

    public function owner(): Owners
    {
        return $this->owner;
    }

    public function sender(): SendWriter
    {
        return $this->send;
    }

    public function constant(array $values): string
    {
        return $this->draft->constant($values);
    }

    public function rawConstant(string $php): string
    {
        return $this->draft->rawConstant($php);
    }

    public function flattens(
        int $channel,
        int $range,
        string $priority,
        string $bend,
        string $pressure,
        int $pressureController,
        string $timbre,
        int $timbreController,
    ): void {
        $step = $this->stepId();
        if ('' === ($this->draft->flattens[$step]->bend ?? '')) {
            // of all kinds of message, notes know most
            $this->draft->flattens[$step] = new Flattening(
                $channel,
                $range,
                $priority,
                $bend,
                $pressure,
                $pressureController,
                $timbre,
                $timbreController,
            );
        }
    }

    public function hasEnded(): bool
    {
        return $this->ended;
    }

    /** @return list<Step> */
    public function stepsAbove(): array
    {
        return \array_slice($this->rule->steps, 0, $this->step);
    }

    /** @return list<Step> */
    public function stepsBelow(): array
    {
        return \array_slice($this->rule->steps, $this->step + 1);
    }

    /** Index of the step below the present one, whether there is one or not. */
    public function next(): int
    {
        return $this->step + 1;
    }

    /** Where the present step stands. */
    public function here(): Span
    {
        return $this->span();
    }

    /** What ends notes spares who ends what the rule sends below it; scenes and stacks have nothing at hand. */
    private function write(Step $step): void
    {
        $spares = $step->is(Fact::Quiets) && !$this->rule->isStack && isset($this->book()->rules[$this->ruleIndex]);
        $this->line($spares ? '$e->atHand = $own;' : '');
        $step->compile($this);
        $this->line($spares ? '$e->atHand = null;' : '');
    }

    private function span(): Span
    {
        return $this->rule->steps[$this->step]->span ?? $this->rule->span;
    }

    private function rangeOfField(Field $field): Interval
    {
        return $this->ranges[$field->variable] ?? new Interval($field->lowest, $field->highest);
    }

    private function confine(Field $field, bool $fold, string $name): void
    {
        $variable = $field->variable;
        if ($fold) {
            $this->line("{$variable} = Key::fold({$variable});");
        } elseif ($field->clamps) {
            $this->line(
                "if ({$variable} < {$field->lowest}) { {$variable} = {$field->lowest}; } "
                    ."elseif ({$variable} > {$field->highest}) { {$variable} = {$field->highest}; }",
            );
        } else {
            $this->line(
                "if ({$variable} < {$field->lowest} || {$variable} > {$field->highest}) { {$this->rejection(
                    var_export("{$name} out of range", true),
                    'return 1;',
                )} }",
            );
        }
    }
}
