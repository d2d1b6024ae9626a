<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Engine;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** Law 5: whatever is merged, held back or delayed, a group goes out whole. */
final class WholeGroupsTest extends TestCase
{
    use TestTrait;

    private const PORTS = ['left', 'right', 'desk'];
    private const BOOK = <<<'BOOK'
        port left in
        port right in
        port desk in nrpn coarse
        port deep out
        port box out nrpn coarse

        rule "Parameters"
          take nrpn, rpn
          set channel = 5
          send deep, box

        rule "Pairs"
          take cc14 1..3
          thin 7ms
          set channel = 5
          send deep

        rule "Late"
          take program
          become program program bank 300 channel 5
          delay 3ms
          send deep, box

        rule "Between"
          take note, cc 64..95, bend, pressure
          set channel = 5
          send deep, box
        BOOK;

    /** Controllers that may only follow another one, by the one before. */
    private const SUCCESSORS = [99 => [98], 98 => [6], 101 => [100], 100 => [6], 0 => [32]];

    public function testGroupsAreNeverCut(): void
    {
        $book = Play::book(self::BOOK."\n");
        $this->limitTo(Cases::number(500))->forAll(Generators::choose(0, 1_000_000_000))->then(function (int $seed) use ($book): void {
            $this->groupsIn($this->out($book, $seed));
        });
    }

    public function testEachGroupThatCameInGoesOut(): void
    {
        $out = $this->out(Play::book(self::BOOK."\n"), 7);
        self::assertGreaterThan(20, $this->groupsIn($out), 'the random tapes hold groups');
    }

    /** @return list<string> */
    private function out(CompiledBook $book, int $seed): array
    {
        return Play::lines(Play::run(new Engine($book), Play::events(self::tape(new \Random\Randomizer(new \Random\Engine\Mt19937($seed))))));
    }

    /**
     * Reads what goes out, port by port, and fails where a group is broken off or something stands inside.
     *
     * @param list<string> $lines
     */
    private function groupsIn(array $lines): int
    {
        $groups = 0;
        foreach (['deep', 'box'] as $port) {
            $expected = null;
            $isRegistered = false;
            foreach ($lines as $line) {
                [$time, $at, $status, $number] = [...explode(' ', $line), ''];
                if ($at !== $port || hexdec($status) >= 0xF8) {
                    continue;
                }
                $controller = 'B4' === $status ? (int) hexdec($number) : null;
                if (null !== $expected) {
                    self::assertSame($expected, [$time, $controller], "{$port}: cut before {$line}");
                }
                $isRegistered = 101 === $controller || ($isRegistered && 99 !== $controller);
                $expected = match (true) {
                    null === $controller => null,
                    isset(self::SUCCESSORS[$controller]) => [$time, self::SUCCESSORS[$controller][0]],
                    6 === $controller && ('deep' === $port || $isRegistered) => [$time, 38], // an NRPN ends there at the coarse port
                    $controller >= 1 && $controller <= 3 => [$time, $controller + 32],
                    default => null,
                };
                if (null !== $controller && null === $expected) {
                    ++$groups;
                }
            }
            self::assertNull($expected, "{$port}: the last group is whole");
        }

        return $groups;
    }

    private static function tape(\Random\Randomizer $random): string
    {
        $tape = '';
        $time = 0;
        for ($i = 0; $i < 80; ++$i) {
            $time += $random->getInt(0, 4);
            $port = self::PORTS[$random->getInt(0, 2)];
            $channel = $random->getInt(0, 1);
            $value = $random->getInt(0, 127);
            $controller = [99, 98, 101, 100, 6, 6, 6, 38, 96, 97, 1, 2, 33, 34, 35][$random->getInt(0, 14)];
            $bytes = match ($random->getInt(0, 7)) {
                0 => \sprintf('9%X %02X %02X', $channel, $value, $random->getInt(0, 127)),
                1 => \sprintf('C%X %02X', $channel, $value),
                2 => \sprintf('B%X %02X %02X', $channel, $random->getInt(64, 95), $value),
                3 => \sprintf('B%X 63 01 62 %02X 06 %02X', $channel, $value, $value),
                4 => \sprintf('B%X 65 00 64 F8 00', $channel),
                default => \sprintf('B%X %02X %02X', $channel, $controller, $controller > 97 ? $value % 3 : $value),
            };
            $tape .= "{$time} {$port} {$bytes}\n";
        }

        return $tape;
    }
}
