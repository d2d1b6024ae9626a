<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/**
 * What the program plays differently than it did, and since when: a tape that was kept before is not held against the rules for it.
 *
 * Each change of the engine that makes other bytes of the same rules and the same tape is a line here.
 */
final class Version
{
    /** @var array<int, array{string, string}> date and what is other, by version; what came before the first is version 1 */
    private const CHANGES = [
        2 => ['2026-11-29', 'restoring a unit leaves what toggles or triggers to a hand'],
        3 => ['2026-11-29', 'what waits for a unit that is deaf after its program counts everything that leaves before on the same lead'],
    ];

    public static function now(): int
    {
        return max(array_keys(self::CHANGES));
    }

    /** @return list<EngineChange> what has become other since a version, the earliest first */
    public static function since(int $version): array
    {
        $after = array_filter(self::CHANGES, static fn (int $number): bool => $number > $version, \ARRAY_FILTER_USE_KEY);

        return array_values(array_map(static fn (array $change): EngineChange => new EngineChange(...$change), $after));
    }
}
