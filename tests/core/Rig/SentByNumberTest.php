<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** What rules send by number, over the edges of what the one box on channel 3 hears: cc 7, the pair 12 and 44, NRPN 300, note 36, nine programs. */
final class SentByNumberTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> what is posted, and the kind of finding */
    public static function posts(): iterable
    {
        yield 'a controller that it hears' => ['post cc 7 value 1 channel 3 to out1', null];
        yield 'one that it does not' => ['post cc 8 value 1 channel 3 to out1', 'number-nobody-hears'];
        yield 'the coarse half' => ['post cc 12 value 1 channel 3 to out1', null];
        yield 'the fine half' => ['post cc 44 value 1 channel 3 to out1', null];
        yield 'neither half' => ['post cc 45 value 1 channel 3 to out1', 'number-nobody-hears'];
        yield 'the last value' => ['post cc 7 value 100 channel 3 to out1', null];
        yield 'one beyond it' => ['post cc 7 value 101 channel 3 to out1', 'value-out-of-range'];
        yield 'the first value' => ['post cc 7 value 2 channel 3 to out1', null];
        yield 'one below it' => ['post cc 7 value 1 channel 3 to out1 after 2ms', 'value-out-of-range'];
        yield 'a standard controller' => ['post cc 64 value 1 channel 3 to out1', null];
        yield 'all notes off' => ['post cc 123 value 0 channel 3 to out1', null];
        yield 'its parameter' => ['post nrpn 300 value 1 channel 3 to out1', null];
        yield 'another parameter' => ['post nrpn 301 value 1 channel 3 to out1', 'number-nobody-hears'];
        yield 'the first program' => ['post program 1 channel 3 to out1', null];
        yield 'the last program' => ['post program 9 channel 3 to out1', null];
        yield 'one beyond them' => ['post program 10 channel 3 to out1', 'program-out-of-range'];
        yield 'one before them' => ['post program 0 channel 3 to out1', 'program-out-of-range'];
        yield 'a special program' => ['post program 128 channel 3 to out1', null];
        yield 'another channel' => ['post cc 7 value 1 channel 4 to out1', 'channel-nobody-hears'];
    }

    #[DataProvider('posts')]
    public function testWhatIsSaidOfANumber(string $post, ?string $code): void
    {
        $parameter = static fn (string $name, string $kind, int $number, array $raw): array => [
            'name' => $name,
            'reach' => 'midi',
            'message' => ['kind' => $kind, 'number' => $number],
            'raw' => $raw,
        ];
        $board = Kit::board([
            ['name' => 'Foot', 'sort' => 'switch', 'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 80]]]],
        ]);
        $box = Kit::hearer(
            'Box',
            3,
            more: [
                'parameters' => [
                    $parameter('Level', 'cc', 7, [1 === preg_match('/value 2 |after 2ms/', $post) ? 2 : 0, 100]),
                    $parameter('Fine', 'cc14', 12, [0, 16383]),
                    $parameter('Drift', 'nrpn', 300, [0, 127]),
                ],
                'programs' => [
                    'count' => 9,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 9],
                    'wire' => ['perBank' => 9, 'msb' => 'none', 'lsb' => 'none'],
                    'specials' => [['program' => 127, 'means' => 'bypass', 'label' => 'THRU']],
                ],
            ],
        );
        $book = "port in1 in\nport out1 out\nprograms from 1\n\nrule \"R\"\n  take cc 80\n  press\n  {$post}\n";
        $rig = Kit::rig(
            ['board' => $board, 'box' => $box],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('one', 'board out', 'post in1'), Kit::lead('two', 'post out1', 'box in')],
            ['rulebook' => $book],
        );
        $findings = Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings;
        $found = array_values(
            array_filter(
                array_map(static fn (RigFinding $finding): string => $finding->fact->code(), $findings),
                static fn (string $each): bool => !\in_array($each, ['unused-controls', 'mode-as-controller', 'always-out-of-range'], true),
            ),
        );

        self::assertSame(
            null === $code ? [] : [$code],
            $found,
            implode("\n", array_map(static fn (RigFinding $finding): string => $finding->print('rig'), $findings)),
        );
    }
}
