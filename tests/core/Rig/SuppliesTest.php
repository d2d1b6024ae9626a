<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\SupplyLoad;

/** What is drawn from outputs of a supply, alone and from several that share a limit. */
final class SuppliesTest extends TestCase
{
    public function testOutputsOfAGroupGiveTogetherWhatTheLargestSays(): void
    {
        $loads = self::loads(
            ['one' => [300, 'g'], 'two' => [500, 'g'], 'alone' => [100, null]],
            ['a' => ['one', 250], 'b' => ['two', 260], 'c' => ['alone', 70]],
        );

        self::assertSame(['brick g' => [510.0, 500.0, true], 'brick ALONE' => [70.0, 100.0, false]], $loads);
    }

    public function testTheGroupOfAnotherNameIsAnotherLimit(): void
    {
        $loads = self::loads(['one' => [300, 'g'], 'two' => [500, 'h']], ['a' => ['one', 230], 'b' => ['two', 390]]);

        self::assertSame(['brick g' => [230.0, 300.0, false], 'brick h' => [390.0, 500.0, false]], $loads);
    }

    public function testMoreThanFourFifthsIsTooMuch(): void
    {
        self::assertSame(['brick ONE' => [240.0, 300.0, false]], self::loads(['one' => [300, null]], ['a' => ['one', 240]]));
        self::assertSame(['brick ONE' => [241.0, 300.0, true]], self::loads(['one' => [300, null]], ['a' => ['one', 241]]));
    }

    public function testWhatIsNotSaidIsNotReckoned(): void
    {
        self::assertSame(
            ['brick g' => [null, 500.0, false]],
            self::loads(['one' => [300, 'g'], 'two' => [500, 'g']], ['a' => ['one', null], 'b' => ['two', 260]]),
        );
        self::assertSame(
            ['brick g' => [350.0, 500.0, false]],
            self::loads(['one' => [null, 'g'], 'two' => [500, 'g']], ['a' => ['one', 100], 'b' => ['two', 250]]),
            'one of a group says it for all',
        );
    }

    /**
     * @param array<string, array{int|null, string|null}> $outputs mA and group by plug
     * @param array<string, array{string, int|null}> $takers plug of the supply, and mA needed, by unit
     *
     * @return array<string, array{float|null, float|null, bool}> needed, given, and whether that is too much
     */
    private static function loads(array $outputs, array $takers): array
    {
        $power = static fn (array $of): array => array_filter($of, static fn (mixed $value): bool => null !== $value);
        $plug = static fn (string $id, array $power): array => [
            'id' => $id,
            'label' => strtoupper($id),
            'connector' => 'barrel',
            'uses' => [['way' => 'gives' === $power['way'] ? 'out' : 'in', 'carries' => 'power']],
            'power' => $power,
        ];
        $charts = ['brick' => ['schema' => 1, 'name' => 'Brick', 'sort' => 'supply', 'plugs' => []]];
        foreach ($outputs as $id => [$mA, $group]) {
            $charts['brick']['plugs'][] = $plug(
                $id,
                $power(['way' => 'gives', 'current' => 'dc', 'volts' => [9, 9], 'mA' => $mA, 'centre' => '-', 'limitGroup' => $group]),
            );
        }
        $units = [['name' => 'brick', 'chart' => 'brick']];
        $leads = [];
        foreach ($takers as $unit => [$output, $mA]) {
            $charts[$unit] = [
                'schema' => 1,
                'name' => $unit,
                'sort' => 'effect',
                'plugs' => [$plug('dc', $power(['way' => 'needs', 'current' => 'dc', 'volts' => [9, 9], 'mA' => $mA, 'centre' => '-']))],
            ];
            $units[] = ['name' => $unit, 'chart' => $unit];
            $leads[] = Kit::lead($unit, "brick {$output}", "{$unit} dc");
        }
        $loads = Supplies::of(Kit::setup(Kit::rig($charts, $units, $leads)));

        return array_combine(
            array_map(static fn (SupplyLoad $load): string => $load->supply, $loads),
            array_map(static fn (SupplyLoad $load): array => [$load->needsMa, $load->givesMa, $load->isTooMuch()], $loads),
        );
    }
}
