<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** Rules in numbers that the plan has given away: the fix is the rule by name. */
final class FormerNumbersTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, string|null}> a rule in numbers, what is found, and the line that the fix writes */
    public static function rules(): iterable
    {
        yield 'the number of a switch' => [
            "  take cc 20 # the first\n  send out channel 5\n",
            ['number-nobody-sends'],
            '  take board "Switch 1" # the first',
        ];
        yield 'several at once' => ["  take cc 20,21\n  send out channel 5\n", ['number-nobody-sends'], '  take board "Switch 1", "Switch 2"'];
        yield 'its channel' => ["  take cc 20,21 channel 1\n  send out channel 5\n", ['channel-nobody-sends'], '  take board "Switch 1", "Switch 2"'];
        yield 'the channel of a box' => ["  take cc 22\n  send out channel 3\n", ['channel-nobody-hears'], '  play box'];
        yield 'more than a number' => ["  take cc 20 value 64..127\n  send out channel 5\n", [], null];
        yield 'numbers that nobody ever had' => ["  take cc 33\n  send out channel 5\n", [], null];
        yield 'numbers that stand' => ["  take cc 22 channel 2\n  send out channel 5\n", [], null];
    }

    /** @param list<string> $codes */
    #[DataProvider('rules')]
    public function testTheFixIsTheRuleByName(string $lines, array $codes, ?string $fixed): void
    {
        $json = self::json("port board in\nport out out\nrule \"R\"\n{$lines}");
        $found = self::found($json);
        self::assertSame($codes, array_map(static fn (RigFinding $finding): string => $finding->fact->code(), $found));
        $after = null === $fixed ? $json : (null === $found[0]->fix ? null : Kit::fixed($found[0]->fix, $json));
        self::assertIsArray($after);
        if (null !== $fixed) {
            self::assertIsString($after['rulebook']);
            self::assertStringContainsString("{$fixed}\n", $after['rulebook']);
            self::assertSame([], self::found($after), 'nothing is left');
        }
    }

    /** @return array<mixed> a board whose switches and channel were changed, and a box that was moved to another channel */
    private static function json(string $book): array
    {
        $switch = static fn (int $index): array => [
            'name' => "Switch {$index}",
            'sort' => 'switch',
            'assign' => 'menu',
            'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 19 + $index, 'values' => [0, 127]]]],
        ];
        $channel = ['id' => 'channel', 'title' => 'Channel', 'values' => [1, 16], 'factory' => 1, 'how' => [['by' => 'menu']]];
        $board = [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'settings' => [$channel],
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => ['setting' => 'channel']]],
            'surface' => ['controls' => array_map($switch, [1, 2, 3])],
        ];
        $set = static fn (int $number): array => ['message' => ['kind' => 'cc', 'number' => $number, 'values' => [0, 127]], 'state' => 'set'];
        $rig = Kit::rig(
            ['board' => $board, 'box' => Kit::hearer('Box', 3)],
            [
                [
                    'name' => 'board',
                    'chart' => 'board',
                    'settings' => ['channel' => ['value' => 2, 'state' => 'set']],
                    'assigned' => ['Switch 1' => $set(85), 'Switch 2' => $set(86)],
                ],
                ['name' => 'box', 'chart' => 'box', 'settings' => ['channel' => ['value' => 5, 'state' => 'set']]],
            ],
            [Kit::lead('in', 'board out', 'post board'), Kit::lead('out', 'post out', 'box in')],
            ['rulebook' => $book],
        );
        $json = Json::toValue($rig);

        return \is_array($json) ? $json : [];
    }

    /**
     * @param array<mixed> $json
     *
     * @return list<RigFinding>
     */
    private static function found(array $json): array
    {
        $findings = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)))))->findings;

        return array_values(array_filter($findings, static fn (RigFinding $finding): bool => Severity::Hint !== $finding->fact->severity()));
    }
}
