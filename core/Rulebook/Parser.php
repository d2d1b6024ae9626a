<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rulebook\Declaration\Curve;
use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\Lamps;
use ZigzagPost\Core\Rulebook\Declaration\Memory;
use ZigzagPost\Core\Rulebook\Declaration\PortDeclaration;
use ZigzagPost\Core\Rulebook\Declaration\Table;
use ZigzagPost\Core\Rulebook\Step\Steps;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Lexer;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** Reads the text of a rulebook, line by line; a line that cannot be read is noted and the next one tried. */
final class Parser
{
    /** Longest text read, in bytes. */
    public const MAX_BYTES = 2 << 20;
    private const MOST_ERRORS = 200;

    /** Longest line in bytes: one with a whole system exclusive message fits. */
    private const LONGEST_LINE = 256 << 10;

    /** Lines of one rule. */
    private const MOST_LINES = 1000;

    /** How many of each there can be. */
    private const MOST = [
        'port' => 256,
        'scene' => 1000,
        'table' => 1000,
        'curve' => 1000,
        'memory' => 1000,
        'clock' => 100,
        'group' => 100,
        'lamps' => 100,
        'stack' => 1000,
    ];

    public const TOP_LEVEL = [
        'rulebook',
        'middle',
        'programs',
        'port',
        'table',
        'curve',
        'memory',
        'group',
        'lamps',
        'clock',
        'stack',
        'always',
        'scene',
        'rule',
    ];

    /** What can be done when a scene begins or ends. */
    public const SCENE_STEPS = ['post', 'turn', 'recall', 'light', 'do', 'release', 'choose', 'remember', 'panic', 'start', 'stop', 'tempo'];

    /** What needs no message at hand. */
    public const STACK_STEPS = [...self::SCENE_STEPS, 'go', 'delay'];

    private readonly Rulebook $book;
    /** @var list<RulebookError> */
    private array $errors = [];
    private Rule|Scene|Stack|ClockDeclaration|null $heading = null;
    private ?Scene $scene = null;
    /** Whether the heading above could not be read, so that its lines mean nothing. */
    private bool $isLost = false;
    /** Whether a line that says what the present rule is for could not be read. */
    private bool $hasLostSelector = false;
    /** @var array<string, true> titles of the scenes */
    private array $scenes = [];
    /** @var array<string, true> settings already made */
    private array $settings = [];

    private function __construct()
    {
        $this->book = new Rulebook();
    }

    /** What could be read, and what could not. */
    public static function parse(string $text): ReadRulebook
    {
        return (new self())->book($text);
    }

    private function book(string $text): ReadRulebook
    {
        if (\strlen($text) > self::MAX_BYTES) {
            return new ReadRulebook($this->book, [new RulebookError(new Span(1, 1), 'too-large', 'a rulebook is at most 2 MiB of text')]);
        }
        if (!mb_check_encoding($text, 'UTF-8')) {
            return new ReadRulebook($this->book, [self::notUtf8($text)]);
        }
        $text = str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text;
        $this->book->text = $text;
        $lines = preg_split('/\r\n|\n|\r/', $text);
        \assert(false !== $lines);
        $this->findMiddle($lines);
        foreach ($lines as $index => $line) {
            $this->line($line, $index + 1);
            if (\count($this->errors) >= self::MOST_ERRORS) {
                break;
            }
        }

        return new ReadRulebook($this->book, $this->errors);
    }

    /**
     * Key names anywhere depend on this setting, so it is looked for first.
     *
     * @param list<string> $lines
     */
    private function findMiddle(array $lines): void
    {
        foreach ($lines as $line) {
            if (1 === preg_match('/^\s*middle\s+(C[34])\s*(#.*)?$/', $line, $match)) {
                $this->book->middle = MiddleC::from($match[1]);

                return;
            }
        }
    }

    private function line(string $text, int $line): void
    {
        try {
            if (\strlen($text) > self::LONGEST_LINE) {
                throw new RulebookError(new Span($line, 1), 'too-large', 'this line is longer than 256 KiB; part it into several rules');
            }
            $lexed = Lexer::line($text, $line);
            [$tokens, $comment] = [$lexed->tokens, $lexed->comment];
            $cursor = new Cursor($tokens, $this->book->middle);
            if ($cursor->atEnd()) {
                if (null !== $comment) {
                    $this->book->lines[] = new SourceLine($line, SourceLine::COMMENT, '', $comment);
                }

                return;
            }
            $kind = $this->kind($cursor->peek());
            $this->book->lines[] = new SourceLine($line, $kind, $this->statement($cursor, $kind), $comment);
        } catch (RulebookError $error) {
            $this->errors[] = $error;
            $this->book->unreadable[] = $line;
            $this->lose(ltrim($text));
        }
    }

    /** What a line that could not be read would have begun is not missed below it. */
    private function lose(string $text): void
    {
        if (1 === preg_match('/^(take|copy)\b/', $text)) {
            $this->hasLostSelector = true;
        } elseif (1 === preg_match('/^(rule|scene|stack|clock|always)\b/', $text)) {
            $this->heading = null;
            $this->isLost = true;
        }
    }

    /** The kind of a line, as in {@see SourceLine}, by its first word. */
    private function kind(Token $first): string
    {
        if (!$first->is(...self::TOP_LEVEL) || ($this->heading instanceof Scene && $first->is('on'))) {
            return SourceLine::BODY;
        }

        return $first->is('rulebook', 'middle', 'programs', 'port', 'table', 'curve', 'memory', 'group', 'lamps') ? $first->text : SourceLine::HEADING;
    }

    /**
     * Reads a line.
     *
     * @return string its canonical text
     *
     * @throws RulebookError
     */
    private function statement(Cursor $cursor, string $kind): string
    {
        if (SourceLine::BODY === $kind) {
            return $this->body($cursor);
        }
        $first = $cursor->next();
        $this->heading = null;
        if (SourceLine::HEADING === $kind) {
            $this->hasLostSelector = false;
            $this->isLost = true; // until the heading has been read

            return $this->heading($cursor, $first);
        }
        $this->isLost = false;

        return match ($kind) {
            'rulebook' => $this->title($cursor, $first),
            'middle' => $this->middle($cursor, $first),
            'programs' => $this->programs($cursor, $first),
            'port' => $this->declare($this->book->ports, PortDeclaration::parse($cursor)),
            'table' => $this->declare($this->book->tables, Table::parse($cursor)),
            'curve' => $this->declare($this->book->curves, Curve::parse($cursor)),
            'group' => $this->group(Group::parse($cursor)),
            'lamps' => $this->declare($this->book->lamps, Lamps::parse($cursor)),
            default => $this->memory(Memory::parse($cursor)),
        };
    }

    /** @throws RulebookError */
    private function heading(Cursor $cursor, Token $first): string
    {
        if ($first->is('always')) {
            $cursor->expectEnd();
            $this->scene = null;
            $this->isLost = false;

            return 'always';
        }
        if ($first->is('clock')) {
            $clock = ClockDeclaration::parse($cursor);
            $this->declare($this->book->clocks, $clock);
            $this->heading = $clock;
            $this->isLost = false;

            return $clock->print();
        }
        if ($first->is('stack')) {
            $stack = Stack::parse($cursor);
            $this->declare($this->book->stacks, $stack);
            $this->heading = $stack;
            $this->isLost = false;

            return $stack->print();
        }
        $titleSpan = $cursor->peek()->span;
        $title = $cursor->text($first->is('scene') ? 'the title of a scene' : 'the title of a rule');
        $cursor->expectEnd();
        $this->isLost = false;
        if ($first->is('scene')) {
            if (isset($this->scenes[$title])) {
                throw new RulebookError($first->span, 'duplicate', "there is already a scene \"{$title}\"");
            }
            $this->limit('scene', \count($this->scenes), $first->span);
            $this->scenes[$title] = true;
            $this->heading = $this->scene = new Scene($title, $first->span, new Token(TokenType::Text, $title, $titleSpan, true));
            $this->book->scenes[] = $this->scene;
        } else {
            $this->heading = new Rule($title, $first->span, $this->scene);
            $this->book->rules[] = $this->heading;
        }

        return "{$first->text} \"{$title}\"";
    }

    /** @throws RulebookError */
    private function body(Cursor $cursor): string
    {
        $first = $cursor->peek();
        if ($this->heading instanceof Rule) {
            return $this->ruleLine($cursor, $this->heading);
        }
        if ($this->heading instanceof ClockDeclaration) {
            return $this->heading->line($cursor);
        }
        if ($this->heading instanceof Scene) {
            return $this->sceneLine($cursor, $this->heading);
        }
        if ($this->heading instanceof Stack) {
            return $this->stackLine($cursor, $this->heading);
        }
        if ($this->isLost) {
            throw new RulebookError($first->span, 'lost-line', 'this line belongs to a heading that could not be read');
        }
        if ($first->is('from', 'take', 'copy') || Steps::isKeyword($first)) {
            throw new RulebookError($first->span, 'no-rule', 'this line belongs into a rule; put a heading such as rule "Title" above it');
        }
        throw RulebookError::expected($first, self::TOP_LEVEL);
    }

    /** @throws RulebookError */
    private function ruleLine(Cursor $cursor, Rule $rule): string
    {
        $first = $cursor->peek();
        if (\count($rule->selectors) + \count($rule->steps) >= self::MOST_LINES) {
            throw new RulebookError($first->span, 'too-large', \sprintf('a rule has at most %d lines; part it into several', self::MOST_LINES));
        }
        if ($first->is('from')) {
            $cursor->next();
            if ([] !== $rule->from || [] !== $rule->selectors || [] !== $rule->steps) {
                throw new RulebookError($first->span, 'order', '"from" comes first in a rule, once');
            }
            $names = $cursor->names('an in port');
            $cursor->expectEnd('","');
            $rule->from = $names;

            return 'from '.implode(', ', array_map(static fn (Token $name): string => $name->text, $names));
        }
        if ($first->is('take', 'copy')) {
            $cursor->next();
            $this->hasLostSelector = true; // until it has been read
            $selector = Selector::parse($cursor, $first);
            $this->hasLostSelector = false;
            if ([] !== $rule->steps) {
                throw new RulebookError($first->span, 'order', "\"{$first->text}\" comes before the steps of a rule");
            }
            if ([] !== $rule->selectors && $rule->isCopy() !== $selector->isCopy) {
                throw new RulebookError(
                    $first->span,
                    'take-and-copy',
                    'the lines of a rule are all "take" or all "copy"',
                    $rule->isCopy() ? 'copy' : 'take',
                );
            }
            $rule->selectors[] = $selector;

            return $selector->print();
        }
        if (!Steps::isKeyword($first)) {
            throw RulebookError::expected($first, ['take', 'copy', ...[] === $rule->selectors ? ['from'] : [], ...Steps::keywords()]);
        }
        $step = Steps::parse($cursor);
        if ([] === $rule->selectors && !$this->hasLostSelector) {
            throw new RulebookError($first->span, 'order', 'a "take" or "copy" line comes before the steps of a rule');
        }
        $rule->steps[] = $step;

        return $step->print();
    }

    /** @throws RulebookError */
    private function sceneLine(Cursor $cursor, Scene $scene): string
    {
        $cursor->expect('on');
        $when = $cursor->expect('enter', 'leave');
        if (!$cursor->peek()->is(...self::SCENE_STEPS)) {
            throw RulebookError::expected($cursor->peek(), self::SCENE_STEPS);
        }
        $step = Steps::parse($cursor);
        if ($when->is('enter')) {
            $scene->onEnter[] = $step;
        } else {
            $scene->onLeave[] = $step;
        }

        return "on {$when->text} {$step->print()}";
    }

    /** @throws RulebookError */
    private function stackLine(Cursor $cursor, Stack $stack): string
    {
        $first = $cursor->peek();
        if (\count($stack->steps) >= self::MOST_LINES) {
            throw new RulebookError($first->span, 'too-large', \sprintf('a stack has at most %d lines; part it into several', self::MOST_LINES));
        }
        if (Steps::isKeyword($first) && !$first->is(...self::STACK_STEPS)) {
            throw new RulebookError($first->span, 'needs-message', "\"{$first->text}\" works on a message, and a stack has none; put it into a rule");
        }
        if (!$first->is(...self::STACK_STEPS)) {
            throw RulebookError::expected($first, self::STACK_STEPS);
        }
        $step = Steps::parse($cursor);
        $stack->steps[] = $step;

        return $step->print();
    }

    /**
     * Memories and groups are both named in expressions.
     *
     * @throws RulebookError
     */
    private function memory(Memory $memory): string
    {
        $this->refuseTaken($memory->name, $this->book->declared(Reference::GROUP), 'group');

        return $this->declare($this->book->memories, $memory);
    }

    /** @throws RulebookError */
    private function group(Group $group): string
    {
        $this->refuseTaken($group->name, $this->book->declared(Reference::MEMORY), 'memory');

        return $this->declare($this->book->groups, $group);
    }

    /**
     * @param list<string> $names
     *
     * @throws RulebookError
     */
    private function refuseTaken(Token $name, array $names, string $what): void
    {
        if (\in_array($name->text, $names, true)) {
            throw new RulebookError($name->span, 'duplicate', "there is already a {$what} \"{$name->text}\"; give one of them another name");
        }
    }

    /** @throws RulebookError */
    private function title(Cursor $cursor, Token $first): string
    {
        $this->once($first, 'rulebook');
        $this->book->title = $cursor->text('the title of the rulebook');
        $cursor->expectEnd();

        return "rulebook \"{$this->book->title}\"";
    }

    /** @throws RulebookError */
    private function middle(Cursor $cursor, Token $first): string
    {
        $this->once($first, 'middle');
        $name = $cursor->peek();
        if (null === MiddleC::tryFrom($name->text)) {
            throw RulebookError::expected($name, ['C4', 'C3']);
        }
        $cursor->next();
        $cursor->expectEnd();

        return "middle {$name->text}";
    }

    /** @throws RulebookError */
    private function programs(Cursor $cursor, Token $first): string
    {
        $this->once($first, 'programs');
        $cursor->expect('from');
        $from = $cursor->integer('the first program', 0, 1_000_000);
        if ($from->value > 1) {
            throw new RulebookError($from->span, 'out-of-range', "programs are counted from 0 or from 1, not from {$from->text}");
        }
        $this->book->programsFrom = $from->value;
        $cursor->expectEnd();

        return "programs from {$this->book->programsFrom}";
    }

    /** @throws RulebookError */
    private function once(Token $first, string $setting): void
    {
        if (isset($this->settings[$setting])) {
            throw new RulebookError($first->span, 'duplicate', "\"{$setting}\" stands twice; keep one of the lines");
        }
        $this->settings[$setting] = true;
    }

    /**
     * @template T of PortDeclaration|Table|Curve|Memory|Group|Lamps|Stack|ClockDeclaration
     *
     * @param array<string, T> $declared
     * @param T $new
     *
     * @throws RulebookError
     */
    private function declare(array &$declared, PortDeclaration|Table|Curve|Memory|Group|Lamps|Stack|ClockDeclaration $new): string
    {
        $name = $new->name;
        if (isset($declared[$name->text])) {
            throw new RulebookError($name->span, 'duplicate', "\"{$name->text}\" is declared twice; give one of them another name");
        }
        $this->limit($new->print(), \count($declared), $name->span);
        $declared[$name->text] = $new;

        return $new->print();
    }

    /**
     * @param string $what a statement that begins with what there is one more of
     *
     * @throws RulebookError
     */
    private function limit(string $what, int $have, Span $span): void
    {
        $what = explode(' ', $what, 2)[0];
        if ($have >= self::MOST[$what]) {
            $code = 'port' === $what ? 'too-many-ports' : 'too-large';
            throw new RulebookError(
                $span,
                $code,
                \sprintf(
                    'a rulebook has at most %d %s, and this is one more; take out those that are not needed',
                    self::MOST[$what],
                    'memory' === $what ? 'memories' : "{$what}s",
                ),
            );
        }
    }

    private static function notUtf8(string $text): RulebookError
    {
        foreach (explode("\n", $text) as $index => $line) {
            if (!mb_check_encoding($line, 'UTF-8')) {
                return new RulebookError(new Span($index + 1, 1), 'encoding', 'this line is not UTF-8 text; save the rulebook as UTF-8');
            }
        }

        return new RulebookError(new Span(1, 1), 'encoding', 'this is not UTF-8 text; save the rulebook as UTF-8');
    }
}
