<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** One track of a file that counts in ticks: its name and its MIDI bytes, ascending by tick. */
final class Track
{
    public string $name = '';
    /** @var list<array{int, string}> tick and bytes */
    public array $events = [];
}
