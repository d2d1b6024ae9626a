<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Data\PhpCode;
use ZigzagPost\Core\Engine\Book\AssembledGroups;
use ZigzagPost\Core\Engine\Book\ClockPlan;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Book\DeclaredZone;
use ZigzagPost\Core\Engine\Book\GestureRoute;
use ZigzagPost\Core\Engine\Book\GroupRange;
use ZigzagPost\Core\Engine\Book\PulsePlan;
use ZigzagPost\Core\Engine\Book\RuleHeading;
use ZigzagPost\Core\Engine\Book\RuleRoute;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\ClockDeclaration;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\GroupPart;
use ZigzagPost\Core\Rulebook\PulseLine;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\LiteralRange;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Compiles a checked rulebook to a PHP class.
 *
 * The code is made from the checked tree only: of what a user wrote, nothing but numbers and names that match
 * `[a-z][a-z0-9_]*` gets into it unquoted.
 */
final class Compiler
{
    private const ALL_CHANNELS = 0x1FFFF;

    private readonly Draft $draft;
    /** @var array<string, Rule> what scenes do when they begin and end, as rules, by the name of their method */
    private readonly array $sceneRules;
    /** @var array<string, int> by title */
    private readonly array $scenePositions;

    private function __construct(private readonly ResolvedRulebook $book, bool $traced, bool $keepsPresent)
    {
        $this->sceneRules = $this->sceneRules();
        $this->scenePositions = array_flip($book->declared(Reference::SCENE));
        $this->draft = new Draft($book, $traced, $keepsPresent);
    }

    /**
     * Compiles to PHP source: the name of the class and its code.
     *
     * @param bool $keepsPresent whether present values of named devices are kept even if no rule asks for them, so that any can be restored
     */
    public static function source(ResolvedRulebook $book, bool $traced = false, bool $keepsPresent = false): CompiledSource
    {
        return (new self($book, $traced, $keepsPresent))->compile();
    }

    /** Compiles and loads. */
    public static function load(ResolvedRulebook $book, bool $traced = false, bool $keepsPresent = false): CompiledBook
    {
        return self::source($book, $traced, $keepsPresent)->load();
    }

    /** Compiles for what is learnt about the rules on the way; see {@see Draft::$missing}. */
    public static function dryRun(ResolvedRulebook $book): Draft
    {
        $compiler = new self($book, false, false);
        $compiler->routes();
        $compiler->scenes();
        $compiler->taps();

        return $compiler->draft;
    }

    private function compile(): CompiledSource
    {
        $constants = [
            'PORTS' => array_keys($this->book->ports),
            'IN' => $this->positions(static fn ($port): bool => $port->isIn),
            'OUT' => $this->positions(static fn ($port): bool => $port->isOut),
            'COARSE' => $this->positions(static fn ($port): bool => $port->coarse),
            'TRACKS_NOTES' => $this->draft->tracksNotes,
            'ZONED' => $this->zoned(),
            'COMPARED' => $this->portsWith(static fn (Selector $selector): bool => $selector->changed),
            'GESTURED' => $this->portsWith(static fn (Selector $selector): bool => null !== $selector->gesture),
            'MIDDLE' => $this->book->middle->value,
            'PROGRAMS_FROM' => $this->book->programsFrom,
            'MEMORIES' => array_map(static fn ($memory): int => $memory->start->value, $this->book->memories),
            'SCENES' => $this->book->declared('scene'),
            'SONGS' => array_map(fn (?string $title): int => $this->scenePositions[$title ?? ''] ?? -1, $this->book->songs),
            'SONG_IDS' => $this->book->songIds,
        ];
        $body = '';
        foreach ($constants as $name => $value) {
            $body .= "public const {$name} = ".var_export($value, true).";\n";
        }
        $body .= self::routing($this->routes());
        $this->scenes();
        $this->taps();
        $this->begin();
        $body .= 'public const REACHES = '.var_export($this->draft->reaches, true).";\n";
        $tables = [
            'groups' => $this->groups(),
            'zones' => $this->zones(),
            'keeping' => $this->draft->keeping,
            'choices' => array_merge(...array_map($this->choices(...), array_values($this->book->groups))),
            'lamps' => (new LampCode($this->book))->lamps(),
            'rules' => $this->headings(),
            'clockPlans' => array_map($this->clock(...), $this->book->clocks),
            'storingDevices' => (new LampCode($this->book))->storing(),
            'restorable' => (new RestoreCode($this->draft))->wholes(),
            'flattenings' => $this->draft->flattens,
        ];
        foreach (array_filter($tables) as $name => $table) {
            $body .= "public function {$name}(): array { return \$this->made['{$name}'] ??= ".PhpCode::of($table)."; }\n";
        }

        return CompiledSource::of($body.$this->draft->members(), $this->draft->traced);
    }

    /**
     * @param callable(\ZigzagPost\Core\Rulebook\Declaration\PortDeclaration): bool $filter
     *
     * @return list<int>
     */
    private function positions(callable $filter): array
    {
        return array_keys(array_filter(array_values($this->book->ports), $filter));
    }

    /** @param array<int, list<RuleRoute>> $routes by ordinal of the kind */
    private static function routing(array $routes): string
    {
        $cases = '';
        foreach ($routes as $kind => $each) {
            $cases .= "{$kind} => ".PhpCode::of($each).",\n";
        }

        return "protected function routesOf(int \$kind): array { return match (\$kind) {\n{$cases}default => [],\n}; }\n";
    }

    /** @return list<RuleHeading> of the rules, and of what scenes and stacks do */
    private function headings(): array
    {
        return array_map(
            fn (Rule $rule): RuleHeading => new RuleHeading(
                $rule->title,
                $rule->span->line,
                null === $rule->scene ? -1 : $this->scenePositions[$rule->scene->title],
            ),
            [...$this->book->rules, ...array_values($this->sceneRules)],
        );
    }

    /** @return array<int, list<RuleRoute>> by ordinal of the kind */
    private function routes(): array
    {
        $routes = [];
        foreach ($this->book->rules as $index => $rule) {
            foreach ($this->byGesture($rule) as $gesture => $selectors) {
                foreach ($this->kindsOf($selectors) as $kind) {
                    $routes[$kind->ordinal()][] = $this->route($rule, $index, $kind, (string) $gesture, $selectors);
                }
            }
        }

        return $routes;
    }

    /** @return array<string, non-empty-list<Selector>> selectors of a rule by the gesture they are for, '' for none */
    private function byGesture(Rule $rule): array
    {
        $selectors = [];
        foreach ($rule->selectors as $selector) {
            $selectors[$selector->gesture?->key() ?? ''][] = $selector;
        }

        return $selectors;
    }

    /**
     * @param list<Selector> $selectors
     *
     * @return array<string, Kind>
     */
    private function kindsOf(array $selectors): array
    {
        $kinds = [];
        foreach ($selectors as $selector) {
            foreach ($selector->matched() as $matched) {
                $kind = $matched->kind;
                if (null === $selector->gesture || Kind::Mode !== $kind) {
                    $kinds[$kind->value] = $kind;
                }
            }
        }

        return $kinds;
    }

    /** @return array<int, AssembledGroups> what is assembled, by in port */
    private function groups(): array
    {
        $parameters = $pairs = [];
        foreach (array_merge(...array_values(array_map(static fn (Group $group): array => $group->parts, $this->book->groups))) as $part) {
            if ($part->kind->isGroup()) {
                $parameters[$this->book->portIndex($part->port->text)] = true;
            }
        }
        foreach ($this->book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as $asked) {
                    $kind = Kind::tryFrom($asked->word->text);
                    foreach (true === $kind?->isGroup() ? $this->book->portsOf($rule, $selector) : [] as $name) {
                        $port = $this->book->portIndex($name);
                        if (Kind::Cc14 === $kind) {
                            $pairs[$port][] = $asked->numbers?->numbers();
                        } else {
                            $parameters[$port] = true;
                        }
                    }
                }
            }
        }
        $groups = [];
        foreach (array_keys($parameters + $pairs) as $port) {
            $of = $pairs[$port] ?? [];
            $all = \in_array(null, $of, true) ? null : array_values(array_unique(array_merge(...array_filter($of))));
            $groups[$port] = new AssembledGroups(isset($parameters[$port]), $all);
        }

        return $groups;
    }

    /** @return array<int, DeclaredZone> by port */
    private function zones(): array
    {
        $zones = [];
        foreach (array_values($this->book->ports) as $index => $port) {
            if (null !== $port->zone) {
                $zones[$index] = new DeclaredZone($port->zone->upper, $port->zone->members, $port->zone->memberBend, $port->isIn, $port->isOut);
            }
        }

        return $zones;
    }

    /**
     * @param callable(Selector): bool $asks
     *
     * @return list<int> in ports of the rules with such a selector
     */
    private function portsWith(callable $asks): array
    {
        $ports = [];
        foreach ($this->book->rules as $rule) {
            foreach ([] === array_filter($rule->selectors, $asks) ? [] : $this->book->portsHeardBy($rule) as $name) {
                $ports[$this->book->portIndex($name)] = true;
            }
        }
        ksort($ports);

        return array_keys($ports);
    }

    /** @return list<GroupRange> */
    private function choices(Group $group): array
    {
        return array_map(
            fn (GroupPart $part): GroupRange => new GroupRange(
                $group->name->text,
                $this->book->portIndex($part->port->text),
                $part->kind->ordinal(),
                $this->mask($part->channels),
                $part->ends(),
                $group->orNone,
                $part->before,
                $part->values,
            ),
            $group->parts,
        );
    }

    /** @return list<int> in ports that have a zone, or whose rules deal with zones that messages may set up */
    private function zoned(): array
    {
        $zoned = [];
        foreach ($this->book->rules as $rule) {
            $dealsWithZones =
                [] !== array_filter($rule->steps, static fn (Step $step): bool => $step->is(Fact::KnowsZones))
                || [] !== array_filter($rule->selectors, static fn (Selector $selector): bool => $selector->isMpe());
            foreach ($dealsWithZones ? $this->book->portsHeardBy($rule) : [] as $name) {
                $zoned[$this->book->portIndex($name)] = true;
            }
        }
        foreach ($this->zones() as $port => $zone) {
            if ($zone->isIn) {
                $zoned[$port] = true;
            }
        }
        ksort($zoned);

        return array_keys($zoned);
    }

    private function clock(ClockDeclaration $clock): ClockPlan
    {
        return new ClockPlan(
            $clock->beatUs,
            $this->portPositions($clock->sends),
            array_map(fn (PulseLine $pulse): PulsePlan => new PulsePlan($pulse->perBeat, $this->portPositions($pulse->ports)), $clock->pulses),
            array_column($clock->taps, 'presses'),
        );
    }

    /**
     * @param list<Token> $names
     *
     * @return list<int>
     */
    private function portPositions(array $names): array
    {
        return array_map(fn (Token $name): int => $this->book->portIndex($name->text), $names);
    }

    /** Methods for what a tap press sends. */
    private function taps(): void
    {
        foreach ($this->book->clocks as $name => $clock) {
            foreach ($clock->taps as $which => $tap) {
                [$message, $ports] = [$tap->message, $tap->ports];
                $rule = new Rule('Taps of '.$name, $clock->name->span, null, true);
                $code = new RuleCode($this->draft, $rule, 0, RuleEntry::ofMessage(Kind::Start));
                $message->emit($code, 'return 1;', true);
                foreach ($ports as $port) {
                    if (Kind::Note === $message->kind()) {
                        $code->line("Notes::post(\$e, \$t, {$this->book->portIndex($port->text)}, \$mch, \$mn, \$mv, 50000, -1);");
                    } else {
                        $code->send->message(
                            $clock->name->span->line,
                            $this->book->portIndex($port->text),
                            $message->kind(),
                            '$mch',
                            '$mn',
                            '$mv',
                            '$mraw',
                        );
                    }
                }
                $this->draft->write("tap_{$name}_{$which}", $code->compile(), $rule);
            }
        }
    }

    /** The method for what goes out when a run begins: zones are set up (MIDI Polyphonic Expression 1.0, sections 2.1 and 2.4). */
    private function begin(): void
    {
        $begin = new Rule('Begin', new Span(1, 1), null);
        $code = new RuleCode($this->draft, $begin, 0, RuleEntry::ofMessage(Kind::Start));
        foreach ($this->zones() as $port => $zone) {
            if ($zone->isOut) {
                $code->send->message(0, $port, Kind::Rpn, $zone->isUpper ? '16' : '1', '6', (string) ($zone->members << 7), '');
                $code->send->message(0, $port, Kind::Rpn, $zone->isUpper ? '15' : '2', '0', (string) ($zone->memberBend << 7), '');
            }
        }
        $this->draft->write('begin', $code->compile(), $begin);
    }

    /** Methods for what is done when scenes begin and end. */
    private function scenes(): void
    {
        $index = \count($this->book->rules) - 1;
        foreach ($this->sceneRules as $name => $rule) {
            ++$index;
            $code = new RuleCode($this->draft, $rule, $index, RuleEntry::ofMessage(Kind::Start));
            if ($this->draft->traced && !$rule->isStack) {
                $code->line("\$e->trace->enter({$index}, {$code->kind->ordinal()}, \$ch, \$n, \$v);");
            }
            $this->draft->write((string) $name, $code->compile(), $rule);
        }
    }

    /** @return array<string, Rule> what scenes do when they begin and end, as rules, by the name of their method */
    private function sceneRules(): array
    {
        $rules = [];
        foreach ($this->book->scenes as $position => $scene) {
            foreach (['enter' => $scene->onEnter, 'leave' => $scene->onLeave] as $when => $steps) {
                if ([] !== $steps) {
                    $rule = new Rule(('enter' === $when ? 'Entering ' : 'Leaving ').$scene->title, $scene->span, $scene);
                    $rule->steps = $steps;
                    $rules["{$when}_{$position}"] = $rule;
                }
            }
        }
        foreach ($this->book->stacks as $name => $stack) {
            $rule = new Rule("Stack {$name}", $stack->name->span, null, true);
            $rule->steps = $stack->steps;
            $rules["stack_{$name}"] = $rule;
        }

        return $rules;
    }

    /**
     * @param non-empty-list<Selector> $selectors those for this gesture
     */
    private function route(Rule $rule, int $index, Kind $kind, string $gesture, array $selectors): RuleRoute
    {
        $method = $this->draft->method($rule, $index, '' === $gesture ? RuleEntry::ofMessage($kind) : RuleEntry::asksForGesture($kind, $gesture));
        $asked = $selectors[0]->gesture;
        $ports = [] === $rule->from ? null : array_map(fn ($name): int => $this->book->portIndex($name->text), $rule->from);
        $scene = null === $rule->scene ? -1 : $this->scenePositions[$rule->scene->title];
        $channels = 0;
        $numbers = [];
        foreach ($selectors as $selector) {
            foreach ($selector->matched() as $matched) {
                [$matched, $list] = [$matched->kind, $matched->numbers];
                if ($matched !== $kind) {
                    continue;
                }
                $channels |= $this->channels($kind, $selector);
                $ranges = $this->numbers($kind, $selector, $list);
                $numbers = null === $ranges || null === $numbers ? null : [...$numbers, ...$ranges];
            }
        }

        return new RuleRoute(
            $index,
            $method,
            !$rule->isCopy(),
            $scene,
            $ports,
            $channels,
            $numbers,
            null === $asked ? null : new GestureRoute($asked->word, $asked->time->us ?? 0, $this->draft->method($rule, $index, RuleEntry::ofGesture($kind))),
        );
    }

    private function channels(Kind $kind, Selector $selector): int
    {
        return $this->mask($kind->hasChannel() ? $selector->lists['channel'] ?? null : null);
    }

    /** Bit n is set for channel n. */
    private function mask(?NumberList $channels): int
    {
        return null === $channels
            ? self::ALL_CHANNELS
            : array_reduce($channels->numbers(), static fn (int $mask, int $channel): int => $mask | (1 << $channel), 0);
    }

    /** @return list<int>|null first and last of each range */
    private function numbers(Kind $kind, Selector $selector, ?NumberList $list): ?array
    {
        $list = $kind->hasKey() ? $selector->lists['key'] ?? null : ($kind->hasNumber() ? $list : null);

        return null === $list
            ? null
            : array_merge(...array_map(static fn (LiteralRange $range): array => [$range->from->value, $range->to->value], $list->ranges));
    }
}
