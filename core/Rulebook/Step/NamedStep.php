<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Lexer;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** A step that names something of the rig. What that means in bytes it is told once, before it is compiled. */
abstract class NamedStep extends Step
{
    public function __construct(Span $span, public readonly Token $device)
    {
        parent::__construct($span);
    }

    /**
     * The step for this rig.
     *
     * @throws RulebookError when the rig does not have what it names
     */
    abstract public function resolved(Devices $devices, Circumstances $circumstances): static;

    /**
     * Lines without names that do the same; null when it cannot be said so.
     *
     * @return list<string>|null
     */
    abstract public function plain(): ?array;

    /** The out port that it sends to, once that is known. */
    abstract protected function port(): ?string;

    public function references(): array
    {
        $port = $this->port();

        return null === $port ? [] : [new Reference(Reference::OUT_PORT, new Token(TokenType::Word, $port, $this->device->span, true))];
    }

    /** With the titles as the charts write them. */
    abstract public function retitled(Devices $devices): static;

    /** @return list<Token> titles of controls, parameters and programs that it names */
    public function titles(): array
    {
        return [];
    }

    /** The device whose deaf time begins with it, and how long it is in microseconds. */
    public function deafens(): int
    {
        return 0;
    }

    /**
     * Steps read from lines that stand where this step stands.
     *
     * @param list<string> $lines
     *
     * @return list<Step>
     *
     * @throws RulebookError
     */
    final protected function read(array $lines): array
    {
        return array_map(fn (string $line): Step => Steps::parse(new Cursor(Lexer::line($line, $this->span->line)->tokens, MiddleC::C4)), $lines);
    }

    /**
     * @param list<string> $lines
     *
     * @throws RulebookError
     */
    final protected function compileLines(Writer $code, array $lines): void
    {
        foreach ($this->read($lines) as $step) {
            $step->compile($code);
        }
    }
}
