<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\FiltersThatAreClosed;
use ZigzagPost\Core\Finding\Fact\NeverReceived;
use ZigzagPost\Core\Finding\Fact\ReceiveIsOff;

/** Which filter is closed for what rules send to a box by its name: of two parts, with switches and without. */
final class ClosedFiltersTest extends TestCase
{
    private const SWITCH = ['title' => 'Switch', 'values' => ['off', 'on'], 'factory' => 'off'];

    /** @return iterable<string, array{string, list<string>}> rules, and what is told of them */
    public static function rules(): iterable
    {
        yield 'nothing' => ['', []];
        yield 'notes to the first part' => ["take note\n play box", ['notes is off, line 5']];
        yield 'notes to the second part' => ["take note\n play box part 2", ['note never, line 5']];
        yield 'notes among others' => ["take cc 1\n take note\n play box", ['notes is off, line 6']];
        yield 'no notes' => ["take cc 1, bend\n play box", []];
        yield 'everything' => ["take any\n play box", ['notes is off, line 5']];
        yield 'twice is once' => ["take note\n play box\n play box", ['notes is off, line 5']];
        yield 'a parameter of the first part' => ["take cc 1\n turn box \"Mix\"", ['controls is off, line 5']];
        yield 'a parameter of the second part' => ["take cc 1\n turn box \"Tone\"", []];
        yield 'a program' => ["take cc 1\n recall box 1", ['program never, line 5']];
        yield 'all of them' => [
            "take note\n turn box \"Mix\"\n recall box 1\n play box\n play box part 2",
            ['controls is off, line 5', 'program never, line 6', 'notes is off, line 7', 'note never, line 8'],
        ];
    }

    /** @param list<string> $told */
    #[DataProvider('rules')]
    public function testWhatIsSentByNameAndNotReceived(string $rules, array $told): void
    {
        $parameter = static fn (string $name, int $number, string $part): array => [
            'name' => $name, 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => $number], 'raw' => [0, 127], 'part' => $part,
        ];
        $chart = Kit::hearer('Box', more: [
            'settings' => [
                ['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16], 'factory' => 1],
                ['id' => 'notes'] + self::SWITCH,
                ['id' => 'controls'] + self::SWITCH,
            ],
            'hears' => [
                ['id' => 'one', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => ['note' => 'notes', 'cc' => 'controls', 'bend' => true]],
                ['id' => 'two', 'at' => ['in'], 'channel' => 9, 'kinds' => ['note' => false, 'cc' => true, 'program' => false]],
            ],
            'parameters' => [$parameter('Mix', 20, 'one'), $parameter('Tone', 21, 'two')],
            'programs' => [
                'count' => 4,
                'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 4],
                'wire' => ['perBank' => 4, 'msb' => 'none', 'lsb' => 'none'],
                'bankSend' => 'never',
            ],
        ]);
        $book = "port keys in\nport main out\nrule \"r\"\n ".('' === $rules ? "take note\n send main" : $rules)."\n";
        $rig = Kit::rig(['box' => $chart], [['name' => 'box', 'chart' => 'box']], [Kit::lead('l', 'post main', 'box in')], ['rulebook' => $book]);
        $found = [];
        foreach ((new FiltersThatAreClosed())->findings(new RigAnalysis(Kit::setup($rig, $book))) as $finding) {
            $fact = $finding->fact;
            $found[] = match (true) {
                $fact instanceof ReceiveIsOff => "{$fact->setting} is off, line {$fact->ofLine}",
                $fact instanceof NeverReceived => "{$fact->kind} never, line {$fact->ofLine}",
                default => $fact->text(),
            };
        }

        self::assertSame($told, $found);
    }
}
