<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/**
 * Controls of which one is chosen: a press of a member chooses it.
 *
 *     group songs of board cc 20..23
 *     group layers of tray note key 36..39 channel 10 or none
 *     group songs of treadle "Switch 1".."Switch 4"
 */
final readonly class Group
{
    private const RESERVED = [...Memory::RESERVED, 'index', 'floor', 'round', 'high', 'low'];

    /**
     * @param list<GroupPart> $parts members, by what they send; none as long as titles have not been looked up
     * @param list<TitleRange> $titles controls of a device, each from one to another
     */
    private function __construct(
        public Token $name,
        /** The in port, or the device whose controls are named. */
        public Token $port,
        public array $parts,
        /** Whether pressing the chosen one again chooses none. */
        public bool $orNone,
        public array $titles = [],
    ) {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a group name');
        if (\in_array($name->text, self::RESERVED, true)) {
            throw new RulebookError($name->span, 'reserved-name', "\"{$name->text}\" already means something in expressions; choose another name");
        }
        $cursor->expect('of');
        $port = $cursor->name('an in port');
        if (TokenType::Text === $cursor->peek()->type) {
            $titles = $cursor->titles('the title of a control');

            return new self($name, $port, [], self::orNone($cursor, true), $titles);
        }
        $kind = $cursor->expect('cc', 'note');
        if ($kind->is('cc')) {
            $members = $cursor->numberList('a controller number', 0, 119);
        } else {
            $cursor->expect('key');
            $members = $cursor->numberList('a key', 0, 127);
        }
        $channels = null !== $cursor->accept('channel') ? $cursor->numberList('a channel', 1, 16) : null;
        $orNone = self::orNone($cursor, null !== $channels);

        return new self($name, $port, [new GroupPart($port, Kind::from($kind->text), $members, $channels)], $orNone);
    }

    /**
     * The group for what its controls send.
     *
     * @param non-empty-list<GroupPart> $parts
     */
    public function resolved(array $parts): self
    {
        return new self($this->name, $parts[0]->port, $parts, $this->orNone);
    }

    /** @param list<TitleRange> $titles */
    public function retitled(array $titles): self
    {
        return new self($this->name, $this->port, [], $this->orNone, $titles);
    }

    /** Whether it can be written with numbers: its members send one kind of message to one port, and are pressed and let go. */
    public function isPlain(): bool
    {
        return 1 === \count($this->parts) && null === $this->parts[0]->values && \in_array($this->parts[0]->kind, [Kind::Cc, Kind::Note], true);
    }

    public function print(): string
    {
        return "group {$this->name->text} of {$this->port->text} ".
            ([] === $this->titles ? self::printPart($this->parts[0]) : Cursor::printTitles($this->titles)).
            ($this->orNone ? ' or none' : '');
    }

    /** How many members it has, as they are written. */
    public function size(): int
    {
        return max(0, ...array_map(static fn (GroupPart $part): int => $part->before + $part->size(), $this->parts));
    }

    private static function printPart(GroupPart $part): string
    {
        return (Kind::Note === $part->kind ? 'note key ' : 'cc ').
            $part->numbers?->print().
            (null === $part->channels ? '' : ' channel '.$part->channels->print());
    }

    /** @throws RulebookError */
    private static function orNone(Cursor $cursor, bool $hasChannels): bool
    {
        $orNone = null !== $cursor->accept('or');
        if ($orNone) {
            $cursor->expect('none');
        }
        $cursor->expectEnd(...$hasChannels || $orNone ? [] : ['channel'], ...$orNone ? [] : ['or none']);

        return $orNone;
    }
}
