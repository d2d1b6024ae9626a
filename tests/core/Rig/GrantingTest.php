<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Randomizer;
use ZigzagPost\Core\Rig\Plan\Wish\Granting;
use ZigzagPost\Core\Rig\Plan\Wish\Price;
use ZigzagPost\Core\Rig\Plan\Wish\Question;
use ZigzagPost\Core\Rig\Plan\Wish\Truth;
use ZigzagPost\Core\Rig\Plan\Wish\Wish;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Kept;

/** A law: what grants wishes is what trying everything finds; least cost, then fewest changes, then lowest values. What is tried for it stays. */
final class GrantingTest extends TestCase
{
    private const PARTS = 8;

    /** @return iterable<int, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < self::PARTS; ++$part) {
            yield $part => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testGrantsAsTryingEverythingDoes(int $part): void
    {
        $random = new Randomizer(new \Random\Engine\Mt19937(70 + $part));
        $impossible = 0;
        $each = Cases::number(50);
        for ($case = 0; $case < $each; ++$case) {
            [$prices, $stays, $questions, $wishes] = self::wished($random);
            $granted = Granting::of($prices, $stays, $questions, $wishes);
            $best = self::best($prices, $stays, $questions, $wishes);
            self::assertTrue($granted->isProven);
            if (null === $best) {
                ++$impossible;
                self::assertNull($granted->values);
                self::assertNotSame([], $granted->quarrel);
                self::assertNull(self::best($prices, $stays, $questions, $granted->quarrel), 'they do quarrel');
                foreach ($granted->quarrel as $place => $wish) {
                    $without = array_values(array_diff_key($granted->quarrel, [$place => $wish]));
                    self::assertNotNull(self::best($prices, $stays, $questions, $without), 'and none of them is too many');
                }
                continue;
            }
            self::assertNotNull($granted->values);
            self::assertSame(
                $best,
                [$granted->cost, self::changes($prices, $granted->values), self::standing($stays, $granted->values)],
                "part {$part}, case {$case}",
            );
        }
        self::assertGreaterThan($each / 8, $impossible);
        self::assertLessThan($each * 3 / 4, $impossible);
    }

    public function testWhatIsTriedStays(): void
    {
        $text = '';
        $random = new Randomizer(new \Random\Engine\Mt19937(69));
        for ($case = 0; $case < 150; ++$case) {
            $granted = Granting::of(...self::wished($random, 5 + $case % 6));
            $text .= Kept::line($case, $granted->tried, $granted->cost, $granted->values, array_column($granted->quarrel, 'words'));
        }

        Kept::asIn(__DIR__.'/stays/granted.txt', $text);
    }

    public function testOfSoManyAnswersOneVariableAtATimeIsLookedAt(): void
    {
        foreach ([8 => true, 9 => false] as $variables => $isProven) {
            $granted = Granting::of(
                array_fill(0, $variables, new Price('a', [0, 2], [null, null])),
                array_fill(0, $variables, 0),
                [new Question(range(0, $variables - 1), static fn (array $values): Truth => 1 === $values[5] ? Truth::Yes : Truth::No)],
                [new Wish([[0]], false, range(0, $variables - 1), ['a'], 'the sixth is changed')],
            );
            self::assertSame([$isProven, 2, 1], [$granted->isProven, $granted->cost, $granted->values[5] ?? null]);
        }
    }

    /** @return array{list<Price>, list<int>, list<Question>, list<Wish>} */
    private static function wished(Randomizer $random, int $most = 4): array
    {
        $prices = $stays = $questions = $wishes = [];
        for ($variable = $random->getInt(1, $most); $variable > 0; --$variable) {
            $count = $random->getInt(1, 3);
            $stays[] = $stay = $random->getInt(-1, $count - 1);
            $ways = $cycles = [];
            for ($value = 0; $value < $count; ++$value) {
                $ways[] = $hands = $value === $stay ? 0 : [1, 1, 2, 3, 5][$random->getInt(0, 4)];
                $cycles[] = $value === $stay || $random->getInt(0, 3) > 0 ? null : max(0, 3 - $hands);
            }
            $prices[] = new Price('abc'[$random->getInt(0, 2)], $ways, $cycles);
        }
        for ($question = $random->getInt(1, $most + 2); $question > 0; --$question) {
            $about = array_values(array_filter(array_keys($prices), static fn (): bool => 0 === $random->getInt(0, 1)));
            $about = \array_slice([] === $about ? [0] : $about, 0, 3);
            $salt = $random->getInt(0, 1 << 30);
            $questions[] = new Question($about, static fn (array $values): Truth => match (crc32("{$salt} ".implode(' ', $values)) % 10) {
                0, 1, 2, 3 => Truth::Yes,
                4 => Truth::Free,
                5 => Truth::Depends,
                default => Truth::No,
            });
        }
        for ($wish = $random->getInt(1, $most); $wish > 0; --$wish) {
            $ways = [];
            for ($way = $random->getInt(1, 3); $way > 0; --$way) {
                $ways[] = array_map(static fn (): int => $random->getInt(0, \count($questions) - 1), range(1, $random->getInt(1, 2)));
            }
            $variables = array_merge(...array_map(static fn (int $question): array => $questions[$question]->variables, array_merge(...$ways)));
            $wishes[] = new Wish($ways, 0 === $random->getInt(0, 1), array_values(array_unique($variables)), ['a'], "wish {$wish}");
        }

        return [$prices, $stays, $questions, $wishes];
    }

    /**
     * @param list<Price> $prices
     * @param list<int> $stays
     * @param list<Question> $questions
     * @param array<Wish> $wishes
     *
     * @return array{int, int, list<int>}|null cost, changes and where everything stands
     */
    private static function best(array $prices, array $stays, array $questions, array $wishes): ?array
    {
        $best = null;
        $all = [[]];
        foreach ($prices as $variable => $price) {
            $longer = [];
            foreach ($all as $values) {
                for ($value = -1; $value < \count($price->ways); ++$value) {
                    if (-1 === $value || $value !== $stays[$variable]) {
                        $longer[] = [...$values, $value];
                    }
                }
            }
            $all = $longer;
        }
        foreach ($all as $values) {
            foreach ($wishes as $wish) {
                $shut = $open = 0;
                foreach ($wish->ways as $way) {
                    $truths = array_map(static fn (int $question): Truth => $questions[$question]->truth($values), $way);
                    $shut += \in_array(Truth::No, $truths, true) || \in_array(Truth::Free, $truths, true) ? 1 : 0;
                    $open += \in_array(Truth::No, $truths, true) || \in_array(Truth::Depends, $truths, true) ? 0 : 1;
                }
                if ($wish->isOut ? $shut < \count($wish->ways) : 0 === $open) {
                    continue 2;
                }
            }
            $found = [self::price($prices, $values), self::changes($prices, $values), self::standing($stays, $values)];
            $best = null === $best || $found < $best ? $found : $best;
        }

        return $best;
    }

    /**
     * @param list<Price> $prices
     * @param list<int> $values
     */
    private static function price(array $prices, array $values): int
    {
        $cost = 0;
        $switched = [];
        foreach ($prices as $variable => $price) {
            if ($values[$variable] >= 0) {
                $cost += $price->ways[$values[$variable]];
                $cycle = $price->cycles[$values[$variable]];
                null === $cycle ?: $switched[$price->unit][] = $cycle;
            }
        }

        foreach ($switched as $cycles) {
            $cost += min($cycles);
        }

        return $cost;
    }

    /**
     * @param list<Price> $prices
     * @param array<int, int> $values
     */
    private static function changes(array $prices, array $values): int
    {
        $isChange = static fn (int $value, int $variable): bool => $value >= 0 && $prices[$variable]->ways[$value] > 0;

        return \count(array_filter($values, $isChange, \ARRAY_FILTER_USE_BOTH));
    }

    /**
     * @param list<int> $stays
     * @param array<int, int> $values
     *
     * @return list<int>
     */
    private static function standing(array $stays, array $values): array
    {
        return array_map(
            static fn (int $variable): int => ($values[$variable] ?? -1) < 0 ? $stays[$variable] : $values[$variable],
            array_keys($stays),
        );
    }
}
