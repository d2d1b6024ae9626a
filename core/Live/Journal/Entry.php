<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Journal;

/**
 * One entry of a player's journal: what was done to the engine, or what became of a message that it made.
 *
 * Written as its length (32 bits), its sort (8), its time (64) and the rest, all little-endian.
 */
final readonly class Entry
{
    /** Directions of a device behind a port. */
    public const IN = 0;
    public const OUT = 1;

    private const HEAD = 9;
    /** Longest entry in bytes; bytes that came in are read in far smaller pieces. */
    private const MOST = 1 << 20;

    /**
     * @param int $timeUs time of the engine
     * @param int $port position of a port; 0 where none is meant
     * @param int $number of a scene, a song, or of a message: the how manieth it is at its port, from 1
     * @param string $text bytes that came in; the name of a unit or rulebook; why somebody went; what is told
     */
    public function __construct(
        public EntrySort $sort,
        public int $timeUs,
        public int $port = 0,
        public int $number = 0,
        public string $text = '',
        public ?KeptBackFor $reason = null,
    ) {
    }

    public function bytes(): string
    {
        $body = match ($this->sort) {
            EntrySort::Came, EntrySort::Gone, EntrySort::Owed, EntrySort::Muted, EntrySort::Unmuted, EntrySort::Stuck => \chr($this->port).$this->text,
            EntrySort::Begun, EntrySort::Sent, EntrySort::Again, EntrySort::LoopCut => \chr($this->port).pack('V', $this->number),
            EntrySort::Opened, EntrySort::Closed => \chr($this->port).pack('V', $this->number).$this->text,
            EntrySort::KeptBack => \chr($this->port).pack('V', $this->number).($this->reason->value ?? ''),
            EntrySort::Scene, EntrySort::Song, EntrySort::Stalled => pack('V', $this->number),
            default => $this->text,
        };

        return pack('VCP', self::HEAD + \strlen($body), $this->sort->value, $this->timeUs).$body;
    }

    /**
     * Reads entries from the beginning of some bytes. A last one that is not whole is left, as after a kill.
     *
     * @param int $at where to begin; afterwards where the first one stands that is not whole
     *
     * @return \Generator<int, self>
     *
     * @throws DamagedJournal
     */
    public static function read(string $bytes, int &$at): \Generator
    {
        $size = \strlen($bytes);
        while ($at + 4 <= $size) {
            $length = self::number($bytes, $at);
            if ($length < self::HEAD || $length > self::MOST) {
                throw DamagedJournal::at($at);
            }
            if ($at + 4 + $length > $size) {
                return;
            }
            $entry = self::of(\ord($bytes[$at + 4]), substr($bytes, $at + 5, $length - 1)) ?? throw DamagedJournal::at($at);
            $at += 4 + $length;
            yield $entry;
        }
    }

    /** @param string $rest time and body */
    private static function of(int $sort, string $rest): ?self
    {
        $sort = EntrySort::tryFrom($sort);
        /** @var array{us: int} $time */
        $time = unpack('Pus', $rest);
        $body = substr($rest, 8);
        [$least, $port] = match ($sort) {
            EntrySort::Came, EntrySort::Gone, EntrySort::Owed, EntrySort::Muted, EntrySort::Unmuted, EntrySort::Stuck => [1, true],
            EntrySort::Begun, EntrySort::Sent, EntrySort::Again, EntrySort::LoopCut, EntrySort::KeptBack, EntrySort::Opened, EntrySort::Closed => [5, true],
            EntrySort::Scene, EntrySort::Song, EntrySort::Stalled => [4, false],
            default => [0, false],
        };
        $isFixed = $least >= 4 && !\in_array($sort, [EntrySort::KeptBack, EntrySort::Opened, EntrySort::Closed], true);
        if (null === $sort || $time['us'] < 0 || \strlen($body) < $least || ($isFixed && \strlen($body) > $least)) {
            return null;
        }
        $text = substr($body, $least);
        $reason = EntrySort::KeptBack === $sort ? KeptBackFor::tryFrom($text) : null;
        if (EntrySort::KeptBack === $sort && null === $reason) {
            return null;
        }

        return new self(
            $sort,
            $time['us'],
            $port ? \ord($body[0]) : 0,
            $least >= 4 ? self::number($body, $port ? 1 : 0) : 0,
            null === $reason ? $text : '',
            $reason,
        );
    }

    private static function number(string $bytes, int $at): int
    {
        /** @var array{is: int} $number */
        $number = unpack('Vis', $bytes, $at);

        return $number['is'];
    }
}
