<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\Flattening;
use ZigzagPost\Core\Engine\Book\KeptStep;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\Steps;

/** What is gathered while a rulebook is compiled: methods still to write, lookup tables, and what cannot work. */
final class Draft
{
    /** Code that a rulebook may make, in bytes. */
    private const MOST_CODE = 8 << 20;

    /** @var list<CompileFinding> what was found out of place */
    public array $misfits = [];

    /** @var array<string, list<int>> by method that goes on later, the out ports it can send to */
    public array $reaches = [];

    /** @var array<string, KeptStep> steps that keep something in the state */
    public array $keeping = [];
    /** @var array<string, Flattening> what `flatten` steps do, by step */
    public array $flattens = [];

    /** @var array<string, string> method names by body, so that equal code is written once */
    private array $bodies = [];
    /** @var array<string, string> the name under which each method was written */
    private array $written = [];
    /** @var array<string, string> constant names by their value */
    private array $constants = [];
    private string $methods = '';
    private int $constantBytes = 0;
    /** @var array<int, int> by rule, how many of the same title stand above it */
    private array $ofTitle = [];

    /** Whether present values have to be kept at all. */
    public readonly bool $hasTakeover;
    /** Whether sustain pedals have to be watched. */
    public readonly bool $hasSpread;
    /** Whether some step keeps account of notes beyond their owner. */
    public readonly bool $tracksNotes;
    /** Whether it has to be known which rule holds what. */
    public readonly bool $hasRelease;

    public function __construct(public readonly ResolvedRulebook $book, public readonly bool $traced, bool $keepsPresent = false)
    {
        $takeover = $deals = $tracks = $releases = false;
        $seen = [];
        foreach ($book->rules as $index => $rule) {
            $this->ofTitle[$index] = $seen[$rule->title] ?? 0;
            $seen[$rule->title] = $this->ofTitle[$index] + 1;
        }
        foreach ($book->steps() as $step) {
            $releases = $releases || $step->is(Fact::Releases);
            $takeover = $takeover || $step->is(Fact::TakesOver);
            $deals = $deals || $step->is(Fact::DealsNotes);
            $tracks = $tracks || $step->is(Fact::TracksNotes);
        }
        $this->hasRelease = $releases;
        $this->hasTakeover = $takeover || (($traced || $keepsPresent) && null !== $book->devices);
        $this->hasSpread = $deals;
        $this->tracksNotes = $tracks;
    }

    /** Whether NRPN values at a port are 7-bit. */
    public function isCoarse(int $port): bool
    {
        return array_values($this->book->ports)[$port]->coarse;
    }

    /** Compiles a rule for one way of entering it, unless that has been done, and names the method. */
    public function method(Rule $rule, int $index, RuleEntry $entry): string
    {
        $name = $entry->method($index);
        if (isset($this->written[$name])) {
            return $this->written[$name];
        }
        $this->written[$name] = $name;
        $code = new RuleCode($this, $rule, $index, $entry);
        SelectorCode::write($code);
        $this->written[$name] = $this->add($name, $code->compile(), $rule);
        if (\strlen($this->methods) + $this->constantBytes > ($this->traced ? 2 : 1) * self::MOST_CODE) {
            throw new TooMuchCode($rule->span);
        }

        return $this->written[$name];
    }

    /** Writes a method for what a step does later at a port; its name. */
    public function later(Rule $rule, int $index, int $step, string $body, int $port): string
    {
        $name = 'later_'.str_replace('.', '_', self::stepId($index, $step))."_{$port}_".\count($this->reaches);
        $this->write($name, $body, $rule);
        $this->reaches[$name] = [$port];

        return $name;
    }

    public static function stepId(int $rule, int $step): string
    {
        return "{$rule}.{$step}";
    }

    /** Notes that a step keeps something in the state, and how it can be found again in another version of the rulebook. */
    public function keeps(Rule $rule, int $index, int $step): void
    {
        $id = self::stepId($index, $step);
        if (isset($this->keeping[$id]) || !isset($rule->steps[$step])) {
            return;
        }
        $ofKind = static fn (int $at): string => $rule->steps[$at]::class;
        $before = array_filter(array_keys(\array_slice($rule->steps, 0, $step)), static fn (int $at): bool => $ofKind($at) === $ofKind($step));
        $words = $rule->steps[$step]->print();
        foreach ($rule->steps[$step]->references() as $reference) {
            $words .= ', '.($this->book->ports[$reference->name->text] ?? null)?->print();
        }
        $this->keeping[$id] = new KeptStep($rule->title, $this->ofTitle[$index] ?? 0, Steps::keyword($rule->steps[$step]), \count($before), $words);
    }

    /** Adds a method, unless there is one that does the same; its name. */
    private function add(string $name, string $body, Rule $rule): string
    {
        if (!isset($this->bodies[$body])) {
            $this->bodies[$body] = $name;
            $this->write($name, $body, $rule);
        }

        return $this->bodies[$body];
    }

    /** Writes a method with the signature that all rules share. */
    public function write(string $name, string $body, Rule $rule): void
    {
        $this->methods .=
            "\n".
            Layout::comment($rule).
            "\npublic function {$name}(\$e, \$t, \$port, \$ch, \$n, \$v, \$rel, \$raw, \$ctl, \$own, \$ix = 0)\n{\n".
            Layout::indented($body, 1).
            "\n}\n";
    }

    /**
     * A constant array for lookups in compiled code.
     *
     * @param array<int, int> $values
     */
    public function constant(array $values): string
    {
        $php =
            '['.
            implode(
                ', ',
                array_is_list($values)
                    ? $values
                    : array_map(static fn (int $key, int $value): string => "{$key} => {$value}", array_keys($values), $values),
            ).
            ']';

        return $this->rawConstant($php);
    }

    /** A constant written as PHP. */
    public function rawConstant(string $php): string
    {
        $this->constantBytes += isset($this->constants[$php]) ? 0 : \strlen($php);

        return 'self::'.($this->constants[$php] ??= 'T'.\count($this->constants));
    }

    public function members(): string
    {
        $constants = '';
        foreach ($this->constants as $php => $name) {
            $constants .= "private const {$name} = {$php};\n";
        }

        return $constants.$this->methods;
    }
}
