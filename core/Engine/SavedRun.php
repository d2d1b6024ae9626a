<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** The state of a run as bytes, tied to the compiled rulebook it belongs to. */
final class SavedRun
{
    private const MARK = "zigzag run 1\n";

    public static function write(Engine $engine): string
    {
        return self::MARK.serialize(['book' => $engine->book::class, 'engine' => $engine->save()]);
    }

    /** The engine as it was, or null when these bytes are no state of a run of this rulebook. */
    public static function read(string $bytes, CompiledBook $book, bool $traced): ?Engine
    {
        if (!str_starts_with($bytes, self::MARK)) {
            return null;
        }
        $saved = @unserialize(substr($bytes, \strlen(self::MARK)), ['allowed_classes' => false]);
        if (!\is_array($saved) || ($saved['book'] ?? null) !== $book::class || !\is_array($saved['engine'] ?? null)) {
            return null;
        }

        /** @var array<string, mixed> $state */
        $state = $saved['engine'];

        return Engine::load($book, $state, $traced);
    }
}
