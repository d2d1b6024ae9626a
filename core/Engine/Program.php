<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\FanOutStep;
use ZigzagPost\Core\Rulebook\Step\FlattenStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SpreadStep;

/**
 * What is gathered while a rulebook is compiled: methods still to write, lookup tables, and what cannot work.
 *
 * @phpstan-import-type Settings from Flatten
 */
final class Program
{
    /** Code that a rulebook may make, in bytes. */
    private const MOST_CODE = 8 << 20;

    /** @var list<MissingField> fields that messages do not have */
    public array $missing = [];
    /** @var list<MissingField> fields that are always set out of range */
    public array $alwaysOutside = [];

    /** @var list<MissingField> keys of a range asked for that are set beyond the keyboard */
    public array $offTheKeyboard = [];

    /** @var list<MissingField> values of 14 bits put into 7, or of 7 into 14, as they are */
    public array $unscaled = [];

    /** @var list<MissingField> results of tables that no message can hold */
    public array $tablesOutside = [];

    /** @var list<MissingField> values beyond 127 sent to ports whose parameters have 7 bits */
    public array $tooFine = [];

    /** @var list<MissingField> notes that nothing ends */
    public array $endless = [];

    /** @var list<MissingField> steps that notes pass unchanged */
    public array $notForNotes = [];

    /** @var array<string, list<int>> by method that goes on later, the out ports it can send to */
    public array $reaches = [];

    /** @var array<string, array{string, int, string, int, string}> steps that keep something in the state, see {@see CompiledBook::KEEPING} */
    public array $keeping = [];
    /** @var array<string, Settings> what `flatten` steps do, by step */
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
    public readonly bool $followsNotes;

    public function __construct(public readonly Rulebook $book, public readonly bool $traced)
    {
        $takeover = $spread = $follows = false;
        $seen = [];
        foreach ($book->rules as $index => $rule) {
            $this->ofTitle[$index] = $seen[$rule->title] ?? 0;
            $seen[$rule->title] = $this->ofTitle[$index] + 1;
            foreach ($rule->steps as $step) {
                $takeover = $takeover || ($step instanceof SendStep && \in_array($step->takeover?->text, ['pickup', 'scaled'], true));
                $spread = $spread || $step instanceof SpreadStep;
                $follows = $follows || $step instanceof FlattenStep || $step instanceof FanOutStep;
            }
        }
        $this->hasTakeover = $takeover;
        $this->hasSpread = $spread;
        $this->followsNotes = $spread || $follows;
    }

    /** Whether NRPN values at a port are 7-bit. */
    public function isCoarse(int $port): bool
    {
        return array_values($this->book->ports)[$port]->coarse;
    }

    /** Compiles a rule for one way of entering it, unless that has been done, and names the method. */
    public function method(Rule $rule, int $index, Entry $entry): string
    {
        $name = $entry->method($index);
        if (isset($this->written[$name])) {
            return $this->written[$name];
        }
        $this->written[$name] = $name;
        $code = new RuleCode($this, $rule, $index, $entry);
        SelectorCode::write($code);
        $this->written[$name] = $this->add($name, $code->compile());
        if (\strlen($this->methods) + $this->constantBytes > ($this->traced ? 2 : 1) * self::MOST_CODE) {
            throw new TooMuchCode($rule->span);
        }

        return $this->written[$name];
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
        $this->keeping[$id] = [$rule->title, $this->ofTitle[$index] ?? 0, explode(' ', $words)[0], \count($before), $words];
    }

    /** Adds a method with the signature that all rules share. */
    public function add(string $name, string $body): string
    {
        if (isset($this->bodies[$body])) {
            return $this->bodies[$body];
        }
        $this->bodies[$body] = $name;
        $this->methods .= "\npublic function {$name}(\$e, \$t, \$port, \$ch, \$n, \$v, \$rel, \$raw, \$ctl, \$own)\n{\n{$body}\n}\n";

        return $name;
    }

    /**
     * A constant array for lookups in compiled code.
     *
     * @param array<int, int> $values
     */
    public function constant(array $values): string
    {
        $php = '['.implode(', ', array_is_list($values) ? $values : array_map(static fn (int $key, int $value): string => "{$key} => {$value}", array_keys($values), $values)).']';

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
