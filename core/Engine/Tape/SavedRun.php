<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Tape;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;

/** The state of a run as bytes, tied to the compiled rulebook it belongs to, with a sum that shows damage. */
final class SavedRun
{
    private const MARK = "zigzag run 2\n";
    private const SUM = 16;

    public static function write(Engine $engine): string
    {
        $state = serialize(['book' => $engine->book::class, 'engine' => $engine->save()]);

        return self::MARK.self::sum($state).$state;
    }

    /**
     * @param list<string> $sameAs classes that are the same rulebook, compiled for something else
     *
     * @throws BadState when these bytes are no state of a run of this rulebook
     */
    public static function read(string $bytes, CompiledBook $book, bool $traced, array $sameAs = []): Engine
    {
        if (!str_starts_with($bytes, self::MARK)) {
            throw str_starts_with($bytes, 'zigzag run') ? BadState::damaged() : BadState::foreign();
        }
        $state = substr($bytes, \strlen(self::MARK) + self::SUM);
        if (substr($bytes, \strlen(self::MARK), self::SUM) !== self::sum($state)) {
            throw BadState::damaged();
        }
        $saved = @unserialize($state, ['allowed_classes' => false]);
        if (!\is_array($saved) || !\is_array($saved['engine'] ?? null)) {
            throw BadState::damaged();
        }
        if (!\in_array($saved['book'] ?? null, [$book::class, ...$sameAs], true)) {
            throw BadState::ofAnother();
        }

        /** @var array<string, mixed> $engine */
        $engine = $saved['engine'];

        return Engine::load($book, $engine, $traced);
    }

    private static function sum(string $state): string
    {
        return hash('xxh128', $state, true);
    }
}
