<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\World\Bench;

/** What has happened on a bench: messages with what became of them, and what there is to tell. */
final readonly class BenchNews
{
    /**
     * @param list<array<string, mixed>> $records messages that came in, with what became of them
     * @param list<array<string, mixed>> $late what left later of messages that are known
     * @param list<array{timeUs: int, port: string, bytes: string}> $came what came in, bytes in hexadecimal
     * @param list<int> $replaced what was taken back of what was to leave later
     * @param list<string> $told
     */
    public function __construct(public array $records, public array $late, public array $came, public array $replaced, public array $told)
    {
    }

    /** Takes it from a bench, which does not keep it. */
    public static function take(Bench $bench): self
    {
        $taken = $bench->takeTrace();
        $last = new LastHop($bench->takeArrived());

        return new self(
            array_map($last->ofRecord(...), $taken->records),
            array_map($last->of(...), $taken->late),
            array_map(static fn (array $came): array => ['bytes' => Bytes::toHex($came['bytes'])] + $came, $bench->takeCame()),
            $taken->replaced,
            $bench->takeTold(),
        );
    }

    public function isNothing(): bool
    {
        return [] === $this->records && [] === $this->late && [] === $this->came && [] === $this->replaced && [] === $this->told;
    }
}
