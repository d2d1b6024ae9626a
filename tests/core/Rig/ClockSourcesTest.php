<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\ClockSource;
use ZigzagPost\Core\Analysis\ClockSources;
use ZigzagPost\Core\Analysis\RigAnalysis;

/** From where a clock comes to a box: from the rules, over the rules, past them, or not because of a box on the way. */
final class ClockSourcesTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, bool|null, string}> rules, what the hub blocks, whether the sequencer sends, what comes */
    public static function rigs(): iterable
    {
        yield 'nothing' => ['', [], false, ''];
        yield 'made by the rules' => ["clock lead\n tempo 100\n send out", [], false, 'lead'];
        yield 'made for another port' => ["clock lead\n tempo 100\n send other", [], false, ''];
        yield 'two made' => ["clock lead\n tempo 100\n send out\nclock more\n tempo 90\n send out, other", [], false, 'lead more'];
        yield 'passed on' => ["rule \"r\"\n from in\n take clock\n send out", [], true, 'in'];
        yield 'passed on with start' => ["rule \"r\"\n from in\n take clock, start\n send out", [], true, 'in started'];
        yield 'start passed on by another rule' => [
            "rule \"r\"\n from in\n take clock\n send out\nrule \"s\"\n from in\n take start\n send out",
            [], true, 'in started',
        ];
        yield 'start of another port' => ["rule \"r\"\n from in\n take clock\n send out\nrule \"s\"\n from idle\n take start\n send out", [], true, 'in'];
        yield 'start alone' => ["rule \"r\"\n from in\n take start\n send out", [], true, ''];
        yield 'passed on by a rule for all' => ["rule \"r\"\n from in\n take any\n send out", [], true, 'in started'];
        yield 'passed on to another port' => ["rule \"r\"\n from in\n take clock\n send other", [], true, ''];
        yield 'to both ports' => ["rule \"r\"\n from in\n take clock\n send other, out", [], true, 'in'];
        yield 'from a port to which nothing is led' => ["rule \"r\"\n from idle\n take clock\n send out", [], true, ''];
        yield 'from one that sends none' => ["rule \"r\"\n from in\n take clock\n send out", [], false, ''];
        yield 'from one of which nobody knows' => ["rule \"r\"\n from in\n take clock\n send out", [], null, 'in'];
        yield 'notes alone' => ["rule \"r\"\n from in\n take note\n send out", [], true, ''];
        yield 'blocked by the hub' => ["clock lead\n tempo 100\n send out", ['clock'], false, 'blocked by hub'];
        yield 'the hub blocks something else' => ["clock lead\n tempo 100\n send out", ['sysex'], false, 'lead'];
        yield 'passed on and blocked' => ["rule \"r\"\n from in\n take clock, start\n send out", ['clock'], true, 'blocked by hub'];
    }

    /** @param list<string> $blocks */
    #[DataProvider('rigs')]
    public function testWhereAClockComesFrom(string $rules, array $blocks, ?bool $sends, string $expected): void
    {
        $analysis = self::analysis($rules, $blocks, $sends, [Kit::lead('a', 'sequencer out', 'post in')]);
        $clocks = new ClockSources($analysis);
        $box = $analysis->setup->box('box') ?? throw new \LogicException();
        $found = [];
        foreach ($clocks->of($box) as $source) {
            $found[] = preg_replace('/^.*?(\w+)$/', '$1', $source->words).($clocks->isStarted($box, $source) ? ' started' : '');
        }
        $blocked = $clocks->blockedBy($box);
        self::assertSame($expected, implode(' ', [...$found, ...null === $blocked ? [] : ["blocked by {$blocked}"]]), $rules);
        self::assertNull($clocks->blockedBy($analysis->setup->box('sequencer') ?? throw new \LogicException()));
    }

    public function testAUnitIsASourcePastTheRules(): void
    {
        foreach ([[true, ['a sequencer']], [false, []]] as [$sends, $expected]) {
            $analysis = self::analysis('', [], $sends, [Kit::lead('a', 'sequencer out', 'hub in')], false);
            $box = $analysis->setup->box('box') ?? throw new \LogicException();
            $sources = (new ClockSources($analysis))->of($box);
            self::assertCount(\count($expected), $sources);
            $words = implode('', array_map(static fn (ClockSource $each): string => $each->words, $sources));
            self::assertSame([] !== $expected, str_contains($words, 'sequencer'));
        }
    }

    /**
     * @param list<string> $blocks
     * @param list<array<string, mixed>> $leads
     */
    private static function analysis(string $rules, array $blocks, ?bool $sends, array $leads, bool $isLed = true): RigAnalysis
    {
        $sequencer = (null === $sends ? [] : ['clock' => ['sends' => $sends]]) + Kit::board([]);
        $hub = [
            'schema' => 1,
            'name' => 'Hub',
            'sort' => 'hub',
            'plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')],
            'routes' => [['id' => 'all', 'from' => ['in'], 'to' => ['out'], 'kind' => 'message', 'blocks' => $blocks]],
        ];
        $box = Kit::hearer('Box', more: ['clock' => ['obeys' => true, 'startStop' => true]]);
        $text = "port in in\nport idle in\nport out out\nport other out\n\n".preg_replace('/^ /m', '  ', $rules)."\n";
        $rig = Kit::rig(
            ['sequencer' => $sequencer, 'hub' => $hub, 'box' => $box],
            [['name' => 'sequencer', 'chart' => 'sequencer'], ['name' => 'hub', 'chart' => 'hub'], ['name' => 'box', 'chart' => 'box']],
            [...$leads, ...$isLed ? [Kit::lead('b', 'post out', 'hub in')] : [], Kit::lead('c', 'hub out', 'box in')],
            ['rulebook' => $text],
        );
        $analysis = new RigAnalysis(Kit::setup($rig, $text));
        self::assertFalse($analysis->checked()->hasErrors(), $text);

        return $analysis;
    }
}
