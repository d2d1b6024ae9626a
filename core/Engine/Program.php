<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\FanOutStep;
use ZigzagPost\Core\Rulebook\Step\FlattenStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SpreadStep;

/** What is gathered while a rulebook is compiled: methods still to write, lookup tables, and what cannot work. */
final class Program
{
    /** @var list<MissingField> fields that messages do not have */
    public array $missing = [];
    /** @var list<MissingField> fields that are always set out of range */
    public array $alwaysOutside = [];

    /** @var list<MissingField> keys of a range asked for that are set beyond the keyboard */
    public array $offTheKeyboard = [];

    /** @var list<MissingField> steps that notes pass unchanged */
    public array $notForNotes = [];

    /** @var array<string, list<int>> by method that goes on later, the out ports it can send to */
    public array $reaches = [];

    /** @var array<string, string> method names by body, so that equal code is written once */
    private array $bodies = [];
    /** @var array<string, string> the name under which each method was written */
    private array $written = [];
    /** @var array<string, string> constant names by their value */
    private array $constants = [];
    private string $methods = '';

    /** Whether present values have to be kept at all. */
    public readonly bool $hasTakeover;
    /** Whether sustain pedals have to be watched. */
    public readonly bool $hasSpread;
    /** Whether some step keeps account of notes beyond their owner. */
    public readonly bool $followsNotes;

    public function __construct(public readonly Rulebook $book, public readonly bool $traced)
    {
        $takeover = $spread = $follows = false;
        foreach ($book->rules as $rule) {
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

        return $this->written[$name] = $this->add($name, $code->compile());
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

        return 'self::'.($this->constants[$php] ??= 'T'.\count($this->constants));
    }

    /** A constant written as PHP. */
    public function rawConstant(string $php): string
    {
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
