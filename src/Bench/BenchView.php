<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\World\Bench;

/** What the screen needs to know of a bench, as the API sends it. */
final class BenchView
{
    /** @return array<string, mixed> everything, for a window that has just opened the bench */
    public static function whole(BenchSession $session, Window $window, Bench $bench): array
    {
        $news = BenchNews::take($bench);
        $window->forget();

        return ['id' => $session->id, 'request' => $window->request, 'clockUs' => $session->clockUs($bench->nowUs())] +
            self::news($session, $window, $bench, $news, true);
    }

    /**
     * Of rules, ports and receivers only those that are others than the window knows, and memories and scenes only when they are.
     *
     * @param bool $isWhole whether everything may be other than before, and is sent whole
     *
     * @return array<string, mixed> what may have changed by playing
     */
    public static function news(BenchSession $session, Window $window, Bench $bench, BenchNews $news, bool $isWhole): array
    {
        if ($isWhole) {
            $window->sent = [];
            $window->book = $session->book;
        }
        $memories = $bench->memories();

        return [
            'heard' => $window->heard,
            'turn' => $session->turn + 1, // once it is kept
            'book' => $session->book,
            'isOnDisk' => $session->isOnDisk,
            'nowUs' => $bench->nowUs(),
            'came' => $news->came,
            'told' => $news->told,
            'senders' => $isWhole ? $bench->senders() : null,
            'records' => $news->records,
            'late' => $news->late,
            'replaced' => $news->replaced,
            'isWhole' => $isWhole,
            'rules' => self::changed($window, ['line'], $bench->rules()),
            'ports' => self::changed($window, ['port', 'in'], $bench->ports()),
            'receivers' => self::changed($window, ['port'], $bench->receivers(), 'receiver'),
            'memories' => self::isNews($window, 'memories', $memories) || $isWhole
                    ? array_map(
                        static fn (int|string $name, int $value): array => ['name' => (string) $name, 'value' => $value],
                        array_keys($memories),
                        $memories,
                    )
                    : null,
            'scenes' => self::isNews($window, 'scenes', $bench->scenes()) || $isWhole ? $bench->scenes() : null,
            'clocks' => self::isNews($window, 'clocks', $bench->clocks()) || $isWhole ? $bench->clocks() : null,
            'nextDueUs' => $session->looksAgainUs ?? $bench->nextDueUs(),
            'playerUs' => null === $session->link ? null : $session->clockUs($bench->nowUs()),
        ];
    }

    /**
     * The parts that the page does not know as they are.
     *
     * @template T of array<string, mixed>
     *
     * @param list<string> $keys by which the parts are told apart
     * @param list<T> $parts
     *
     * @return list<T>
     */
    private static function changed(Window $window, array $keys, array $parts, ?string $what = null): array
    {
        return array_values(
            array_filter(
                $parts,
                static fn (array $part): bool => self::isNews(
                    $window,
                    ($what ?? ($keys[0] ?? '')).json_encode(array_intersect_key($part, array_flip($keys))),
                    $part,
                ),
            ),
        );
    }

    private static function isNews(Window $window, string $what, mixed $part): bool
    {
        $sum = hash('xxh64', serialize($part));
        $isNews = ($window->sent[$what] ?? '') !== $sum;
        $window->sent[$what] = $sum;

        return $isNews;
    }
}
