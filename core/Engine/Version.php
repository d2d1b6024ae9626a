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
    public static function now(): int
    {
        return max(array_keys(self::changes()));
    }

    /** @return list<EngineChange> what has become other since a version, the earliest first */
    public static function since(int $version): array
    {
        return array_values(array_filter(self::changes(), static fn (int $number): bool => $number > $version, \ARRAY_FILTER_USE_KEY));
    }

    /** @return non-empty-array<int, EngineChange> by version; what came before the first is version 1 */
    private static function changes(): array
    {
        return [
            2 => new EngineChange('2026-11-29', 'restoring a unit leaves what toggles or triggers to a hand'),
            3 => new EngineChange(
                '2026-11-29',
                'what waits for a unit that is deaf after its program counts everything that leaves before on the same lead',
            ),
            4 => new EngineChange('2026-11-30', 'lamps that something delayed changes are lit at once, and not with the next message that comes in'),
            5 => new EngineChange('2026-12-01', 'a note ends with its key or control also where it was a controller, or was held up, on its way'),
            6 => new EngineChange('2026-12-02', 'what a rule sends below a panic or release of its own ends with its gate, latch, key or control'),
        ];
    }
}
