<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** Male goes into female, where somebody knows which is which; nobody judges how sound sounds. */
final class MatingTest extends TestCase
{
    /**
     * @param list<array<string, mixed>> $parts
     * @param string|null $misfit null where it works
     */
    #[DataProvider('leads')]
    public function testWhatMates(string $from, string $to, array $parts, ?string $misfit, ?string $cure = null): void
    {
        $plug = static fn (string $connector, string $way, ?string $gender): array => [
            'id' => $way,
            'label' => strtoupper($way),
            'connector' => $connector,
            'uses' => [['way' => $way, 'carries' => 'audio']],
            ...null === $gender ? [] : ['gender' => $gender],
        ];
        [$a, $b] = [explode(', ', $from), explode(', ', $to)];
        $chart = static fn (array $plug): array => ['schema' => 1, 'name' => 'Box', 'sort' => 'other', 'plugs' => [$plug]];
        $rig = Kit::rig(
            ['a' => $chart($plug($a[0], 'out', $a[1] ?? null)), 'b' => $chart($plug($b[0], 'in', $b[1] ?? null))],
            [['name' => 'one', 'chart' => 'a'], ['name' => 'other', 'chart' => 'b']],
            [Kit::lead('1', 'one out', 'other in', $parts)],
        );
        $setup = Kit::setup($rig);
        $judged = Walk::judge($setup->joints[0], $setup->joints);
        self::assertSame(null === $misfit ? Verdict::Works : Verdict::Dead, $judged->verdict, $judged->reason);
        self::assertSame($misfit ?? 'sound gets from one OUT to other IN; how it sounds is not judged', $judged->reason);
        self::assertSame($cure, $judged->mend?->words);
    }

    /** @return iterable<string, array{0: string, 1: string, 2: list<array<string, mixed>>, 3: string|null, 4?: string}> */
    public static function leads(): iterable
    {
        $cable = static fn (string $one, string $other, string $what = 'cable'): array => ['what' => $what, 'map' => 'straight', 'genders' => [$one, $other]];
        yield 'nobody knows' => ['jack 6.35', 'jack 6.35', [['what' => 'cable', 'map' => 'straight']], null];
        yield 'a microphone cable' => ['xlr3', 'xlr3', [$cable('female', 'male')], null];
        yield 'the wrong way round' => [
            'xlr3',
            'xlr3',
            [$cable('male', 'female')],
            'cable and one OUT are both male where they meet, and do not go into each other',
            'turn cable round',
        ];
        yield 'two that end alike' => [
            'xlr3',
            'xlr3',
            [$cable('female', 'male'), $cable('male', 'male', 'second')],
            'second and cable are both male where they meet, and do not go into each other',
            'take second out',
        ];
        yield 'into a socket that is male' => [
            'jack 6.35, female',
            'jack 6.35, male',
            [$cable('male', 'male')],
            'cable and other IN are both male where they meet, and do not go into each other',
            'put a straight adapter between',
        ];
        yield 'nothing is said of what lies between' => ['jack 6.35, male', 'jack 6.35, male', [], null];
    }
}
