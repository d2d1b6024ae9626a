<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

/**
 * Whoever recalls programs is told where one message calls two of them, and which are the first two. The model works out the bytes from
 * the chart's JSON by itself.
 */
final class BanksChosenByHandTest extends TestCase
{
    private const RECALL = "rule \"R\"\n  take program\n  recall box 1\n";
    private const THREE_OF_TEN = [
        'count' => 30,
        'shown' => ['pattern' => '{bank}{slot}', 'bankLabels' => ['A', 'B', 'C'], 'firstSlot' => 1, 'size' => 10],
        'wire' => ['perBank' => 10, 'msb' => 'none', 'lsb' => 'none'],
    ];

    /** @return iterable<string, array{array<string, mixed>, string, list<string>}> */
    public static function units(): iterable
    {
        $told = ['called-alike: programs A1 and B1 are called by the same message: box plays the one in its present bank, also when line 5 calls one'];
        $recall = "rule \"R\"\n  take program\n  recall box \"A1\"\n";
        yield 'nothing says the bank' => [self::THREE_OF_TEN, $recall, $told];
        yield 'it is not sent' => [
            ['bankSend' => 'never', 'wire' => ['perBank' => 10, 'msb' => 'bank', 'lsb' => 'none']] + self::THREE_OF_TEN,
            $recall,
            $told,
        ];
        yield 'it is always the same' => [['wire' => ['perBank' => 10, 'msb' => 3, 'lsb' => 0]] + self::THREE_OF_TEN, $recall, $told];
        yield 'it is sent' => [['wire' => ['perBank' => 10, 'msb' => 'none', 'lsb' => 'bank']] + self::THREE_OF_TEN, $recall, []];
        yield 'there is one bank' => [['count' => 10] + self::THREE_OF_TEN, $recall, []];
        yield 'no rule calls any' => [self::THREE_OF_TEN, "rule \"R\"\n  take program\n  drop\n", []];
        yield 'a table' => [
            ['wire' => [[0, 'none', 'none', 4], [1, 'none', 'none', 5], [10, 'none', 'none', 4]]] + self::THREE_OF_TEN,
            $recall,
            $told,
        ];
    }

    /**
     * @param array<string, mixed> $programs
     * @param list<string> $expected
     */
    #[DataProvider('units')]
    public function testWhatIsTold(array $programs, string $rules, array $expected): void
    {
        self::assertSame($expected, self::found($programs, [], $rules));
    }

    public function testTheFirstTwoOfAnyChart(): void
    {
        $alike = $apart = 0;
        for ($seed = 1; $seed <= Cases::number(400); ++$seed) {
            $any = new Randomizer(new Mt19937($seed));
            [$programs, $map] = self::programs($any);
            $told = self::found($programs, $map, self::RECALL);
            $expected = self::firstTwo($programs, $map);
            $about = "seed {$seed}: ".Json::encode([$programs, $map]);
            if (null === $expected) {
                self::assertSame([], $told, $about);
                ++$apart;
            } else {
                self::assertCount(1, $told, $about);
                self::assertStringContainsString("programs {$expected[0]} and {$expected[1]} are", $told[0], $about);
                ++$alike;
            }
        }
        self::assertGreaterThan(50, $alike);
        self::assertGreaterThan(50, $apart);
    }

    /** @return array{array<string, mixed>, list<list<int|string>>} programs of a chart, and the unit's map */
    private static function programs(Randomizer $any): array
    {
        $count = $any->getInt(1, 40);
        $byte = static fn (): int|string => ['none', 'none', 'bank', 0, 7][$any->getInt(0, 4)];
        $wire = ['perBank' => $any->getInt(4, 20), 'msb' => $byte(), 'lsb' => $byte(), 'first' => $any->getInt(0, 2)];
        if (0 === $any->getInt(0, 2)) {
            $wire = [];
            for ($place = 0; $place < min(6, $count); ++$place) {
                $wire[] = [$place, 0 === $any->getInt(0, 1) ? 'none' : 1, 'none', $any->getInt(0, 9)];
            }
        }
        $map = [];
        for ($row = $any->getInt(-3, 2); $row > 0; --$row) {
            $map[] = ['none', $any->getInt(0, 1), $any->getInt(0, 12), $any->getInt(0, $count - 1)];
        }
        $programs = ['count' => $count, 'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => $count], 'wire' => $wire];

        return [0 === $any->getInt(0, 3) ? [...$programs, 'bankSend' => 'never'] : $programs, $map];
    }

    /**
     * @param array<string, mixed> $programs
     * @param list<list<int|string>> $map
     *
     * @return array{int, int}|null the numbers that are shown
     */
    private static function firstTwo(array $programs, array $map): ?array
    {
        /** @var array{count: int, wire: array<mixed>, bankSend?: string} $programs */
        $seen = [];
        for ($place = 0; $place < $programs['count']; ++$place) {
            $message = null;
            if (isset($programs['wire']['perBank'])) {
                /** @var array{perBank: int, msb: int|string, lsb: int|string, first: int} $wire */
                $wire = $programs['wire'];
                $bank = (int) floor($place / $wire['perBank']);
                [$msb, $lsb] = ['bank' === $wire['msb'] ? $bank : $wire['msb'], 'bank' === $wire['lsb'] ? $bank : $wire['lsb']];
                [$msb, $lsb] = 'bank' === $wire['msb'] && 'bank' === $wire['lsb'] ? [0, $bank] : [$msb, $lsb];
                $message = [$msb, $lsb, $wire['first'] + $place - $bank * $wire['perBank']];
            }
            foreach (isset($programs['wire']['perBank']) ? [] : $programs['wire'] as $row) {
                $message = \is_array($row) && $place === $row[0] ? [$row[1], $row[2], $row[3]] : $message;
            }
            if (null !== $message && 'never' === ($programs['bankSend'] ?? '')) {
                $message = ['none', 'none', $message[2]];
            }
            foreach (array_reverse($map) as $row) {
                $message = $place === $row[3] ? [$row[0], $row[1], $row[2]] : $message;
            }
            $words = null === $message ? null : json_encode($message, \JSON_THROW_ON_ERROR);
            if (null !== $words && isset($seen[$words])) {
                return [$seen[$words] + 1, $place + 1];
            }
            null === $words ?: $seen[$words] = $place;
        }

        return null;
    }

    /**
     * @param array<string, mixed> $programs
     * @param list<list<int|string>> $map
     *
     * @return list<string>
     */
    private static function found(array $programs, array $map, string $rules): array
    {
        $rig = Kit::rig(
            ['box' => Kit::hearer('Box', 3, more: ['programs' => $programs])],
            [['name' => 'box', 'chart' => 'box', ...[] === $map ? [] : ['programMap' => $map]]],
            [Kit::lead('main', 'post out1', 'box in')],
            ['rulebook' => "port in1 in\nport out1 out\n{$rules}"],
        );
        $told = [];
        foreach (Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings as $finding) {
            'called-alike' !== $finding->fact->code() ?: $told[] = "called-alike: {$finding->fact->text()}";
        }

        return $told;
    }
}
