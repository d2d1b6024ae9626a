<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/**
 * One thing that went into a bench or came out of it, as a line of its journal: a time in microseconds, what it was, and its details.
 *
 *     1250000 in keys 90 3C 64
 *     1250000 out synths 90 3C 64
 *     2000000 out ticker pulse 5000
 *     3000000 scene 2
 *     3000000 song 1
 *     3500000 panic
 *     3550000 restore brine
 *     3600000 to
 *     4000000 rules
 */
final readonly class JournalEntry
{
    public const IN = 'in';
    public const OUT = 'out';
    public const SCENE = 'scene';
    public const SONG = 'song';
    public const PANIC = 'panic';
    public const RESTORE = 'restore';
    /** Nothing but time went on. */
    public const TO = 'to';
    /** Other rules from here. */
    public const RULES = 'rules';

    /**
     * @param string $port a port; of what is restored the unit
     * @param int|null $number of the scene or song, or length of a pulse in microseconds
     */
    public function __construct(
        public int $timeUs,
        public string $what,
        public string $port = '',
        public string $bytes = '',
        public ?int $number = null,
    ) {
    }

    public function line(): string
    {
        $details = match ($this->what) {
            self::IN, self::OUT => " {$this->port} ".
                (null === $this->number ? strtoupper(implode(' ', str_split(bin2hex($this->bytes), 2))) : "pulse {$this->number}"),
            self::SCENE, self::SONG => " {$this->number}",
            self::RESTORE => " {$this->port}",
            default => '',
        };

        return "{$this->timeUs} {$this->what}{$details}\n";
    }

    /** What a line says; null where it says nothing that is known. */
    public static function of(string $line): ?self
    {
        if (1 !== preg_match('/^(\d{1,15}) (in|out|scene|song|panic|restore|to|rules)(?: (\S.*))?$/D', $line, $parts)) {
            return null;
        }
        [, $time, $what] = $parts;
        $details = $parts[3] ?? '';
        if (self::SCENE === $what || self::SONG === $what) {
            return 1 === preg_match('/^\d{1,5}$/D', $details) ? new self((int) $time, $what, '', '', (int) $details) : null;
        }
        if (self::RESTORE === $what) {
            return 1 === preg_match('/^[a-z][a-z0-9_]*$/D', $details) ? new self((int) $time, $what, $details) : null;
        }
        if (self::IN !== $what && self::OUT !== $what) {
            return new self((int) $time, $what);
        }
        if (1 === preg_match('/^(\S+) pulse (\d{1,9})$/D', $details, $pulse)) {
            return self::OUT === $what ? new self((int) $time, $what, $pulse[1], '', (int) $pulse[2]) : null;
        }

        return 1 === preg_match('/^(\S+)((?: [0-9A-F]{2})+)$/D', $details, $message)
            ? new self((int) $time, $what, $message[1], (string) hex2bin(str_replace(' ', '', $message[2])))
            : null;
    }
}
