<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\RestorableDevice;
use ZigzagPost\Core\Engine\Book\RestorableValue;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\RestoreRecipe;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Text\Span;

/** What a compiled rulebook knows of devices that can be brought back: data, and a method for each port and kind of message. */
final class RestoreCode
{
    private readonly Rule $rule;
    /** @var array<string, string> methods by what they send */
    private array $methods = [];

    public function __construct(private readonly Draft $draft)
    {
        $this->rule = new Rule('Restore', new Span(1, 1), null, true);
    }

    /** @return array<string, RestorableDevice> those of which something can be brought back */
    public function wholes(): array
    {
        $wholes = [];
        foreach ($this->draft->hasTakeover ? $this->draft->book->devices?->wholes() ?? [] : [] as $whole) {
            if (null !== $whole->channel || [] !== $whole->parameters || isset($this->draft->book->lamps[$whole->device])) {
                $wholes[$whole->device] = $this->whole($whole);
            }
        }

        return $wholes;
    }

    private function whole(RestoreRecipe $whole): RestorableDevice
    {
        $port = $this->draft->book->portIndex($whole->port);
        $program =
            null === $whole->channel
                ? ''
                : $this->method("program {$port}", $port, static fn (RuleCode $code) => $code->send->program(0, $port, '$ch', '$v'));

        return new RestorableDevice($port, $whole->channel ?? 0, $program, $whole->deafUs, array_map($this->parameter(...), $whole->parameters));
    }

    private function parameter(Target $target): RestorableValue
    {
        $port = $this->draft->book->portIndex($target->port);
        [$channel, $number] = [$target->channel ?? 0, $target->number ?? 0];
        $method = $this->method(
            "{$target->kind->value} {$port}",
            $port,
            static fn (RuleCode $code) => $code->send->message(0, $port, $target->kind, '$ch', '$n', '$v', '$raw'),
        );

        return new RestorableValue($method, ControlAddress::of($target->kind->ordinal(), $port, $channel, $number), $channel, $number);
    }

    /** @param \Closure(RuleCode): void $write */
    private function method(string $what, int $port, \Closure $write): string
    {
        if (!isset($this->methods[$what])) {
            $code = new RuleCode($this->draft, $this->rule, 0, RuleEntry::ofMessage(Kind::Start));
            if ($this->draft->traced) {
                $code->line('$e->trace->at($port);');
            }
            $write($code);
            $this->methods[$what] = $name = 'restore_'.strtr($what, ' ', '_');
            $this->draft->write($name, $code->compile(), $this->rule);
            $this->draft->reaches[$name] = [$port];
        }

        return $this->methods[$what];
    }
}
