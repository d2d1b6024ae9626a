<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** `sysex F0 7D {value} F7`: hexadecimal bytes, with `{EXPR}` for a computed 7-bit byte. */
final readonly class SysexTemplate extends Template
{
    /** @param list<int|Expression> $bytes with F0 and F7 */
    public function __construct(Span $span, private array $bytes)
    {
        parent::__construct($span, null);
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor, Span $span): self
    {
        $bytes = [];
        $from = $cursor->peek();
        while (0xF7 !== ($bytes[\count($bytes) - 1] ?? null)) {
            $at = $cursor->peek();
            if (null !== $cursor->accept('{')) {
                $bytes[] = ExpressionParser::parse($cursor);
                $cursor->expect('}');
                continue;
            }
            $byte = $cursor->hexByte() ?? throw RulebookError::expected($at, ['a hexadecimal byte such as 7D', '{an expression}', 'F7']);
            if (([] === $bytes) !== (0xF0 === $byte) || ($byte >= 0x80 && 0xF0 !== $byte && 0xF7 !== $byte)) {
                throw new RulebookError(
                    $at->span,
                    'syntax',
                    [] === $bytes ? 'system exclusive begins with F0' : 'between F0 and F7 stand bytes from 00 to 7F only',
                );
            }
            $bytes[] = $byte;
        }
        if ($bytes[0] instanceof Expression) {
            throw new RulebookError($from->span, 'syntax', 'system exclusive begins with F0');
        }

        return new self($span, $bytes);
    }

    public function kind(): Kind
    {
        return Kind::Sysex;
    }

    public function bytes(): int
    {
        return \count($this->bytes);
    }

    protected function printFields(): string
    {
        return 'sysex '.
            implode(
                ' ',
                array_map(
                    static fn (int|Expression $byte): string => \is_int($byte) ? \sprintf('%02X', $byte) : '{'.$byte->print().'}',
                    $this->bytes,
                ),
            );
    }

    protected function fields(): array
    {
        return array_values(array_filter($this->bytes, static fn (int|Expression $byte): bool => $byte instanceof Expression));
    }

    protected function emitFields(Writer $code, string $then, bool $post): null
    {
        $php = [];
        $fixed = '';
        foreach ($this->bytes as $byte) {
            if (\is_int($byte)) {
                $fixed .= \sprintf('\x%02X', $byte);
                continue;
            }
            $php[] = "\"{$fixed}\"";
            $fixed = '';
            $variable = $code->temporary();
            self::number($code, $variable, $byte, ValueRange::sevenBits(), true, 'byte', $then);
            $php[] = "\\chr({$variable})";
        }
        $php[] = "\"{$fixed}\"";
        $code->line('$mraw = '.(1 === \count($php) ? $php[0] : '\implode(\'\', ['.implode(', ', $php).'])').';');
        $code->line('$mn = 0;');
        $code->line('$mv = \strlen($mraw);');

        return null;
    }
}
