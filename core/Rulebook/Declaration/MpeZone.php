<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** An MPE zone (MIDI Polyphonic Expression 1.0, section 2): a manager channel and the member channels beside it. */
final readonly class MpeZone
{
    public const DEFAULT_MEMBER_BEND = 48;

    public function __construct(public bool $upper, public int $members, public int $memberBend, private bool $bendWritten = true)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $upper = $cursor->expect('lower', 'upper')->is('upper');
        $members = $cursor->integer('a number of member channels', 1, 15)->value;
        $bend = null !== $cursor->accept('bend') ? $cursor->integer('a bend range in semitones', 1, 96)->value : null;

        return new self($upper, $members, $bend ?? self::DEFAULT_MEMBER_BEND, null !== $bend);
    }

    public function print(): string
    {
        return 'mpe '.($this->upper ? 'upper' : 'lower')." {$this->members}".($this->bendWritten ? " bend {$this->memberBend}" : '');
    }

    /** Channel (1 or 16) whose messages are meant for all notes. */
    public function manager(): int
    {
        return $this->upper ? 16 : 1;
    }

    /** @return list<int> member channels, the one beside the manager first */
    public function memberChannels(): array
    {
        return $this->upper ? range(15, 16 - $this->members) : range(2, 1 + $this->members);
    }
}
