<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/** What sounds at a port, as it was handed over: what would have to be ended if nothing more could be sent. */
final class AtPort
{
    private const RELEASE_VELOCITY = "\x40";
    /** Damper pedal up, all notes off, all sound off (MIDI 1.0, "Channel Mode Messages"). */
    private const SILENCE = ["\x40\x00", "\x7B\x00", "\x78\x00"];

    /** @var array<string, true> channel and key of sounding notes, as bytes */
    private array $keys = [];
    /** @var array<int, true> channels (0 to 15) that ever carried a note */
    private array $carried = [];

    public function left(string $bytes): void
    {
        $status = \ord($bytes[0]);
        if ($status < 0x80 || $status > 0x9F) {
            return;
        }
        $key = \chr($status & 0x0F).$bytes[1];
        if ($status >= 0x90 && "\x00" !== $bytes[2]) {
            $this->keys[$key] = true;
            $this->carried[$status & 0x0F] = true;
        } else {
            unset($this->keys[$key]);
        }
    }

    /** Whether a message ends a note that sounds. */
    public function isEnd(string $bytes): bool
    {
        return self::isNoteOff($bytes) && isset($this->keys[\chr(\ord($bytes[0]) & 0x0F).$bytes[1]]);
    }

    public static function isNoteOff(string $bytes): bool
    {
        $high = \ord($bytes[0]) & 0xF0;

        return 0x80 === $high || (0x90 === $high && "\x00" === $bytes[2]);
    }

    /** @return list<string> note-offs of all that sounds, then silence on each channel that carried a note */
    public function silence(): array
    {
        ksort($this->keys);
        $messages = array_map(
            static fn (int|string $key): string => \chr(0x80 | \ord(((string) $key)[0])).((string) $key)[1].self::RELEASE_VELOCITY,
            array_keys($this->keys),
        );
        ksort($this->carried);
        foreach (array_keys($this->carried) as $channel) {
            array_push($messages, ...array_map(static fn (string $off): string => \chr(0xB0 | $channel).$off, self::SILENCE));
        }

        return $messages;
    }

    public function isSilent(): bool
    {
        return [] === $this->keys;
    }

    /** @return array{keys: list<string>, carried: list<int>} */
    public function save(): array
    {
        return ['keys' => array_map(strval(...), array_keys($this->keys)), 'carried' => array_keys($this->carried)];
    }

    /** @param array{keys: list<string>, carried: list<int>} $saved */
    public static function load(array $saved): self
    {
        $at = new self();
        $at->keys = array_fill_keys($saved['keys'], true);
        $at->carried = array_fill_keys($saved['carried'], true);

        return $at;
    }
}
