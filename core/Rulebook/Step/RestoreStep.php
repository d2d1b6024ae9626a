<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Whole;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Brings a device back to where it should stand: its program with the bank, after its deaf time the parameters that are known and differ
 * from what the program stores, and its lamps last.
 *
 *     restore brine
 */
final class RestoreStep extends NamedStep
{
    private ?Whole $whole = null;

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $cursor->expectEnd();

        return new self($span, $device);
    }

    public function print(): string
    {
        return "restore {$this->device->text}";
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->whole = $devices->whole($this->device);

        return $step;
    }

    public function retitled(Devices $devices): static
    {
        return $this;
    }

    public function deafens(): int
    {
        return $this->whole->deafUs ?? 0;
    }

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::TakesOver];
    }

    /** What is sent depends on what was sent before, which no plain line can say. */
    public function plain(): ?array
    {
        return null;
    }

    public function compile(Writer $code): void
    {
        $whole = $this->whole ?? throw new \LogicException('this step has not been told what its names mean');
        $port = fn (string $name): int => $code->declared()->portAt(new Token(TokenType::Word, $name, $this->device->span, true));
        $parameters = array_map(static fn ($target): array => [$port($target->port), $target->kind->ordinal(), $target->channel ?? 0, $target->number ?? 0], $whole->parameters);
        $at = $port($whole->port);
        $called = $code->temporary();
        $kept = $code->temporary();
        $code->line("[{$called}, {$kept}] = Restore::of(\$e, {$at}, ".($whole->channel ?? 0).", {$code->rawConstant(self::php($parameters))});");
        if (null !== $whole->channel) {
            $code->line("if (null !== {$called}) {");
            $code->sender()->program($this->span->line, $at, (string) $whole->channel, $called);
            $code->line('}');
        }
        foreach ($whole->parameters as $index => $target) {
            $code->line("if (isset({$kept}[{$index}])) {");
            $code->line('$mch = '.($target->channel ?? 0).'; $mn = '.($target->number ?? 0)."; \$mv = {$kept}[{$index}]; \$mraw = '';");
            $write = fn (Writer $later) => $later->sender()->message($this->span->line, $port($target->port), $target->kind, '$mch', '$mn', '$mv', '$mraw');
            if (0 === $whole->deafUs) {
                $write($code);
            } else {
                $code->line("if (null === {$called}) {");
                $write($code);
                $code->line('} else {');
                $code->after($whole->deafUs, $port($target->port), Kind::Note === $target->kind, $write);
                $code->line('}');
            }
            $code->line('}');
        }
        $code->line("Lamps::forget(\$e, [{$at}]);");
    }

    /** @param list<list<int>> $parameters */
    private static function php(array $parameters): string
    {
        return '['.implode(', ', array_map(static fn (array $each): string => '['.implode(', ', $each).']', $parameters)).']';
    }

    protected function port(): ?string
    {
        return $this->whole?->port;
    }
}
