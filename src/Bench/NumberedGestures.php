<?php

declare(strict_types=1);

namespace App\Bench;

use App\Api\ApiProblem;
use App\Api\Body;
use App\Storage\StorageProblem;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Playable;

/** What is done on a bench, in the order in which it was done. Each gesture has a number and counts once. */
final readonly class NumberedGestures
{
    public const LATEST_US = 1_000_000_000_000;
    private const MOST = 2000;
    /** Bytes played at once; a system exclusive message of the longest kind fits. */
    private const MOST_BYTES = 256 << 10;

    /** @param list<Body> $gestures */
    private function __construct(private array $gestures)
    {
    }

    public static function of(Body $body): self
    {
        $gestures = $body->list('gestures', self::MOST);
        $bytes = 0;
        foreach ($gestures as $gesture) {
            $gesture->number('number', 1, \PHP_INT_MAX);
            $gesture->number('timeUs', 0, self::LATEST_US);
            $bytes += intdiv(\strlen($gesture->textOrNull('bytes', 3 * self::MOST_BYTES) ?? ''), 2);
        }

        return $bytes <= self::MOST_BYTES
            ? new self($gestures)
            : throw ApiProblem::tooLarge('more than 256 KiB are played at once; send less with a request');
    }

    /**
     * Does what has not been heard of this window yet.
     *
     * @param Playable $hands who plays it: the bench itself, or a player of real devices
     * @param (\Closure(string, bool): (string|null))|null $refuses why rules may not be put on now; null where they may
     * @param (\Closure(): void)|null $changesOver lets real devices go on with what is stored
     *
     * @return bool whether the rules are others now
     *
     * @throws StorageProblem
     */
    public function play(
        BenchSession $session,
        Window $window,
        Bench $bench,
        Playable $hands,
        Books $books,
        ?\Closure $refuses = null,
        ?\Closure $changesOver = null,
    ): bool {
        $hasOtherRules = false;
        foreach ($this->gestures as $gesture) {
            $number = $gesture->number('number', 1, \PHP_INT_MAX);
            if ($number <= $window->heard) {
                continue;
            }
            $window->heard = $number;
            $timeUs = $gesture->number('timeUs', 0, self::LATEST_US);
            match ($do = $gesture->text('do', 20)) {
                'play' => self::feed($gesture, $bench, $hands, $timeUs),
                'panic' => $hands->panic($timeUs),
                'restore' => $hands->restore($timeUs, $gesture->text('unit', 100))
                    || $bench->tell('the rules that run reach no such unit, so nothing was sent to it'),
                'scene' => $hands->go($gesture->number('scene', 0, 10_000), $timeUs) || $bench->tell('the rules that run have no such scene'),
                'song' => $hands->goToSong(self::song($gesture, $bench), $timeUs)
                    || $bench->tell('the rules that run know no such song; change over to what is stored'),
                'rules' => null === $session->link
                    ? ($hasOtherRules =
                        self::change($gesture->text('book', 65), $gesture->isTrue('pressed'), $session, $bench, $books, $refuses) || $hasOtherRules)
                    : (!$gesture->isTrue('pressed') || null === $changesOver ?: $changesOver()),
                default => throw ApiProblem::badRequest("\"do\" should be play, scene, song, panic, restore or rules, not {$do}"),
            };
        }

        return $hasOtherRules;
    }

    private static function feed(Body $gesture, Bench $bench, Playable $hands, int $timeUs): void
    {
        $hex = $gesture->textOrNull('bytes', 3 * self::MOST_BYTES);
        if (null === $hex) {
            $sender = $gesture->textOrNull('sender', 100) ?? $gesture->text('port', 100);
            if (!$bench->touch($timeUs, $sender, $gesture->text('control', 200), $gesture->number('value', -8192, 16383), $hands)) {
                $bench->tell("nothing that is called \"{$sender}\" can be played with the rules that run; what was played there was left out");
            }

            return;
        }
        $port = $gesture->text('port', 100);
        $bytes = Bytes::fromHex($hex) ?? throw ApiProblem::badRequest('"bytes" should be hexadecimal pairs such as 90 3C 64');
        if (!$hands->feed($timeUs, $port, $bytes)) {
            $bench->tell("the rules that run have no in port \"{$port}\"; what was played there was left out");
        }
    }

    /** The place of a song: where it stands in the rules that run, however the set list is ordered by now. */
    private static function song(Body $gesture, Bench $bench): int
    {
        $place = $gesture->number('song', 0, 10_000);
        $id = $gesture->textOrNull('id', 60);

        return null === $id ? $place : $bench->placeOfSong($id, $place) ?? 10_001;
    }

    /**
     * @param (\Closure(string, bool): (string|null))|null $refuses why these rules may not be put on now
     *
     * @throws StorageProblem
     */
    private static function change(string $name, bool $isPressed, BenchSession $session, Bench $bench, Books $books, ?\Closure $refuses): bool
    {
        if ($name === $session->book) {
            return false;
        }
        $why = null === $refuses ? null : $refuses($name, $isPressed);
        if (null !== $why) {
            $bench->tell($why);

            return false;
        }
        $book = $books->find($name);
        if (null === $book) {
            $bench->tell('these rules are not here any more; change something in them, and they will be compiled again');

            return false;
        }
        $bench->change($book, $books->seats($name));
        $session->puts($name);

        return true;
    }
}
