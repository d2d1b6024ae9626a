<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Rig\Fit\SentMessage;

/** What a rulebook sends at once: at the start, and at every change from one scene to another. */
final class Bursts
{
    /** Changes looked at at most; with more scenes, only those from one to the next and to the first are. */
    private const MOST_CHANGES = 400;
    /** What comes later than this after a change is no part of it. */
    private const LATEST_US = 2_000_000;

    /** @return list<SentBurst> */
    public static function of(CompiledBook $book): array
    {
        $start = new Engine($book);
        $start->start();
        $bursts = [new SentBurst('at the start', self::taken($start, 0))];
        $scenes = $book->scenes();
        $count = \count($scenes);
        for ($from = 0; $from < $count; ++$from) {
            for ($to = 0; $to < $count; ++$to) {
                if ($from === $to || ($count * $count > self::MOST_CHANGES && $to !== $from + 1 && 0 !== $to)) {
                    continue;
                }
                $engine = new Engine($book);
                $engine->start();
                $engine->advance(self::LATEST_US);
                Scenes::go($engine->run, $from, self::LATEST_US);
                $engine->advance(2 * self::LATEST_US);
                $engine->take();
                Scenes::go($engine->run, $to, 2 * self::LATEST_US);
                $bursts[] = new SentBurst("from \"{$scenes[$from]}\" to \"{$scenes[$to]}\"", self::taken($engine, 2 * self::LATEST_US));
            }
        }

        return $bursts;
    }

    /** @return array<int, list<SentMessage>> */
    private static function taken(Engine $engine, int $from): array
    {
        $engine->advance($from + self::LATEST_US);
        $sent = [];
        foreach ($engine->take() as $made) {
            if ('' !== $made[2] && \ord($made[2][0]) < 0xF8) {
                $sent[$made[1]][] = new SentMessage($made[0] - $from, $made[2]);
            }
        }

        return $sent;
    }
}
