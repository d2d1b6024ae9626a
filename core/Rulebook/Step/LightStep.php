<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\LampMessage;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Lights the lamp of a control, or puts it out.
 *
 *     light treadle "Switch 3" on
 *     light treadle "Switch 3" "amber"
 *     light treadle "Switch 3" off
 */
final class LightStep extends NamedStep
{
    private ?LampMessage $lamp = null;
    private int $firstProgram = 0;

    private function __construct(Span $span, Token $device, public readonly Token $control, private readonly Token $colour)
    {
        parent::__construct($span, $device);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $device = $cursor->name('the name of a device');
        $control = $cursor->title('the title of a control');
        $colour = TokenType::Text === $cursor->peek()->type ? $cursor->title('a colour') : $cursor->expect('on', 'off');
        $cursor->expectEnd();

        return new self($span, $device, $control, $colour);
    }

    public function print(): string
    {
        return "light {$this->device->text} \"{$this->control->text}\" ".
            (TokenType::Text === $this->colour->type ? "\"{$this->colour->text}\"" : $this->colour->text);
    }

    public function resolved(Devices $devices, Circumstances $circumstances): static
    {
        $step = clone $this;
        $step->lamp = $devices->lamp($this->device, $this->control);
        $step->firstProgram = $circumstances->firstProgram;
        $step->value();

        return $step;
    }

    public function retitled(Devices $devices): static
    {
        return new self(
            $this->span,
            $this->device,
            new Token($this->control->type, $devices->titled($this->device, $this->control), $this->control->span, $this->control->spaced),
            $this->colour,
        );
    }

    public function titles(): array
    {
        return [$this->control];
    }

    public function sends(): array
    {
        return null === $this->lamp ? [] : [new Sending($this->lamp->port, $this->lamp->kind->bytes())];
    }

    public function facts(): array
    {
        return [Fact::HasEffect];
    }

    /** @throws RulebookError */
    public function plain(): ?array
    {
        $line = $this->lamp?->line($this->value(), $this->firstProgram);

        return null === $line ? null : [$line];
    }

    /** @throws RulebookError */
    public function compile(Writer $code): void
    {
        $lamp = $this->lamp ?? throw new \LogicException('this step has not been told what its names mean');
        if (Kind::Note !== $lamp->kind) {
            $this->compileLines($code, $this->plain() ?? []);

            return;
        }
        $port = $code->declared()->portAt(new Token(TokenType::Word, $lamp->port, $this->span, true));
        $code
            ->sender()
            ->message($this->span->line, $port, Kind::Note, (string) ($lamp->channel ?? 1), (string) $lamp->number, (string) $this->value(), '');
    }

    /** @throws RulebookError */
    private function value(): int
    {
        $lamp = $this->lamp ?? throw new \LogicException('this step has not been told what its names mean');
        if (TokenType::Text !== $this->colour->type) {
            return 'on' === $this->colour->text ? $lamp->on : $lamp->off;
        }
        foreach ($lamp->colours as $word => $value) {
            if (mb_strtolower((string) $word) === mb_strtolower($this->colour->text)) {
                return $value;
            }
        }
        throw new RulebookError(
            $this->colour->span,
            'unknown-value',
            "the lamp of \"{$lamp->title}\" has no colour \"{$this->colour->text}\"; it has ".implode(', ', array_keys($lamp->colours)),
        );
    }

    protected function port(): ?string
    {
        return $this->lamp?->port;
    }
}
