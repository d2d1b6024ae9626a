<?php

declare(strict_types=1);

namespace App\Live\Screen;

/**
 * The server's end of one WebSocket (RFC 6455): bytes that came are taken, bytes to be written wait in {@see $out}. Texts go out; of what a page
 * says only its pings and its goodbye are answered.
 */
final class WebSocket
{
    /** Joined to the key of a page before it is hashed (RFC 6455, 1.3). */
    private const GUID = '258EAFA5-E914-47DA-95CA-C5AB0DC85B11';
    private const LONGEST_REQUEST = 16 << 10;
    private const LONGEST_MESSAGE = 1 << 10;
    private const LAST_PART = 0x80;
    private const TEXT = 0x1;
    private const CLOSE = 0x8;
    private const PING = 0x9;
    private const PONG = 0xA;
    private const MASKED = 0x80;
    /** Reasons for closing (RFC 6455, 7.4.1). */
    private const PROTOCOL_ERROR = 1002;
    private const TOO_BIG = 1009;

    /** Bytes that are still to be written. */
    public string $out = '';
    private string $in = '';
    private bool $isOpen = false;
    private bool $isOver = false;

    /** Whether texts can be sent. */
    public function isOpen(): bool
    {
        return $this->isOpen && !$this->isOver;
    }

    /** Whether nothing comes any more, and the connection is closed as soon as {@see $out} is written. */
    public function isOver(): bool
    {
        return $this->isOver;
    }

    public function take(string $bytes): void
    {
        $this->in .= $bytes;
        if (!$this->isOpen && !$this->isOver) {
            $this->shakeHands();
        }
        while ($this->isOpen() && $this->frame()) {
        }
    }

    public function say(string $text): void
    {
        $this->isOpen() ? $this->send(self::TEXT, $text) : null;
    }

    /** Reads the request of a page, once it is whole, and answers it. */
    private function shakeHands(): void
    {
        $end = strpos($this->in, "\r\n\r\n");
        if (false === $end) {
            \strlen($this->in) > self::LONGEST_REQUEST ? $this->refuse() : null;

            return;
        }
        $headers = [];
        foreach (explode("\r\n", substr($this->in, 0, $end)) as $line) {
            [$name, $value] = explode(':', $line, 2) + [1 => ''];
            $headers[strtolower(trim($name))] = trim($value);
        }
        $this->in = substr($this->in, $end + 4);
        $key = $headers['sec-websocket-key'] ?? '';
        $isAsked = 'websocket' === strtolower($headers['upgrade'] ?? '') && '13' === ($headers['sec-websocket-version'] ?? '');
        if (!$isAsked || 16 !== \strlen((string) base64_decode($key, true))) {
            $this->refuse();

            return;
        }
        $this->isOpen = true;
        $accept = base64_encode(sha1($key.self::GUID, true));
        $this->out .= "HTTP/1.1 101 Switching Protocols\r\nUpgrade: websocket\r\nConnection: Upgrade\r\nSec-WebSocket-Accept: {$accept}\r\n\r\n";
    }

    private function refuse(): void
    {
        $this->isOver = true;
        $this->out .= "HTTP/1.1 400 Bad Request\r\nSec-WebSocket-Version: 13\r\nContent-Length: 0\r\nConnection: close\r\n\r\n";
    }

    /** @return bool whether a whole frame was there (RFC 6455, 5.2) */
    private function frame(): bool
    {
        if (\strlen($this->in) < 2) {
            return false;
        }
        $length = \ord($this->in[1]) & 0x7F;
        if (0 === (\ord($this->in[1]) & self::MASKED)) {
            $this->close(self::PROTOCOL_ERROR); // a page masks what it says (RFC 6455, 5.1)

            return false;
        }
        $head = 2;
        if (126 === $length) {
            if (\strlen($this->in) < 4) {
                return false;
            }
            $length = \ord($this->in[2]) << 8 | \ord($this->in[3]);
            $head = 4;
        }
        if ($length > self::LONGEST_MESSAGE) {
            $this->close(self::TOO_BIG);

            return false;
        }
        if (\strlen($this->in) < $head + 4 + $length) {
            return false;
        }
        $mask = substr($this->in, $head, 4);
        $said = substr($this->in, $head + 4, $length);
        $said ^= substr(str_repeat($mask, intdiv($length, 4) + 1), 0, $length);
        $sort = \ord($this->in[0]) & 0x0F;
        $this->in = substr($this->in, $head + 4 + $length);
        match ($sort) {
            self::PING => $this->send(self::PONG, $said),
            self::CLOSE => $this->end($said),
            default => null,
        };

        return true;
    }

    private function close(int $reason): void
    {
        $this->end(pack('n', $reason));
    }

    private function end(string $reason): void
    {
        $this->send(self::CLOSE, $reason);
        $this->isOver = true;
    }

    private function send(int $sort, string $bytes): void
    {
        $length = \strlen($bytes);
        $this->out .= \chr(self::LAST_PART | $sort).match (true) {
            $length < 126 => \chr($length),
            $length < 1 << 16 => "\x7E".pack('n', $length),
            default => "\x7F".pack('J', $length),
        }.$bytes;
    }
}
