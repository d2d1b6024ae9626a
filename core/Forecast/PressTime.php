<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Midi\OnWire;
use ZigzagPost\Core\Midi\SerialWire;

/** How long it takes until the last message has arrived that a press sets off. */
final class PressTime
{
    /** What comes later than this is not waited for. */
    private const LATEST_US = 20_000_000;
    private const MOST_STEPS = 2000;

    /**
     * @param list<string> $press messages of the press, then those of letting go
     * @param int|null $scene in which it is pressed; null for the first one
     *
     * @return int|null microseconds from the press to the last bit on a serial lead, each port for itself; null where nothing is sent
     */
    public static function lastUs(CompiledBook $book, int $port, array $press, ?int $scene): ?int
    {
        $engine = new Engine($book);
        $engine->start();
        if (null !== $scene) {
            Scenes::go($engine->run, $scene, 0);
        }
        $engine->advance(self::LATEST_US);
        $engine->take();
        foreach ($press as $bytes) {
            $engine->feed(self::LATEST_US, $port, $bytes);
        }
        $sent = [];
        for ($step = 0; $step < self::MOST_STEPS; ++$step) {
            foreach ($engine->take() as [$timeUs, $out, $bytes]) {
                if ('' !== $bytes && \ord($bytes[0]) < 0xF8) {
                    $sent[$out][] = new OnWire($timeUs - self::LATEST_US, \strlen($bytes));
                }
            }
            $due = $engine->nextDue();
            if (null === $due || $due > 2 * self::LATEST_US) {
                break;
            }
            $engine->advance($due);
        }

        return [] === $sent ? null : max(array_map(static fn (array $messages): int => max([0, ...SerialWire::arrivals($messages)]), $sent));
    }
}
