<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\World\Bench;

/** A bench in use: the rules that run on it, all that engine and stand-ins remember, and which gestures have been heard. */
final class Session
{
    private const MARK = "zigzag bench 7\n";

    /** Number of the latest gesture that counted. */
    public int $heard = 0;
    /** Number of the latest request, and what was answered, in case the answer got lost. */
    public int $request = 0;
    public string $answer = '';
    /** Whether the disk took it the last time it was asked. */
    public bool $isOnDisk = true;
    /** @var array<string, string> what the page knows of each part, as a sum of it, so that only differences are sent */
    public array $sent = [];

    /** The rig that it is of, as the library knows it. */
    public ?string $rig = null;
    /** @var list<array{int, int}> parts of the black box that are kept: number, and when it begins */
    public array $box = [];

    /** @param array<string, mixed> $state what {@see Bench::save()} gave */
    private function __construct(public readonly string $id, public string $book, public array $state)
    {
    }

    /** @param string $book name of the compiled rules */
    public static function start(string $book, Bench $bench): self
    {
        return new self(bin2hex(random_bytes(8)), $book, $bench->save());
    }

    public function bytes(): string
    {
        return self::MARK.serialize([Bench::VERSION, $this->book, $this->state, $this->heard, $this->request, $this->answer, $this->isOnDisk, $this->sent, $this->box, $this->rig]);
    }

    /** The session as it was kept; null when these bytes are of another version, or none. */
    public static function of(string $id, string $bytes): ?self
    {
        $kept = str_starts_with($bytes, self::MARK) ? @unserialize(substr($bytes, \strlen(self::MARK)), ['allowed_classes' => false]) : null;
        if (!\is_array($kept) || Bench::VERSION !== ($kept[0] ?? null)) {
            return null;
        }
        /** @var array{int, string, array<string, mixed>, int, int, string, bool, array<string, string>, list<array{int, int}>, string|null} $kept */
        $session = new self($id, $kept[1], $kept[2]);
        [, , , $session->heard, $session->request, $session->answer, $session->isOnDisk, $session->sent, $session->box, $session->rig] = $kept;

        return $session;
    }
}
