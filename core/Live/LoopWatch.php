<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/**
 * Finds messages that go round: what left at an out port comes back at an in port, over and over, as over a cable that was put in the wrong plug.
 *
 * A message that came back over twenty times within a second is held for a moment. Where no more of them come then, it was going round, and that
 * way is cut. Where they do, somebody sends them, such as an encoder that is turned: what was held goes on, and the way is left alone.
 */
final class LoopWatch
{
    /** What comes back, comes back within this time. */
    private const RETURN_US = 50_000;
    private const WINDOW_US = 1_000_000;
    private const MOST = 20;
    /** So many more without one of ours in between, and somebody sends them. */
    private const PROOF = 3;
    /** A way that was found to be none is not looked at for so long. */
    private const TRUST_US = 10_000_000;
    /** Messages remembered of a port at most. */
    private const MOST_SENT = 64;

    /** @var array<int, array<string, int>> when a message left last, by out port and bytes; taken out when it comes back */
    private array $sent = [];
    /** @var array<string, list<int>> when messages came back within the last second, by way and bytes */
    private array $returns = [];
    /** @var array<string, list<string>> messages that are held, by way and bytes */
    private array $held = [];
    /** @var array<string, int> until when, by way and bytes */
    private array $heldUntil = [];
    /** @var array<string, true> ways that are cut, by out and in port */
    private array $cut = [];
    /** @var array<string, int> until when, by way */
    private array $trusted = [];
    /** @var list<CutWay> not yet taken */
    private array $news = [];

    public function sent(int $nowUs, int $out, string $bytes): void
    {
        if (\ord($bytes[0]) >= 0xF8) {
            return;
        }
        unset($this->sent[$out][$bytes]);
        $this->sent[$out][$bytes] = $nowUs;
        if (\count($this->sent[$out]) > self::MOST_SENT) {
            array_shift($this->sent[$out]);
        }
    }

    /** @return string what of the bytes goes on to the rules; with what was held before, where that was no loop */
    public function came(int $nowUs, int $in, string $bytes): string
    {
        $this->settle($nowUs);
        $messages = [] === $this->sent ? null : self::whole($bytes);
        if (null === $messages) {
            return $bytes;
        }
        $passed = '';
        foreach ($messages as $message) {
            $passed .= $this->message($nowUs, $in, $message);
        }

        return $passed;
    }

    /** Lets everything through at a way from now on. */
    public function letThrough(int $out, int $in): void
    {
        unset($this->cut["{$out} {$in}"]);
        $this->trusted["{$out} {$in}"] = \PHP_INT_MAX;
    }

    /** @return list<CutWay> the ways that were cut since the last call */
    public function takeNews(): array
    {
        $news = $this->news;
        $this->news = [];

        return $news;
    }

    /** When something that is held is decided; null while nothing is. */
    public function nextAt(): ?int
    {
        return [] === $this->heldUntil ? null : min($this->heldUntil);
    }

    /** Of what was held long enough nothing more came: it went round, and is left out. */
    public function settle(int $nowUs): void
    {
        foreach ($this->heldUntil as $key => $until) {
            if ($nowUs >= $until) {
                [$out, $in] = array_map(intval(...), explode(' ', (string) $key, 3));
                $this->cut["{$out} {$in}"] = true;
                $this->news[] = new CutWay($out, $in);
                unset($this->held[$key], $this->heldUntil[$key], $this->returns[$key]);
            }
        }
    }

    private function message(int $nowUs, int $in, string $message): string
    {
        foreach ($this->sent as $out => $sent) {
            $way = "{$out} {$in}";
            $key = "{$way} {$message}";
            if (isset($this->held[$key])) {
                return $this->more($nowUs, $way, $key, $message);
            }
            if (!isset($sent[$message]) || $nowUs - $sent[$message] > self::RETURN_US || ($this->trusted[$way] ?? 0) > $nowUs) {
                continue;
            }
            unset($this->sent[$out][$message]);
            if (isset($this->cut[$way])) {
                return '';
            }
            $this->returns[$key] = [...array_filter($this->returns[$key] ?? [], static fn (int $at): bool => $at > $nowUs - self::WINDOW_US), $nowUs];
            if (\count($this->returns[$key]) > self::MOST) {
                $this->held[$key] = [$message];
                $this->heldUntil[$key] = $nowUs + (self::PROOF + 1) * self::RETURN_US;

                return '';
            }
        }

        return $message;
    }

    private function more(int $nowUs, string $way, string $key, string $message): string
    {
        $this->held[$key][] = $message;
        if (\count($this->held[$key]) <= self::PROOF) {
            return '';
        }
        $held = implode('', $this->held[$key]);
        unset($this->held[$key], $this->heldUntil[$key], $this->returns[$key]);
        $this->trusted[$way] = $nowUs + self::TRUST_US;

        return $held;
    }

    /** @return list<string>|null whole messages, if the bytes are nothing but that */
    private static function whole(string $bytes): ?array
    {
        return 0 < preg_match_all('/\G(?:[\xF8-\xFF]|[\x80-\xBF\xE0-\xEF][\x00-\x7F]{2}|[\xC0-\xDF][\x00-\x7F]|\xF0[\x00-\x7F]*+\xF7)/', $bytes, $found)
            && implode('', $found[0]) === $bytes
            ? $found[0]
            : null;
    }
}
