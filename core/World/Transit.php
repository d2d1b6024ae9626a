<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/**
 * Messages on their way to real devices: rules have made them, and they have not left yet. What stands for a device hears a message when the
 * device does, and not at all where it is kept back. The messages of a port are counted from 1 on.
 */
final class Transit
{
    /** @var array<int|string, int> how many messages were made for each port */
    private array $numbers = [];
    /** @var array<int|string, array<int, JournalEntry>> what has not left yet, by port and number */
    private array $waiting = [];

    /** @param list<string> $real ports at which real devices hear */
    public function __construct(private array $real)
    {
    }

    /**
     * Other devices hear from here on; what waits for others never leaves, nor what was made for a device before it was there.
     *
     * @param list<string> $real ports at which real devices hear
     * @param list<string> $new those of them at which none did until now
     */
    public function connect(array $real, array $new): void
    {
        $this->real = $real;
        $this->waiting = array_diff_key(array_intersect_key($this->waiting, array_flip($real)), array_flip($new));
    }

    /** Counts on from what was made before. */
    public function goOn(string $port, int $number): void
    {
        $this->numbers[$port] = $number;
    }

    /** Counts a message that rules have made, and keeps it where a real device should hear it. */
    public function takes(JournalEntry $made): bool
    {
        $number = $this->numbers[$made->port] = ($this->numbers[$made->port] ?? 0) + 1;
        if ('' === $made->bytes || !\in_array($made->port, $this->real, true)) {
            return false;
        }
        $this->waiting[$made->port][$number] = $made;

        return true;
    }

    /** A message has left, or never will; null where it is not known here. */
    public function done(string $port, int $number): ?JournalEntry
    {
        $made = $this->waiting[$port][$number] ?? null;
        unset($this->waiting[$port][$number]);

        return $made;
    }

    /** @return array{real: list<string>, numbers: array<int|string, int>, waiting: array<int|string, array<int, string>>} */
    public function save(): array
    {
        return [
            'real' => $this->real,
            'numbers' => $this->numbers,
            'waiting' => array_map(
                static fn (array $made): array => array_map(static fn (JournalEntry $each): string => rtrim($each->line()), $made),
                array_filter($this->waiting),
            ),
        ];
    }

    /** @param array{real: list<string>, numbers: array<int|string, int>, waiting: array<int|string, array<int, string>>} $saved what save() gave */
    public static function load(array $saved): self
    {
        $transit = new self($saved['real']);
        $transit->numbers = $saved['numbers'];
        foreach ($saved['waiting'] as $port => $lines) {
            $transit->waiting[$port] = array_filter(array_map(JournalEntry::of(...), $lines));
        }

        return $transit;
    }
}
