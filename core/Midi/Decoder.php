<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/**
 * Turns the byte stream of one port into whole messages, with running status written out.
 *
 * Any bytes decode (MIDI 1.0 Detailed Specification, "Running Status" and "System Real Time"): real-time bytes may stand
 * anywhere, truncated and undefined messages are counted and skipped, system exclusive of more than {@see MAX_SYSEX}
 * bytes is dropped and counted. The state between two calls is plain data, so that a run can be saved in the middle.
 */
final class Decoder
{
    /** Longest system exclusive message passed on, in bytes, F0 and F7 included. */
    public const MAX_SYSEX = 65536;

    /** Number of data bytes that follow a System Common status. */
    private const SYSTEM_DATA = [0xF1 => 1, 0xF2 => 2, 0xF3 => 1, 0xF6 => 0];

    public const TRUNCATED = 'truncated';
    public const STRAY_DATA = 'data without status';
    public const UNDEFINED = 'undefined status';
    public const SYSEX_TOO_LONG = 'system exclusive too long';

    /** Status that data bytes belong to now; 0 for none. Channel statuses stay as running status. */
    private int $status = 0;
    /** Data bytes gathered for the message under way; for system exclusive all bytes from F0 on. */
    private string $pending = '';
    private int $wanted = 0;
    private bool $overlong = false;

    /**
     * Feeds bytes and returns the messages they complete, in order.
     *
     * @param array<string, int> $faults counted up by kind of fault
     *
     * @return list<string>
     */
    public function feed(string $bytes, array &$faults): array
    {
        $messages = [];
        $length = \strlen($bytes);
        for ($i = 0; $i < $length; ++$i) {
            $byte = \ord($bytes[$i]);
            if ($byte >= 0xF8) {
                if (null === Kind::ofSystemStatus($byte)) {
                    self::count($faults, self::UNDEFINED);
                } else {
                    $messages[] = $bytes[$i];
                }
            } elseif ($byte >= 0x80) {
                $this->status($byte, $messages, $faults);
            } elseif (0xF0 === $this->status) {
                $span = strcspn($bytes, self::statusBytes(), $i);
                $this->sysexData(substr($bytes, $i, $span));
                $i += $span - 1;
            } else {
                $this->data($byte, $messages, $faults);
            }
        }

        return $messages;
    }

    /** True when nothing is under way and a whole message may skip the decoder. */
    public function isIdle(): bool
    {
        return '' === $this->pending && $this->status < 0xF0;
    }

    /** Tells the decoder that a whole channel message went by without it, so that running status stays right. */
    public function passed(int $status): void
    {
        $this->status = $status;
        $this->wanted = self::dataBytes($status);
    }

    /**
     * Counts what is left unfinished at the end of a stream.
     *
     * @param array<string, int> $faults
     */
    public function end(array &$faults): void
    {
        if (!$this->isIdle()) {
            self::count($faults, self::TRUNCATED);
        }
        $this->status = 0;
        $this->pending = '';
    }

    /** Number of data bytes after a channel status (0x80 to 0xEF). */
    public static function dataBytes(int $status): int
    {
        $high = $status & 0xF0;

        return 0xC0 === $high || 0xD0 === $high ? 1 : 2;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return ['status' => $this->status, 'pending' => $this->pending, 'wanted' => $this->wanted, 'overlong' => $this->overlong];
    }

    /** @param array<mixed> $saved what save() gives, or gave before there were names in it */
    public static function load(array $saved): self
    {
        $decoder = new self();
        /** @var array{status: int, pending: string, wanted: int, overlong: bool} $saved */
        $saved = array_is_list($saved) ? array_combine(['status', 'pending', 'wanted', 'overlong'], $saved) : $saved;
        [$decoder->status, $decoder->pending] = [$saved['status'], $saved['pending']];
        [$decoder->wanted, $decoder->overlong] = [$saved['wanted'], $saved['overlong']];

        return $decoder;
    }

    /**
     * @param list<string> $messages
     * @param array<string, int> $faults
     */
    private function status(int $byte, array &$messages, array &$faults): void
    {
        if (0xF0 === $this->status) {
            $this->endSysex($byte, $messages, $faults);
            if (0xF7 === $byte) {
                return;
            }
        } elseif ('' !== $this->pending) {
            self::count($faults, self::TRUNCATED);
            $this->pending = '';
        } elseif ($this->status >= 0xF1) {
            self::count($faults, self::TRUNCATED);
        }
        if ($byte < 0xF0) {
            $this->status = $byte;
            $this->wanted = self::dataBytes($byte);
        } elseif (0xF0 === $byte) {
            $this->status = $byte;
            $this->pending = "\xF0";
            $this->overlong = false;
        } elseif (!isset(self::SYSTEM_DATA[$byte])) {
            $this->status = 0;
            self::count($faults, self::UNDEFINED);
        } elseif (0 === self::SYSTEM_DATA[$byte]) {
            $this->status = 0;
            $messages[] = \chr($byte);
        } else {
            $this->status = $byte;
            $this->wanted = self::SYSTEM_DATA[$byte];
        }
    }

    /**
     * @param list<string> $messages
     * @param array<string, int> $faults
     */
    private function data(int $byte, array &$messages, array &$faults): void
    {
        if (0 === $this->status) {
            self::count($faults, self::STRAY_DATA);

            return;
        }
        $this->pending .= \chr($byte);
        if (\strlen($this->pending) < $this->wanted) {
            return;
        }
        $messages[] = \chr($this->status).$this->pending;
        $this->pending = '';
        if ($this->status >= 0xF0) {
            $this->status = 0; // System Common clears running status
        }
    }

    private function sysexData(string $data): void
    {
        if ($this->overlong || \strlen($this->pending) + \strlen($data) >= self::MAX_SYSEX) {
            $this->overlong = true;
            $this->pending = "\xF0";

            return;
        }
        $this->pending .= $data;
    }

    /**
     * @param list<string> $messages
     * @param array<string, int> $faults
     */
    private function endSysex(int $byte, array &$messages, array &$faults): void
    {
        if ($this->overlong) {
            self::count($faults, self::SYSEX_TOO_LONG);
        } elseif (0xF7 !== $byte) {
            self::count($faults, self::TRUNCATED);
        } else {
            $messages[] = $this->pending."\xF7";
        }
        $this->status = 0;
        $this->pending = '';
        $this->overlong = false;
    }

    /** @param array<string, int> $faults */
    private static function count(array &$faults, string $fault): void
    {
        $faults[$fault] = ($faults[$fault] ?? 0) + 1;
    }

    private static function statusBytes(): string
    {
        static $bytes = null;
        if (!\is_string($bytes)) {
            $bytes = implode('', array_map(\chr(...), range(0x80, 0xFF)));
        }

        return $bytes;
    }
}
