<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Recording;

use ZigzagPost\Core\Engine\Tape\BadState;

/** The state of a run as lines of text, packed. */
final class StateText
{
    private const LINE = 120;
    private const MOST = 64 << 20;

    /** @return list<string> */
    public static function write(string $state): array
    {
        return str_split(base64_encode((string) gzencode($state)), self::LINE);
    }

    /**
     * @param list<string> $lines
     *
     * @throws BadState
     */
    public static function read(array $lines): string
    {
        $packed = base64_decode(implode('', array_map(trim(...), $lines)), true);
        $state = false === $packed ? false : @gzdecode($packed, self::MOST);

        return false === $state ? throw BadState::damaged() : $state;
    }
}
