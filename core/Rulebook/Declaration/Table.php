<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Pairs of numbers that `map` looks up.
 *
 *     table kit: 48=36, 50=38
 */
final readonly class Table
{
    /** @param non-empty-array<int, TablePair> $pairs by what is looked up */
    private function __construct(public Token $name, public array $pairs)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a table name');
        $cursor->expect(':');
        $pairs = [];
        do {
            $from = $cursor->integer('a number', -8192, 16383);
            $cursor->expect('=');
            if (isset($pairs[$from->value])) {
                throw new RulebookError($from->span, 'duplicate', "{$from->text} stands twice in this table");
            }
            $pairs[$from->value] = new TablePair($from, $cursor->integer('a number', -8192, 16383));
        } while (null !== $cursor->accept(','));
        $cursor->expectEnd('","');

        return new self($name, $pairs);
    }

    public function print(): string
    {
        $pairs = array_map(static fn (TablePair $pair): string => "{$pair->asked->text}={$pair->found->text}", $this->pairs);

        return "table {$this->name->text}: ".implode(', ', $pairs);
    }

    /** @return non-empty-array<int, int> */
    public function values(): array
    {
        return array_map(static fn (TablePair $pair): int => $pair->found->value, $this->pairs);
    }
}
