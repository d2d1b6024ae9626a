<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

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
     * @return array<int, StreamOut> by out port
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
            $out[$port] = new StreamOut((float) ($sum / \count($times[$port])), (float) \count($times[$port]));
        }

        return $out;
    }

    /**
     * What the rules make of a clock that comes in at a port.
     *
     * @return array<int, int> by out port, clock messages a second beyond those that go out anyway
     */
    public static function clocks(CompiledBook $book, int $port, float $perSecond): array
    {
        $with = self::clocksOut($book, $port, $perSecond);
        $without = self::clocksOut($book, null, $perSecond);
        foreach ($with as $out => $count) {
            $with[$out] = max(0, $count - ($without[$out] ?? 0));
        }

        return array_filter($with);
    }

    /** @return array<int, int> by out port, clock messages in a second */
    private static function clocksOut(CompiledBook $book, ?int $port, float $perSecond): array
    {
        $engine = new Engine($book);
        $engine->start();
        if (null !== $port) {
            $engine->feed(0, $port, "\xFA");
            for ($index = 0; $index < min(2000, 2 * $perSecond); ++$index) {
                $engine->feed((int) round($index * self::SECOND_US / $perSecond), $port, "\xF8");
            }
        }
        $engine->advance(2 * self::SECOND_US);
        $out = [];
        foreach ($engine->take() as $made) {
            if ("\xF8" === $made[2] && $made[0] >= self::SECOND_US && $made[0] < 2 * self::SECOND_US) {
                $out[$made[1]] = ($out[$made[1]] ?? 0) + 1;
            }
        }

        return $out;
    }
}
