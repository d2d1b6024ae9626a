<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\CalledProgram;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Expression\Number;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Calls a program of a device: by its name, by what the device shows, or by the number that it shows.
 *
 *     recall brine "Harbour"
 *     recall brine "12C"
 *     recall brine index
 */
final class RecallStep extends NamedStep
{
    private ?CalledProgram $program = null;
    /** @var array<int, CalledProgram>|null by the number shown */
    private ?array $programs = null;
    private ?Circumstances $circumstances = null;

    private function __construct(Span $span, Token $device, private readonly Token|Expression $which)
    {
        parent::__construct($span, $device);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $isTitle = TokenType::Text === $cursor->peek()->type;
        $which = $isTitle ? $cursor->title('a program') : ExpressionParser::parse($cursor);
        $cursor->expectEnd(...$isTitle ? [] : ['an operator']);

        return new self($span, $device, $which);
    }

    public function print(): string
    {
        return "recall {$this->device->text} ".($this->which instanceof Token ? "\"{$this->which->text}\"" : $this->which->print());
    }

    /** The program that it calls, as people say it: its name, or where its number comes from. */
    public function called(): string
    {
        return $this->which instanceof Token ? $this->which->text : $this->which->print();
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->circumstances = $circumstances;
        if ($this->which instanceof Token) {
            $step->program = $devices->program($this->device, $this->which);
        } else {
            $step->programs = $devices->programs($this->device);
            $number = $this->constant();
            if (null !== $number) {
                $step->program =
                    $step->programs[$number] ??
                    throw new RulebookError($this->span, 'unknown-program', "{$this->device->text} shows no program {$number}");
            }
        }

        return $step;
    }

    public function retitled(Devices $devices): static
    {
        return $this;
    }

    public function titles(): array
    {
        return $this->which instanceof Token ? [$this->which] : [];
    }

    public function deafens(): int
    {
        return $this->program->deafUs ?? (array_values($this->programs ?? [])[0]->deafUs ?? 0);
    }

    /** The program that it always calls, once it is known. */
    public function program(): ?CalledProgram
    {
        return $this->program;
    }

    public function sends(): array
    {
        $programs = null === $this->program ? array_values($this->programs ?? []) : [$this->program];

        return [] === $programs
            ? []
            : [
                new Sending(
                    $programs[0]->port,
                    max(array_map(static fn (CalledProgram $program): int => $program->bytes(), $programs)),
                    $this->circumstances->afterUs ?? 0,
                ),
            ];
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Program, "program {$this->called()}", $this->device->text)];
    }

    public function facts(): array
    {
        return $this->cuts() ? [Fact::HasEffect, Fact::LetsAllPass, Fact::TakesOver] : [Fact::HasEffect, Fact::LetsAllPass];
    }

    public function expressions(): array
    {
        return $this->which instanceof Expression ? [$this->which] : [];
    }

    public function plain(): ?array
    {
        return $this->cuts() ? null : $this->lines();
    }

    /** @return list<string>|null the messages as a rulebook posts them, where it always calls one program */
    private function lines(): ?array
    {
        return $this->program?->lines($this->circumstances->firstProgram ?? 0, $this->circumstances?->after() ?? '');
    }

    /** Whether the device cuts its sound when the program that it is on is called again, so that this is left out. */
    private function cuts(): bool
    {
        return $this->program->cutsOnRepeat ?? (array_values($this->programs ?? [])[0]->cutsOnRepeat ?? false);
    }

    public function compile(Writer $code): void
    {
        if (null !== $this->program) {
            $this->sendUnlessItCuts(
                $code,
                $this->program,
                (string) $this->program->packed(),
                fn () => $this->compileLines($code, $this->lines() ?? []),
            );

            return;
        }
        if (!($this->which instanceof Expression) || null === $this->programs) {
            throw new \LogicException('this step has not been told what its names mean');
        }
        $number = $code->temporary();
        $code->line("{$number} = {$code->code($this->which)->rounded()};");
        $bytes = [];
        foreach ($this->programs as $shown => $program) {
            $bytes[$shown] = (($program->msb ?? 128) << 16) | (($program->lsb ?? 128) << 8) | $program->program;
        }
        $any = array_values($this->programs)[0] ?? null;
        $called = $code->temporary();
        $code->line("{$called} = {$code->constant($bytes)}[{$number}] ?? null;");
        $code->line("if (null === {$called}) { {$code->rejection("'the device shows no such program'", '')} } else {");
        if (null !== $any) {
            $port = $code->declared()->portAt(new Token(TokenType::Word, $any->port, $this->span, true));
            $this->sendUnlessItCuts(
                $code,
                $any,
                $called,
                fn () => $code->sender()->program($this->span->line, $port, (string) $any->channel, $called),
            );
        }
        $code->line('}');
    }

    /** @param \Closure(): void $send */
    private function sendUnlessItCuts(Writer $code, CalledProgram $program, string $bytes, \Closure $send): void
    {
        if (!$program->cutsOnRepeat) {
            $send();

            return;
        }
        $port = $code->declared()->portAt(new Token(TokenType::Word, $program->port, $this->span, true));
        $code->sender()->unlessItStands($this->span->line, $port, (string) $program->channel, $bytes);
        $send();
        $code->sender()->whereItStands();
    }

    /** The number that the device shows, where it is written as one. */
    public function constant(): ?int
    {
        return $this->which instanceof Number && 1 === $this->which->denominator ? $this->which->numerator : null;
    }

    protected function port(): ?string
    {
        return $this->program->port ?? (array_values($this->programs ?? [])[0]->port ?? null);
    }
}
