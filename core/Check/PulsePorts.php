<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\Token;

/** MIDI sent to pulse ports, and pulses sent to MIDI ports. */
final class PulsePorts implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->steps() as $step) {
            foreach (
                array_filter($step->references(), static fn (Reference $reference): bool => Reference::OUT_PORT === $reference->what) as $reference
            ) {
                yield from $this->port($book, $reference->name, $step->is(Fact::Pulses));
            }
        }
        foreach ($book->clocks as $clock) {
            foreach ($clock->messagePorts() as $port) {
                yield from $this->port($book, $port, false);
            }
            foreach ($clock->pulsePorts() as $port) {
                yield from $this->port($book, $port, true);
            }
        }
    }

    /** @return iterable<Finding> */
    private function port(Rulebook $book, Token $name, bool $isPulse): iterable
    {
        $port = $book->ports[$name->text] ?? null;
        if (null === $port || !$port->isOut || $port->pulse === $isPulse) {
            return;
        }
        yield $isPulse
            ? Finding::error(
                'pulse-port',
                $name->span,
                "port \"{$name->text}\" carries MIDI, not pulses; declare it as \"port {$name->text} out pulse\" if it is a pulse port",
            )
            : Finding::error('pulse-port', $name->span, "port \"{$name->text}\" carries pulses, not MIDI");
    }
}
