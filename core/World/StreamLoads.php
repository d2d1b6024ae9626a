<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;

/** What the rules make of a stream: messages a second that come in at a port, as bytes a second that go out. */
final class StreamLoads
{
    private const SECOND_US = 1_000_000;

    /**
     * Plays a control that moves up and down all the time for two seconds, and measures the second of them.
     *
     * @param list<string> $messages what it sends, one after the other
     *
     * @return array<int, array{float, float}> by out port, bytes a message and messages a second
     */
    public static function through(CompiledBook $book, int $port, array $messages, float $perSecond): array
    {
        $engine = new Engine($book);
        $engine->start();
        $engine->take();
        $count = (int) min(20_000, ceil(2 * $perSecond));
        $bytes = [];
        $times = [];
        for ($index = 0; $index < $count && [] !== $messages; ++$index) {
            $engine->feed((int) round($index * self::SECOND_US / $perSecond), $port, $messages[$index % \count($messages)]);
        }
        $engine->advance(2 * self::SECOND_US);
        foreach ($engine->take() as $made) {
            if ($made[0] >= self::SECOND_US && $made[0] < 2 * self::SECOND_US && '' !== $made[2] && \ord($made[2][0]) < 0xF8) {
                $bytes[$made[1]] = ($bytes[$made[1]] ?? 0) + \strlen($made[2]);
                $times[$made[1]][$made[0]] = true; // what leaves at one time is one group, such as the four controllers of a parameter
            }
        }
        $out = [];
        foreach ($bytes as $port => $sum) {
            $out[$port] = [$sum / \count($times[$port]), (float) \count($times[$port])];
        }

        return $out;
    }
}
