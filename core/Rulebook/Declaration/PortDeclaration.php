<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Declares a port of the rig; `in out` is an in port and an out port of one name, for a box that also listens.
 *
 *     port keys in
 *     port slab in mpe lower 15 bend 48
 *     port treadle in out
 *     port box out nrpn coarse
 *     port ticker out pulse
 */
final readonly class PortDeclaration
{
    private function __construct(
        public Token $name,
        public bool $isIn,
        public bool $isOut,
        public ?MpeZone $zone,
        public bool $coarse,
        public bool $pulse,
        /** Whether no line says it: a lead of a rig stands for it. */
        public bool $isImplicit = false,
    ) {
    }

    /** A port that no line declares: the plug of a unit that rules name, which is led straight to another unit. */
    public static function implicit(string $name, bool $isIn, Span $where): self
    {
        return new self(new Token(TokenType::Word, $name, $where, false), $isIn, !$isIn, null, false, false, true);
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a port name');
        $isIn = $cursor->expect('in', 'out')->is('in');
        $isOut = !$isIn || null !== $cursor->accept('out');
        $zone = null;
        $coarse = false;
        $pulse = false;
        while (null !== ($option = $cursor->accept('mpe', 'nrpn', 'pulse'))) {
            if ($option->is('mpe')) {
                $zone = MpeZone::parse($cursor);
            } elseif ($option->is('nrpn')) {
                $cursor->expect('coarse');
                $coarse = true;
            } else {
                $pulse = true;
                if ($isIn) {
                    throw new RulebookError($option->span, 'syntax', 'only an out port can carry pulses');
                }
            }
        }
        $cursor->expectEnd(...($isIn && !$isOut ? ['out'] : []), ...['mpe', 'nrpn', 'pulse']);
        if ($pulse && ($coarse || null !== $zone)) {
            throw new RulebookError($name->span, 'syntax', 'a pulse port carries no MIDI: nothing else can be said of it');
        }

        return new self($name, $isIn, $isOut, $zone, $coarse, $pulse);
    }

    public function print(): string
    {
        return 'port '.$this->name->text.($this->isIn ? ' in' : '').($this->isOut ? ' out' : '')
            .(null === $this->zone ? '' : ' '.$this->zone->print())
            .($this->coarse ? ' nrpn coarse' : '').($this->pulse ? ' pulse' : '');
    }
}
