<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Moves a parameter of a device: by the message at hand, or to a value.
 *
 *     turn brine "Feedback"
 *     turn brine "Mix" pickup
 *     turn brine "Level" to 60 percent
 *     turn brine "Mode" to "Ping-pong"
 *     turn brine "Bypass" to other
 */
final class TurnStep extends NamedStep implements TakesOver
{
    private ?Target $target = null;
    private ?Circumstances $circumstances = null;

    private function __construct(Span $span, Token $device, private Token $parameter, private readonly ?Aim $to, private readonly ?Token $takeover)
    {
        parent::__construct($span, $device);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $parameter = $cursor->title('the title of a parameter');
        $to = null !== $cursor->accept('to') ? Aim::parse($cursor) : null;
        $takeover = null === $to ? $cursor->accept(...self::TAKEOVERS) : null;
        $cursor->expectEnd(...null === $to && null === $takeover ? ['to', ...self::TAKEOVERS] : []);

        return new self($span, $device, $parameter, $to, $takeover);
    }

    public function print(): string
    {
        return $this->printWith($this->takeover->text ?? '');
    }

    public function printWith(string $takeover): string
    {
        return rtrim(
            "turn {$this->device->text} \"{$this->parameter->text}\"".(null === $this->to ? '' : " to {$this->to->print()}")." {$takeover}",
        );
    }

    /** What it turns to what, as people say it: "Mix", "Mix to 40", "Mix pickup". */
    public function turned(): string
    {
        return str_replace(
            '"',
            '',
            rtrim($this->parameter->text.(null === $this->to ? '' : " to {$this->to->print()}").' '.($this->takeover->text ?? '')),
        );
    }

    /** Whether another step turns the same parameter of the same unit. */
    public function turnsTheSame(self $other): bool
    {
        return $this->device->text === $other->device->text && $this->parameter->text === $other->parameter->text;
    }

    public function takeover(): ?string
    {
        return null === $this->to ? $this->takeover->text ?? 'jump' : null;
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->target = $devices->parameter($this->device, $this->parameter);
        $step->circumstances = $circumstances;
        $this->to?->check($step->target);

        return $step;
    }

    public function retitled(Devices $devices): static
    {
        $step = clone $this;
        $step->parameter = new Token(
            $this->parameter->type,
            $devices->titled($this->device, $this->parameter),
            $this->parameter->span,
            $this->parameter->spaced,
        );

        return $step;
    }

    public function titles(): array
    {
        return [$this->parameter];
    }

    public function target(): ?Target
    {
        return $this->target;
    }

    /** Whether it acts on every message, presses and releases alike, unless a press is asked for. */
    public function actsOnAny(): bool
    {
        return null !== $this->to && !$this->to->isOther();
    }

    /**
     * The two values that it goes between; null where there are none.
     *
     * @throws RulebookError
     */
    public function alternatives(): ?Alternatives
    {
        return null !== $this->to && $this->to->isOther() && null !== $this->target ? $this->to->alternatives($this->target) : null;
    }

    /** Whether it follows the value of the message, rather than going to one of its own. */
    public function follows(): bool
    {
        return null === $this->to;
    }

    /** Whether it passes every value on at once. */
    public function isPlain(): bool
    {
        return null === $this->to && 'jump' === ($this->takeover->text ?? 'jump');
    }

    /** What it turns the parameter to, where that is said. */
    public function aim(): ?Aim
    {
        return $this->to;
    }

    public function isOther(): bool
    {
        return true === $this->to?->isOther();
    }

    public function effects(): array
    {
        return [new Effect(DoesWhat::Parameter, $this->turned(), $this->device->text)];
    }

    public function facts(): array
    {
        $takesOver = $this->isOther() || \in_array($this->takeover?->text, ['pickup', 'scaled'], true);

        return [Fact::HasEffect, ...$takesOver ? [Fact::TakesOver] : [], ...$this->isOther() ? [] : [Fact::LetsAllPass]];
    }

    public function onRelease(): OnRelease
    {
        return null === $this->to && Kind::Note !== $this->target?->kind ? OnRelease::Acts : OnRelease::Skipped; // a key that is pressed lets go by itself
    }

    public function expressions(): array
    {
        return $this->to?->expressions() ?? [];
    }

    public function sends(): array
    {
        return $this->target?->sends($this->circumstances->afterUs ?? 0) ?? [];
    }

    /** @throws RulebookError */
    public function plain(): ?array
    {
        [$target, $at] = [$this->knownTarget(), $this->at()];
        if (null !== $this->to) {
            $value = $this->to->value($target);

            return null === $value ? null : [$this->post($target, $value)];
        }
        $ranges = [];
        foreach ($at->kinds as $kind) {
            foreach ($this->sources($kind) as $source) {
                $ranges[] = $this->expression($target, $source);
            }
        }
        $ranges = array_values(array_unique($ranges));
        if (1 !== \count($ranges)) {
            return null;
        }
        $isMessage = Kind::Note !== $target->kind && ($at->mayBeNote() || 'jump' !== ($this->takeover->text ?? 'jump'));
        if (!$isMessage) {
            return [$this->post($target, $ranges[0])];
        }

        // Without names nothing is known of what programs store, and `scaled` knows no ends but those of the kind.
        $takesOver = 'jump' !== ($this->takeover->text ?? 'jump');
        $isWhole = true === $target->kind->valueRange()?->equals(new ValueRange($target->low, $target->high));
        $knowsLess = $takesOver && ($target->isStored || ('scaled' === $this->takeover?->text && !$isWhole));

        return $at->isLast && !$knowsLess
            ? [
                'become '.$target->message($ranges[0], $at->firstProgram),
                "send {$target->port}".(null === $this->takeover ? '' : " {$this->takeover->text}"),
            ]
            : null;
    }

    /** @throws RulebookError */
    public function compile(Writer $code): void
    {
        $target = $this->knownTarget();
        if ($this->to?->isOther()) {
            $this->to->alternate($code, $target, $this->span);

            return;
        }
        if (null !== $this->to) {
            $this->compileLines($code, [$this->post($target, (string) $this->to->value($target))]);

            return;
        }
        if (!$code->kind()->hasValue() && Kind::Note !== $code->kind()) {
            $code->reject('the message has no value');

            return;
        }
        $code->owner()->hold();
        $groups = [];
        foreach ($this->sources($code->kind()) as $source) {
            $groups[$this->expression($target, $source)][] = $source->control;
        }
        foreach (array_keys($groups) as $index => $expression) {
            $code->line($index > 0 ? '} else' : '');
            if (1 < \count($groups)) {
                $code->line(
                    $index === \count($groups) - 1 ? '{' : 'if ('.$code->comesFrom(array_values(array_filter($groups[$expression]))).') {',
                );
            }
            $this->turn($code, $target, (string) $expression);
        }
        $code->line(1 < \count($groups) ? '}' : '');
    }

    /** @throws RulebookError */
    private function turn(Writer $code, Target $target, string $expression): void
    {
        $takeover = $this->takeover->text ?? 'jump';
        if ('jump' === $takeover || !$target->canBeMet()) {
            $this->compileLines($code, [$this->post($target, $expression)]);

            return;
        }
        $message = $this->read(['become '.$target->message($expression, $code->declared()->firstProgram())])[0]->message();
        $code->line('do {');
        $message?->emit($code, 'break;', true);
        $code
            ->sender()
            ->takingOver(
                $this->span->line,
                $code->declared()->portAt(new Token($this->device->type, $target->port, $this->span, true)),
                $target->kind,
                $takeover,
                new ValueRange($target->low, $target->high),
            );
        $code->line('} while (false);');
    }

    private function post(Target $target, string $value): string
    {
        $at = $this->at();

        return 'post '.$target->message($value, $at->firstProgram)." to {$target->port}{$at->after()}";
    }

    /**
     * Ranges that the value at hand can have, each with the control that it comes from.
     *
     * @return non-empty-list<ValueSource>
     */
    private function sources(Kind $kind): array
    {
        $sources = [];
        foreach ($this->at()->sources as $source) {
            if ($source->kind === $kind) {
                $sources[] = new ValueSource($source->first, $source->last, $source->isTwoState && Kind::Note !== $source->kind, $source);
            }
        }

        $range = $kind->valueRange() ?? ValueRange::sevenBits();

        return [] === $sources ? [new ValueSource($range->low, $range->high, false)] : $sources;
    }

    /**
     * The value of the parameter, as an expression over that of the message: range onto range, in the order of the values.
     */
    private function expression(Target $target, ValueSource $source): string
    {
        [$from, $to] = Kind::Note === $source->control?->kind ? [0, 127] : [$source->from, $source->to];
        [$low, $high] = [$target->low, $target->high];
        if ($source->isTwoState) {
            $isOn = $from <= $to ? 'value >= '.intdiv($from + $to + 1, 2) : 'value <= '.intdiv($from + $to, 2);

            return 0 === $low ? "{$high} * ({$isOn})" : "{$low} + ".($high - $low)." * ({$isOn})";
        }
        if ($from === $to) {
            return (string) $high;
        }
        if ([$from, $to] === [$low, $high]) {
            return "clamp(value, {$low}, {$high})";
        }
        $value = 0 === $from ? 'value' : ($from < 0 ? '(value + '.-$from.')' : "(value - {$from})");
        $scaled = "{$value} * ".($high - $low).' / '.self::signed($to - $from);

        return 'clamp('.(0 === $low ? $scaled : "{$low} + {$scaled}").", {$low}, {$high})";
    }

    private static function signed(int $number): string
    {
        return $number < 0 ? "({$number})" : (string) $number;
    }

    private function knownTarget(): Target
    {
        return $this->target ?? throw new \LogicException('this step has not been told what its names mean');
    }

    private function at(): Circumstances
    {
        return $this->circumstances ?? throw new \LogicException('this step has not been told where it stands');
    }

    protected function port(): ?string
    {
        return $this->target?->port;
    }
}
