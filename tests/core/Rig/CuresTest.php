<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;
use ZigzagPost\Tests\Core\Cases;

/** What fits together, and what mends a lead that does not: the cheapest change works, and harms no other lead. */
final class CuresTest extends TestCase
{
    private const CABLE = [['what' => 'cable', 'map' => 'straight']];

    /** @return iterable<string, array{string, string, string, bool}> two connectors, what they carry, and whether one cable can join them */
    public static function pairs(): iterable
    {
        $sorts = [
            'midi' => ['din5', 'jack 3.5', 'jack 6.35', 'jack 2.5'],
            'usb' => ['usb a', 'usb b', 'usb c', 'usb mini', 'usb micro'],
            'network' => ['rj45', 'network'],
        ];
        foreach ($sorts as $one => $these) {
            foreach ($sorts as $other => $those) {
                foreach ($these as $a) {
                    foreach ($those as $b) {
                        yield "{$a} and {$b}" => [$a, $b, "{$one} {$other}", $one === $other];
                    }
                }
            }
        }
    }

    #[DataProvider('pairs')]
    public function testOneCableJoinsPlugsOfOneSort(string $a, string $b, string $carries, bool $canJoin): void
    {
        [$one, $other] = explode(' ', $carries);
        $judged = self::judge(self::plug($a, 'out', $one), self::plug($b, 'in', $other), self::CABLE);

        self::assertSame($canJoin, Verdict::Works === $judged->verdict, "{$judged->verdict->value}: {$judged->reason}");
        self::assertSame(
            $a === $b,
            Verdict::Works === self::judge(self::plug($a, 'out', $one), self::plug($b, 'in', $other), [])->verdict,
            'without a cable only like goes into like',
        );
    }

    /**
     * @return iterable<string, array{array<string, string>, list<string>, array<string, string>, list<string>, string, string}> contacts of a
     *     pedal and what it needs, of the socket and what that needs, with a straight and with a mono cable
     */
    public static function pedals(): iterable
    {
        $three = ['tip' => 'signal', 'ring' => 'source', 'sleeve' => 'shield'];
        $two = ['tip' => 'signal', 'sleeve' => 'shield'];
        yield 'a pedal of three contacts' => [$three, [], $three, [], 'works', 'dead'];
        yield 'one that says that it needs its ring' => [$three, ['ring'], $three, [], 'works', 'dead'];
        yield 'a socket that needs the ring' => [$three, [], $three, ['ring'], 'works', 'dead'];
        yield 'a switch of two contacts' => [$two, [], $three, [], 'works', 'works'];
        yield 'two switches in one plug' => [
            ['tip' => 'signal', 'ring' => 'signal', 'sleeve' => 'shield'],
            [],
            ['tip' => 'signal', 'ring' => 'signal', 'sleeve' => 'shield'],
            [],
            'works',
            'dead',
        ];
        yield 'two switches of which the socket knows one' => [
            ['tip' => 'signal', 'ring' => 'signal', 'sleeve' => 'shield'],
            [],
            $two,
            [],
            'works',
            'works',
        ];
    }

    /**
     * @param array<string, string> $pedal
     * @param list<string> $needs
     * @param array<string, string> $socket
     * @param list<string> $wants
     */
    #[DataProvider('pedals')]
    public function testAMonoCableDoesNotDoWhereTheRingIsNeeded(
        array $pedal,
        array $needs,
        array $socket,
        array $wants,
        string $straight,
        string $mono,
    ): void {
        $plug = static fn (string $way, array $contacts, array $needed): array => [
            'id' => 'p',
            'label' => 'PEDAL',
            'connector' => 'jack 6.35',
            'uses' => [['way' => $way, 'carries' => 'expression', 'contacts' => $contacts, ...[] === $needed ? [] : ['needs' => $needed]]],
        ];
        foreach (['straight' => $straight, 'mono' => $mono] as $map => $verdict) {
            $judged = self::judge($plug('out', $pedal, $needs), $plug('in', $socket, $wants), [['what' => 'cable', 'map' => $map]]);
            self::assertSame($verdict, $judged->verdict->value, "{$map}: {$judged->reason}");
            self::assertSame('dead' === $verdict ? 'take a straight one in place of cable' : null, $judged->mend?->words);
        }
    }

    /** Whatever adapters of a lead that works are listed the wrong way round: turning just those back is what mends it, and its fix is that. */
    public function testAdaptersListedTheWrongWayRoundAreTurned(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(18));
        $turned = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $plugs = ['din5'];
            for ($part = $random->getInt(1, 4); $part > 0; --$part) {
                $plugs[] = ['din5', 'jack 3.5', 'jack 6.35', 'xlr3'][$random->getInt(0, 3)];
            }
            $parts = [];
            foreach (\array_slice($plugs, 0, -1) as $index => $left) {
                $isRound = $left !== $plugs[$index + 1] && 1 === $random->getInt(0, 1);
                $turned += (int) $isRound;
                $parts[] = [
                    'what' => "part {$index}",
                    'map' => 'straight',
                    'ends' => $isRound ? [$plugs[$index + 1], $left] : [$left, $plugs[$index + 1]],
                    'phantomOff' => true,
                ];
            }
            $rig = self::rig(self::plug('din5', 'out', 'midi'), self::plug($plugs[\count($plugs) - 1], 'in', 'midi'), $parts);
            $found = self::found($rig);
            self::assertLessThanOrEqual(1, \count($found));
            foreach ($found as $finding) {
                self::assertStringStartsWith('Turn the part', $finding->fix->title ?? '');
                self::assertSame([], self::found((null === $finding->fix ? null : Kit::fixed($finding->fix, $rig)) ?? []), Json::encode($parts));
            }
        }
        self::assertGreaterThan(intdiv(Cases::number(60), 4), $turned);
    }

    public function testACureThatKillsAnotherLeadIsNone(): void
    {
        // One jumper for both inputs of a box: the other lead needs it as it is.
        $in = static fn (string $id): array => [
            'id' => $id,
            'label' => strtoupper($id),
            'connector' => 'jack 3.5',
            'uses' => [
                ['way' => 'in', 'carries' => 'midi', 'wiring' => 'A', 'when' => ['jumper' => ['a']]],
                ['way' => 'in', 'carries' => 'midi', 'wiring' => 'B', 'when' => ['jumper' => ['b']]],
            ],
        ];
        $jumper = ['id' => 'jumper', 'title' => 'Jumper', 'values' => ['a', 'b'], 'factory' => 'b', 'how' => [['by' => 'menu']]];
        $chart = static fn (array $plugs, array $settings = []): array => [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'other',
            'settings' => $settings,
            'plugs' => $plugs,
        ];
        $charts = [
            'a' => $chart([self::plug('jack 3.5', 'out', 'midi')]),
            'b' => $chart([['uses' => [['way' => 'out', 'carries' => 'midi', 'wiring' => 'B']]] + self::plug('jack 3.5', 'out', 'midi')]),
            'box' => $chart([$in('one'), $in('two')], [$jumper]),
        ];
        $lead = static fn (string $from, string $to): array => [
            'id' => $from,
            'a' => ['unit' => $from, 'plug' => 'p'],
            'b' => ['unit' => 'box', 'plug' => $to],
            'parts' => self::CABLE,
        ];
        $units = [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b'], ['name' => 'box', 'chart' => 'box']];
        $alone = Kit::setup(Kit::rig($charts, $units, [$lead('a', 'one')]));
        self::assertSame(
            'set Jumper of box to a (menu)',
            Walk::judge($alone->joints[0], $alone->joints)->mend?->words,
            'the menu is cheaper than a cable',
        );
        $both = Kit::setup(Kit::rig($charts, $units, [$lead('a', 'one'), $lead('b', 'two')]));
        self::assertSame('take a crossed one in place of cable', Walk::judge($both->joints[0], $both->joints)->mend?->words);
    }

    public function testAPlugWithALeadInItIsNoOtherPlug(): void
    {
        $chart = static fn (string ...$ways): array => [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'other',
            'plugs' => array_map(
                static fn (string $way): array => ['id' => $way, 'label' => strtoupper($way)] + self::plug('din5', $way, 'midi'),
                $ways,
            ),
        ];
        $units = [['name' => 'a', 'chart' => 'a'], ['name' => 'b', 'chart' => 'b'], ['name' => 'c', 'chart' => 'a']];
        $wrong = ['id' => 'wrong', 'a' => ['unit' => 'a', 'plug' => 'out'], 'b' => ['unit' => 'b', 'plug' => 'out'], 'parts' => self::CABLE];
        $right = ['id' => 'right', 'a' => ['unit' => 'c', 'plug' => 'out'], 'b' => ['unit' => 'b', 'plug' => 'in'], 'parts' => self::CABLE];
        foreach ([[[$wrong], 'plug it into IN of b'], [[$wrong, $right], null]] as [$leads, $words]) {
            $setup = Kit::setup(Kit::rig(['a' => $chart('out'), 'b' => $chart('out', 'in')], $units, $leads));
            self::assertSame($words, Walk::judge($setup->joints[0], $setup->joints)->mend?->words);
        }
    }

    /**
     * @param array<mixed> $rig
     *
     * @return list<RigFinding> about the lead
     */
    private static function found(array $rig): array
    {
        $findings = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig)))))->findings;

        return array_values(array_filter($findings, static fn (RigFinding $finding): bool => 'lead l' === $finding->fact->subject()->words()));
    }

    /**
     * @param array<string, mixed> $a
     * @param array<string, mixed> $b
     * @param list<array<string, mixed>> $parts
     */
    private static function judge(array $a, array $b, array $parts): Judgement
    {
        $setup = Kit::setup(RigFile::rig(Json::encode(self::rig($a, $b, $parts))));

        return Walk::judge($setup->joints[0], $setup->joints);
    }

    /**
     * @param array<string, mixed> $a
     * @param array<string, mixed> $b
     * @param list<array<string, mixed>> $parts
     *
     * @return array<string, mixed>
     */
    private static function rig(array $a, array $b, array $parts): array
    {
        $chart = static fn (array $plug): array => ['schema' => 1, 'name' => 'Box', 'sort' => 'other', 'plugs' => [$plug]];

        return [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => ['a' => ['revision' => 1, 'chart' => $chart($a)], 'b' => ['revision' => 1, 'chart' => $chart($b)]],
            'units' => [['name' => 'a', 'chart' => ['id' => 'a', 'revision' => 1]], ['name' => 'b', 'chart' => ['id' => 'b', 'revision' => 1]]],
            'leads' => [['id' => 'l', 'a' => ['unit' => 'a', 'plug' => 'p'], 'b' => ['unit' => 'b', 'plug' => 'p'], 'parts' => $parts]],
        ];
    }

    /** @return array<string, mixed> */
    private static function plug(string $connector, string $way, string $carries): array
    {
        $use = ['way' => 'midi' === $carries ? $way : 'both', 'carries' => $carries];
        $wiring = match (true) {
            'xlr3' === $connector => ['contacts' => ['3' => 'data', '2' => 'source', '1' => 'shield']],
            str_starts_with($connector, 'jack') => ['wiring' => 'A'],
            default => [],
        };

        return [
            'id' => 'p',
            'label' => 'PORT',
            'connector' => $connector,
            'uses' => [$use + $wiring],
            ...'usb' === $carries ? ['usb' => ['role' => 'out' === $way ? 'host' : 'device']] : [],
        ];
    }
}
