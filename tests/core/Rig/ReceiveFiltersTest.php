<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Arrival;
use ZigzagPost\Core\Analysis\Way\Ways;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\RigWorld;

/**
 * Whether a part receives what it is sent, told from the chart alone: what is said of a kind counts, and of one that is made of
 * controllers, where nothing is said of it, what is said of controllers. Ways, simulated rig and findings have to agree with that.
 */
final class ReceiveFiltersTest extends TestCase
{
    private const OPEN = 'open';
    private const SHUT = 'shut';
    private const UNKNOWN = 'unknown';

    /** What a chart can say of a kind: what stands in it, and what it comes to. */
    private const SAID = [
        'nothing' => [null, null],
        'yes' => [true, self::OPEN],
        'no' => [false, self::SHUT],
        'a switch that is on' => ['on', self::OPEN],
        'a switch that is off' => ['off', self::SHUT],
        'a switch of which nobody knows' => ['unknown', self::UNKNOWN],
        'a switch that the factory leaves off' => ['factory', self::SHUT],
    ];

    /** @return iterable<string, array{string, string, string}> */
    public static function charts(): iterable
    {
        foreach (['cc', 'cc14', 'nrpn', 'rpn', 'bend', 'pressure', 'program', 'polypressure'] as $kind) {
            foreach (array_keys(self::SAID) as $ofKind) {
                foreach ('cc' === $kind ? [$ofKind] : array_keys(self::SAID) as $ofControllers) {
                    yield "{$kind}: {$ofKind}, controllers: {$ofControllers}" => [$kind, $ofKind, $ofControllers];
                }
            }
        }
    }

    #[DataProvider('charts')]
    public function testWhatIsSaidOfTheKindCountsThenWhatIsSaidOfControllers(string $kind, string $ofKind, string $ofControllers): void
    {
        $kinds = array_filter(
            [$kind => self::SAID[$ofKind][0], ...'cc' === $kind ? [] : ['cc' => self::SAID[$ofControllers][0]]],
            static fn (bool|string|null $said): bool => null !== $said,
        );
        $isMadeOfControllers = \in_array($kind, ['cc14', 'nrpn', 'rpn'], true);
        // a parameter that is moved by it says as much
        $expected = self::SAID[$ofKind][1] ?? (($isMadeOfControllers ? self::SAID[$ofControllers][1] : null) ?? self::OPEN);

        $switch = static fn (string $id, array $more): array => ['id' => $id, 'title' => $id, 'values' => ['off', 'on']] + $more;
        $box = [
            'schema' => 1,
            'name' => 'Box',
            'sort' => 'synth',
            'plugs' => [Kit::din('in', 'in')],
            'settings' => [$switch('on', []), $switch('off', []), $switch('unknown', []), $switch('factory', ['factory' => 'off'])],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 3] + ([] === $kinds ? [] : ['kinds' => $kinds])],
            'parameters' => [
                [
                    'name' => 'Level',
                    'reach' => 'midi',
                    'message' => ['kind' => $kind] + (\in_array($kind, ['bend', 'pressure', 'program'], true) ? [] : ['number' => 11]),
                    'raw' => 'bend' === $kind ? [-8192, 8191] : [0, 127],
                ],
            ],
        ];
        $board = Kit::board([
            ['name' => 'Fader', 'sort' => 'fader', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 7]]]],
        ]);
        $set = static fn (string $value): array => ['value' => $value, 'state' => 'set'];
        $rig = Kit::rig(
            ['board' => $board, 'box' => $box],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box', 'settings' => ['on' => $set('on'), 'off' => $set('off')]]],
            [Kit::lead('one', 'board out', 'post board'), Kit::lead('two', 'post out', 'box in')],
            ['rulebook' => "port board in\nport out out\nrule \"R\"\n  take board \"Fader\"\n  turn box \"Level\"\n"],
        );
        $analysis = new RigAnalysis(RigFile::setup($rig));
        $fader = $analysis->setup->boxes['board']->control('Fader');
        self::assertNotNull($fader);

        $answers = array_map(
            static fn (Arrival $arrival): string => $arrival->answer,
            (new Ways($analysis))->from($analysis->setup->boxes['board'], $fader),
        );
        self::assertSame([[self::OPEN => Arrival::ALWAYS, self::SHUT => Arrival::NEVER, self::UNKNOWN => Arrival::UNKNOWN][$expected]], $answers);

        $world = new RigWorld($analysis->setup, Compiler::load($analysis->checked()->book));
        $world->play(1000, 0, ["\xB0\x07\x21"], 1_000_000);
        self::assertSame(self::SHUT !== $expected, isset($world->devices['box']->values()['Level']));

        $told = array_filter(
            Examination::of($analysis)->findings,
            static fn (RigFinding $finding): bool => \in_array($finding->fact->code(), ['receive-off', 'not-received'], true),
        );
        self::assertCount(self::SHUT === $expected ? 1 : 0, $told);
    }
}
