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
use ZigzagPost\Core\Rulebook\Code\Fields;
use ZigzagPost\Core\Rulebook\Code\Owners;
use ZigzagPost\Core\Rulebook\Code\SendWriter;
use ZigzagPost\Core\Rulebook\Code\Surroundings;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Code;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Expression\Rounded;
use ZigzagPost\Core\Rulebook\Expression\Scope;
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
    public readonly FieldCode $fields;
    public readonly StepPlace $place;
    private readonly ScopeCode $scope;

    /** No step after the present one is reached. */
    private bool $ended = false;

    /** @var list<string> */
    private array $lines = [];
    /** @var array<string, true> which of `$ch`, `$n` and `$v` are no longer what `$raw` says */
    private array $stale = [];
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
        $this->fields = new FieldCode($this);
        $this->place = new StepPlace($rule, $entry->isOfNote);
        $this->scope = new ScopeCode($this);
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
            $this->place->at = $index;
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
        $this->draft->keeps($this->rule, $this->ruleIndex, $this->place->at);

        return Draft::stepId($this->ruleIndex, $this->place->at);
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

    public function finds(CompileFindingKind $findingKind, string $what, Span $span): void
    {
        $this->draft->misfits[] = new CompileFinding($findingKind, $what, $this->entry->kind, $this->kind, $span);
    }

    // Changing the message ------------------------------------------------------------------------------------------

    /**
     * The rounded code of an expression, with the range of its rounded results.
     */
    public function rounded(Expression $expression): Rounded
    {
        return new Rounded($expression->code($this->scope)->rounded(), $expression->range($this->scope)->rounded());
    }

    public function code(Expression $expression): Code
    {
        return $expression->code($this->scope);
    }

    public function become(Kind $kind, ?Interval $range): void
    {
        if (Kind::Note === $kind && Kind::Note !== $this->kind && !$this->entry->isOfNote && !$this->entry->isRelease) {
            $this->noteSends = true;
        }
        $this->kind = $kind;
        $this->fields->become($range);
    }

    // Ending ----------------------------------------------------------------------------------------------------------

    public function reject(string $reason): void
    {
        $this->line($this->rejection(var_export($reason, true), 'return 1;'));
        $this->ended = true;
    }

    public function rejection(string $reasonPhp, string $then): string
    {
        $trace = $this->draft->traced ? "\$e->trace->tear({$this->place->span()->line}, Trace::REJECTED, {$reasonPhp}); " : '';

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
        $trace = $this->draft->traced ? "\$e->trace->tear({$this->place->span()->line}, Trace::DROPPED, {$reasonPhp}); " : '';

        return "++\$s->dropped[{$this->ruleIndex}]; {$trace}{$then}";
    }

    public function end(): void
    {
        $this->ended = true;
    }

    /** Whether the rule takes nothing but messages of MPE zones, and the channel is still the one it came on. */
    public function isOfZone(): bool
    {
        return 0 === $this->entry->from
            && !isset($this->stale['$ch'])
            && [] === array_filter($this->rule->selectors, static fn (Selector $selector): bool => !$selector->isMpe());
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
        $later->place->at = $this->place->at;
        $later->line('$mch = $ch; $mn = $n; $mv = $v; $mraw = $raw;');
        $write($later);
        $later->line('return 1;');
        $method = $this->draft->later($this->rule, $this->ruleIndex, $this->place->at, "\$s = \$e->state;\n".implode("\n", $later->lines), $port);
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

    public function scope(): Scope
    {
        return $this->scope;
    }

    public function fields(): Fields
    {
        return $this->fields;
    }

    public function around(): Surroundings
    {
        return $this->place;
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

    /** What ends notes spares who ends what the rule sends below it; scenes and stacks have nothing at hand. */
    private function write(Step $step): void
    {
        $spares = $step->is(Fact::Quiets) && !$this->rule->isStack && isset($this->book()->rules[$this->ruleIndex]);
        $this->line($spares ? '$e->atHand = $own;' : '');
        $step->compile($this);
        $this->line($spares ? '$e->atHand = null;' : '');
    }
}
