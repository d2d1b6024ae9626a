<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

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

    public function facts(): array
    {
        return [Fact::HasEffect, Fact::BeginsNotes, Fact::NeedsZone, Fact::KnowsZones, Fact::TracksNotes];
    }

    public function compile(Writer $code): void
    {
        $zone = $code->declared()->zoneAt($this->port);
        $port = $code->declared()->portAt($this->port);
        if (null === $zone) {
            $code->reject('this port has no zone');

            return;
        }
        $id = $code->stepId();
        if (Kind::Note === $code->kind()) {
            if ($code->beginsNotes()) {
                $members = '['.implode(', ', $zone->memberChannels()).']';
                $code->sender()->at($this->span->line);
                $code->line(
                    "FanOut::noteOn(\$e, '{$id}', \$t, {$port}, {$members}, \$port, \$ch, \$n, \$v, \$own, ".
                        ($code->around()->isAbove(Fact::LeavesZone) ? '0' : '$ctl').
                        ');',
                );
            }

            return;
        }
        if (Kind::PolyPressure === $code->kind()) {
            $code->sender()->at($this->span->line);
            $code->line(
                "if (!FanOut::keyPressure(\$e, '{$id}', \$t, {$port}, \$port, \$ch, \$n, \$v)) { {$code->drop('this key does not sound', '')} }",
            );

            return;
        }
        $follows = !$code->around()->isAbove(Fact::LeavesZone) && \in_array($code->kind(), [Kind::Bend, Kind::Pressure, Kind::Cc], true);
        if ($follows) {
            $code->line('if ('.(Kind::Cc === $code->kind() ? '74 === $n && ' : '').'Zones::isOfMember($s, $port, $ctl)) {');
            $code->sender()->at($this->span->line);
            $code->line(
                "if (!FanOut::toNotes(\$e, '{$id}', \$t, {$port}, \$port, ControlAddress::channel(\$ctl), "
                    ."{$code->kind()->ordinal()}, \$v, {$zone->memberBend})) { {$code->drop(
                        'kept for the next note',
                        '',
                    )} }",
            );
            $code->line('} else {');
        }
        $code->sender()->send($this->span->line, $port, (string) $zone->manager());
        if ($follows) {
            $code->line('}');
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function references(): array
    {
        return [new Reference(Reference::OUT_PORT, $this->port)];
    }
}
