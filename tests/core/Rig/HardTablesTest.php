<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\KeyByName;
use ZigzagPost\Core\Rig\Table\Holds;
use ZigzagPost\Core\Rig\Table\ReadRow;
use ZigzagPost\Core\Rig\Table\RowGroup;
use ZigzagPost\Core\Rig\Table\TableReader;
use ZigzagPost\Tests\Core\Cases;

/** A law: of tables as people write them no row is read as something else without a word. */
final class HardTablesTest extends TestCase
{
    public function testNoRowIsWrongWithoutAWord(): void
    {
        $tables = new AnyTable(new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 1))));
        $rows = $right = 0;
        for ($case = 0; $case < Cases::number(120); ++$case) {
            [$text, $meant] = $tables->make();
            $read = TableReader::read($text);
            $seen = [];
            foreach ($read->rows as $row) {
                $seen[$row->what] = true;
                $parameter = null === $row->parameter ? null : $read->parameters[$row->parameter];
                $isRight = null !== $parameter && isset($meant[$row->what]) && self::said($parameter) === self::wanted($meant[$row->what]);
                self::assertTrue(
                    $isRight || RowGroup::Taken !== $row->group,
                    "{$row->what} is {$row->print()}: ".
                        json_encode([$parameter, $meant[$row->what] ?? null], \JSON_UNESCAPED_UNICODE).
                        "\n".
                        mb_scrub($text),
                );
                self::assertSame(RowGroup::Taken === $row->group, [] === $row->why());
                $right += $isRight ? 1 : 0;
            }
            self::assertSame([], array_diff_key($meant, $seen), mb_scrub($text));
            $rows += \count($meant);
        }
        self::assertGreaterThan(0.9, $right / $rows, 'most of it is understood');
    }

    /** @return iterable<string, array{string, list<string>}> a table, and what is read of each row */
    public static function tables(): iterable
    {
        $range = "\tRange\n";
        yield 'numbers that only count' => [
            "No\tParameter\tCC\tRange\n1\tMix\t20\t0-127\n2\tTone\t21\t0-127\n3\tLevel\t7\t0-100\n",
            ['taken Mix cc 20', 'taken Tone cc 21', 'taken Level cc 7'],
        ];
        yield 'numbers that may only count' => [
            "#\tName\n1\tMix\n2\tTone\n3\tLevel\n",
            ['look at it Mix cc 1', 'look at it Tone cc 2', 'look at it Level cc 3'],
        ];
        yield 'hexadecimal by heading' => ["Name\tCC (hex){$range}Mix\t14\t0-127\nTone\t4A\t0-127\n", ['taken Mix cc 20', 'taken Tone cc 74']];
        yield 'hexadecimal by letters' => ["Name\tCC{$range}Mix\t14\t0-127\nTone\t4A\t0-127\n", ['look at it Mix cc 20', 'look at it Tone cc 74']];
        yield 'kinds' => [
            "Name\tType\tNumber{$range}Mix\tCC\t20\t0-127\nDepth\tNRPN\t300\t0-16383\n"
                ."Pad\tNote\t36\t\nPreset\tPC\t5\t\nTouch\tAftertouch\t\t0-127\nOdd\tQuux\t30\t0-127\n",
            ['taken Mix cc 20', 'taken Depth nrpn 300', 'look at it Pad note 36', 'not taken Preset', 'taken Touch pressure', 'look at it Odd cc 30'],
        ];
        yield 'programs' => ["Program\tName\n1\tHarbour\n2\tStorm\n", ['not taken Harbour', 'not taken Storm']];
        yield 'keys' => ["Note\tName\n36\tKick\n38\tSnare\n", ['not taken Kick', 'not taken Snare']];
        yield 'pairs' => [
            "Name\tCC{$range}A\t7/39\t0-16383\nB\tMSB 10 LSB 42\t0-16383\nC\t20/21\t0-127\nD\tCC1 (LSB 33)\t0-16383\n",
            ['taken A cc14 7', 'taken B cc14 10', 'not taken C', 'taken D cc14 1'],
        ];
        yield 'two units' => [
            "Name\tCC{$range}A\t20\t20 Hz - 20 kHz\nB\t21\t5 ms to 2 s\nC\t22\t0 dB - 50 %\n",
            ['look at it A cc 20 20 to 20000 Hz', 'look at it B cc 21 5 to 2000 ms', 'not taken C'],
        ];
        yield 'what is shown beside what is sent' => [
            "Name\tCC{$range}A\t23\t-64 to +63 (0-127)\nB\t24\t0-127 = 20 Hz - 20 kHz\n",
            ['taken A cc 23 -64 to 63', 'look at it B cc 24 20 to 20000 Hz'],
        ];
        yield 'channels' => [
            "Name\tCC{$range}A\t7 (ch 2)\t0-127\nB\t10 [Ch. 3]\t0-127\nC\t11 (channel 17)\t0-127\n",
            ['taken A cc 7 channel 2', 'taken B cc 10 channel 3', 'not taken C'],
        ];
        yield 'a column of channels' => [
            "Name\tCC\tChannel{$range}A\t7\t2\t0-127\nB\t8\tall\t0-127\nC\t9\tred\t0-127\n",
            ['taken A cc 7 channel 2', 'taken B cc 8', 'look at it C cc 9'],
        ];
        yield 'controllers that are none' => [
            "Name\tCC{$range}A\t0\t0-127\nB\t6\t0-127\nC\t121\t0-127\n",
            ['look at it A cc 0', 'look at it B cc 6', 'not taken C'],
        ];
        yield 'thousands' => ["Name\tNRPN{$range}A\t300\t0-16.383\n", ['look at it A nrpn 300']];
        yield 'ranges that are none' => [
            "Name\tCC{$range}A\t20\t127-0\nB\t21\t0-128\nC\t22\t0\nD\t23\tLP, BP, HP\n",
            ['not taken A', 'not taken B', 'not taken C', 'not taken D'],
        ];
        yield 'the same number twice' => ["Name\tCC{$range}A\t20\t0-127\nB\tCC20 toggles\t0-127\n", ['taken A cc 20', 'look at it B cc 20']];
    }

    /** @param list<string> $expected */
    #[DataProvider('tables')]
    public function testWhatIsReadOfEachRow(string $text, array $expected): void
    {
        $read = TableReader::read($text);

        self::assertSame(
            $expected,
            array_map(static function (ReadRow $row) use ($read): string {
                /** @var array{message?: array{kind: string, number?: int, channel?: int}, shown?: list<array{int, float}>, unit?: string} $parameter */
                $parameter = null === $row->parameter ? [] : $read->parameters[$row->parameter];
                $message = $parameter['message'] ?? [];

                return rtrim("{$row->group->value} {$row->what} ".($message['kind'] ?? '').' '.($message['number'] ?? '')).
                    (isset($message['channel']) ? " channel {$message['channel']}" : '').
                    (isset($parameter['shown']) ? " {$parameter['shown'][0][1]} to {$parameter['shown'][1][1]}" : '').
                    (isset($parameter['unit']) ? " {$parameter['unit']}" : '');
            }, $read->rows),
        );
    }

    /** Of a value that goes from one number to another the far end is sent, or the middle. */
    public function testWhatIsSentForANamedValue(): void
    {
        $sends = static fn (string $cell): array => array_column(
            (array) (TableReader::read("Name\tCC\tRange\nA\t20\t{$cell}\n")->parameters[0]['named'] ?? []),
            'send',
            'name',
        );

        self::assertSame(['Off' => 0, 'On' => 127], $sends('off/on'));
        self::assertSame(['Tape' => 0, 'Plate' => 127], $sends('0-63 = Tape, 64-127 = Plate'));
        self::assertSame(['Low' => 0, 'Band' => 47, 'High' => 79, 'Notch' => 127], $sends('0-31 Low, 32-63 Band, 64-95 High, 96-127 Notch'));
        self::assertSame(['Slow' => 0, 'Fast' => 127], $sends('<64 Slow, >=64 Fast'));
        self::assertSame(['One' => 3, 'Two' => 5], $sends('3 One, 5 Two'));
    }

    public function testWhatAPersonSaysOfAColumnCounts(): void
    {
        $text = "#\tName\n1\tMix\n2\tTone\n3\tLevel\n";
        $read = TableReader::read($text, [0 => Holds::RowNumber]);
        self::assertSame([[], [], []], array_column($read->parameters, 'message') + [[], [], []]);
        self::assertSame(['has no number; it is taken without one'], $read->rows[0]->why());
        $hex = TableReader::read("Name\tCC\tRange\nMix\t10\t0-127\n", [1 => Holds::ControllerHex]);
        self::assertSame([['kind' => 'cc', 'number' => 16]], array_column($hex->parameters, 'message'));
        self::assertSame(RowGroup::Taken, $hex->rows[0]->group);
        $moved = TableReader::read("Name\tCC\tAlso\nMix\t10\t20\n", [2 => Holds::Controller]);
        $message = ['kind' => 'cc', 'number' => 20];
        self::assertSame([$message], array_column($moved->parameters, 'message'), 'one column holds the numbers, the one that was chosen');
    }

    /** Makers count octaves in two ways: a key by its name is looked at, one by its number is not. */
    public function testAKeyByItsNameIsLookedAt(): void
    {
        foreach (['note C3' => 48, 'note F#0' => 18, 'note bb2' => 46, 'note 60' => 60, 'key 61' => 61] as $cell => $key) {
            $read = TableReader::read("Name\tCC\nMix\t20\nPad\t{$cell}\n");
            $expected = [['kind' => 'cc', 'number' => 20], ['kind' => 'note', 'number' => $key]];
            self::assertSame($expected, array_column($read->parameters, 'message'), $cell);
            $doubts = array_filter($read->rows[1]->doubts, static fn (Doubt $doubt): bool => $doubt instanceof KeyByName);
            self::assertSame($key < 60, [] !== $doubts, $cell);
        }
    }

    /** @param array<string, mixed> $parameter */
    private static function said(array $parameter): string
    {
        /**
         * @var array{message?: array{kind: string, number?: int, channel?: int}, raw: array{int, int}, named?: list<array{name: string,
         *     from: int, to: int}>} $parameter
         */
        return self::line(
            $parameter['message']['kind'] ?? '',
            $parameter['message']['number'] ?? null,
            $parameter['message']['channel'] ?? null,
            $parameter['raw'],
            array_map(static fn (array $named): array => [$named['from'], $named['to'], $named['name']], $parameter['named'] ?? []),
        );
    }

    /** @param array{kind: string, number: int|null, channel: int|null, raw: array{int, int}, named: list<array{int, int, string}>} $meant */
    private static function wanted(array $meant): string
    {
        return self::line(...array_values($meant));
    }

    /**
     * @param array{int, int} $raw
     * @param list<array{int, int, string}> $named
     */
    private static function line(string $kind, ?int $number, ?int $channel, array $raw, array $named): string
    {
        return json_encode([$kind, $number, $channel, $raw, $named], \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR);
    }
}
