<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Chooses a member of a group by its place, or none by 0. No rules run by it.
 *
 *     choose songs 1
 */
final class ChooseStep extends Step
{
    private function __construct(Span $span, private readonly Token $group, private readonly Expression $member)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $group = $cursor->name('a group name');
        $member = ExpressionParser::parse($cursor);
        $cursor->expectEnd('an operator');

        return new self($span, $group, $member);
    }

    public function print(): string
    {
        return "choose {$this->group->text} {$this->member->print()}";
    }

    public function facts(): array
    {
        return [Fact::HasEffect];
    }

    public function compile(Writer $code): void
    {
        $size = $code->declared()->group($this->group)->size();
        $php = $code->rounded($this->member)->php;
        $code->line("if (!Choices::choose(\$s, '{$this->group->text}', {$php}, {$size})) { {$code->rejection("'the group has no such member'", '')} }");
    }

    public function references(): array
    {
        return [new Reference(Reference::GROUP, $this->group)];
    }

    public function expressions(): array
    {
        return [$this->member];
    }
}
