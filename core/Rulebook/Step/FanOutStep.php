<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Engine\RuleCode;
use ZigzagPost\Core\Engine\SendCode;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\Reference;
use ZigzagPost\Core\Rulebook\RulebookError;
use ZigzagPost\Core\Rulebook\Span;
use ZigzagPost\Core\Rulebook\Token;

/**
 * Gives each note a channel of its own at an out port with an MPE zone.
 *
 *     fan out to slab
 */
final class FanOutStep extends Step
{
    private function __construct(Span $span, private readonly Token $port)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $cursor->expect('out');
        $cursor->accept('to');
        if ($cursor->atEnd()) {
            throw RulebookError::expected($cursor->peek(), ['an out port with an MPE zone']);
        }
        $port = $cursor->name('an out port');
        $cursor->expectEnd();

        return new self($span, $port);
    }

    public function print(): string
    {
        return "fan out to {$this->port->text}";
    }

    public function compile(RuleCode $code): void
    {
        $declared = $code->book()->ports[$this->port->text];
        $port = $code->book()->portIndex($this->port->text);
        if (null === $declared->zone) {
            $code->reject('this port has no zone');

            return;
        }
        $id = $code->stepId();
        if (Kind::Note === $code->kind) {
            if ($code->noteSends) {
                $members = '['.implode(', ', $declared->zone->memberChannels()).']';
                SendCode::at($code, $this->span->line);
                $code->line("FanOut::noteOn(\$e, '{$id}', \$t, {$port}, {$members}, \$port, \$ch, \$n, \$v, \$own, ".($code->isFlattened() ? '0' : '$ctl').');');
            }

            return;
        }
        if (Kind::PolyPressure === $code->kind) {
            SendCode::at($code, $this->span->line);
            $code->line("if (!FanOut::keyPressure(\$e, '{$id}', \$t, {$port}, \$port, \$ch, \$n, \$v)) { {$code->drop('this key does not sound', '')} }");

            return;
        }
        $follows = !$code->isFlattened() && \in_array($code->kind, [Kind::Bend, Kind::Pressure, Kind::Cc], true);
        if ($follows) {
            $code->line('if ('.(Kind::Cc === $code->kind ? '74 === $n && ' : '').'Zones::isOfMember($s, $port, $ctl)) {');
            SendCode::at($code, $this->span->line);
            $code->line("if (!FanOut::follow(\$e, '{$id}', \$t, {$port}, \$port, Control::channel(\$ctl), {$code->kind->ordinal()}, \$v, {$declared->zone->memberBend})) { {$code->drop('kept for the next note', '')} }");
            $code->line('} else {');
        }
        SendCode::send($code, $this->span->line, $port, (string) $declared->zone->manager());
        if ($follows) {
            $code->line('}');
        }
    }

    public function followsZones(): bool
    {
        return true;
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function hasEffect(): bool
    {
        return true;
    }

    public function references(): array
    {
        return [new Reference(Reference::OUT_PORT, $this->port)];
    }

    public function port(): Token
    {
        return $this->port;
    }
}
