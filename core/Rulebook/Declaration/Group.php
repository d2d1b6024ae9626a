<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Ranges;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
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

    /** @param list<array{Token, ?Token}> $titles controls of a device, each from one to another; there are members once it is known what they send */
    private function __construct(
        public Token $name,
        /** The in port, or the device whose controls are named. */
        public Token $port,
        /** Note or Cc. */
        public Kind $kind,
        /** Keys or controllers of the members, in their order. */
        public ?NumberList $members,
        public ?NumberList $channels,
        /** Whether pressing the chosen one again chooses none. */
        public bool $orNone,
        public array $titles = [],
    ) {
    }

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

            return new self($name, $port, Kind::Cc, null, null, self::orNone($cursor, true), $titles);
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

        return new self($name, $port, Kind::from($kind->text), $members, $channels, $orNone);
    }

    /** The group for what its controls send. */
    public function resolved(Token $port, Kind $kind, NumberList $members, ?NumberList $channels): self
    {
        return new self($this->name, $port, $kind, $members, $channels, $this->orNone);
    }

    /** @param list<array{Token, ?Token}> $titles */
    public function retitled(array $titles): self
    {
        return new self($this->name, $this->port, $this->kind, null, null, $this->orNone, $titles);
    }

    public function print(): string
    {
        return "group {$this->name->text} of {$this->port->text} "
            .(null === $this->members ? Cursor::printTitles($this->titles) : (Kind::Note === $this->kind ? 'note key ' : 'cc ').$this->members->print())
            .(null === $this->channels ? '' : ' channel '.$this->channels->print()).($this->orNone ? ' or none' : '');
    }

    /** How many members it has, as they are written. */
    public function size(): int
    {
        return Ranges::size($this->ends());
    }

    /** @return list<int> first and last of each range of members */
    public function ends(): array
    {
        return array_merge(...array_map(static fn (array $range): array => [$range[0]->value, $range[1]->value], $this->members->ranges ?? []));
    }

    /** Whether a control belongs to it. */
    public function has(int $channel, int $number): bool
    {
        return (null === $this->channels || \in_array($channel, $this->channels->numbers(), true)) && 0 !== Ranges::place($this->ends(), $number);
    }

    private static function orNone(Cursor $cursor, bool $hasChannels): bool
    {
        $orNone = null !== $cursor->accept('or');
        if ($orNone) {
            $cursor->expect('none');
        }
        $cursor->expectEnd(...($hasChannels || $orNone ? [] : ['channel']), ...($orNone ? [] : ['or none']));

        return $orNone;
    }
}
