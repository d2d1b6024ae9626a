<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\RangeAssumed;
use ZigzagPost\Core\Rig\Table\Doubt\SentAssumed;
use ZigzagPost\Core\Rig\Table\ReadRow;
use ZigzagPost\Core\Rig\Table\ReadTable;
use ZigzagPost\Core\Rig\Table\TableReader;
use ZigzagPost\Tests\Core\Cases;

/** Tables as people have them come in with every row either right or named. */
final class TablesTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, list<string>}> table, parameters in short, rows that are named */
    public static function tables(): iterable
    {
        yield 'tabs with headings' => ["Parameter\tCC\tRange\nMix\t21\t0-127\nTone\t22\t0-100", ['Mix cc 21 0..127', 'Tone cc 22 0..100'], []];
        yield 'commas' => ["Name,CC#,Min,Max\nMix,21,0,127\n\"Tone, low\",22,10,100\n", ['Mix cc 21 0..127', 'Tone, low cc 22 10..100'], []];
        yield 'semicolons and decimal commas' => [
            "Name;CC;Range\nRate;20;0,5 – 12,5 Hz\nGain;21;-12,0..+6,0 dB\n",
            ['Rate cc 20 0..127 shown 0.5..12.5 Hz', 'Gain cc 21 0..127 shown -12..6 dB'],
            [],
        ];
        yield 'bars' => ["| Name | Controller | Values |\n|------|:---:|---|\n| Mix | CC 21 | off/on |\n", ['Mix cc 21 0..127 Off On'], []];
        yield 'runs of blanks, no headings' => ["Mix        CC21   0-127\nTone       CC22   0-100\n", ['Mix cc 21 0..127', 'Tone cc 22 0..100'], []];
        yield 'no headings, number first' => ["21\tMix\n22\tTone\n", ['Mix cc 21 0..127', 'Tone cc 22 0..127'], []];
        yield 'sections and comments' => [
            "The echo box, all numbers\n\nName\tCC\n# by hand\nDelay\t\nTime\t12\nFilter:\t\nCutoff\t74\n",
            ['Time cc 12 0..127 (Delay)', 'Cutoff cc 74 0..127 (Filter)'],
            [],
        ];
        yield 'merged headings' => [
            "Parameter\tNRPN\t\tRange\t\n\tMSB\tLSB\tfrom\tto\nDecay\t1\t8\t0\t16383\nWidth\t1\t9\t0\t127\n",
            ['Decay nrpn 136 0..16383', 'Width nrpn 137 0..127'],
            [],
        ];
        yield 'numbers in many ways' => [
            "Name\tCC\na\tCC 7\nb\tcc#8\nc\t0x4A\nd\t4Bh\ne\t16 (10h)\nf\t7/39\ng\tNRPN 1:23\nh\tPitch bend\ni\tChannel pressure\nj\tController 9\n",
            [
                'a cc 7 0..127',
                'b cc 8 0..127',
                'c cc 74 0..127',
                'd cc 75 0..127',
                'e cc 16 0..127',
                'f cc14 7 0..16383',
                'g nrpn 151 0..16383',
                'h bend  -8192..8191',
                'i pressure  0..127',
                'j cc 9 0..127',
            ],
            [],
        ];
        yield 'named values' => [
            "Name\tCC\tValues\nWave\t70\t0 = Saw, 1 = Square, 2 = Sine\nMode\t71\t0-63: Tape; 64-127: Reverse\n",
            ['Wave cc 70 0..2 Saw Square Sine', 'Mode cc 71 0..127 Tape Reverse'],
            [],
        ];
        yield 'remarks that begin as units do' => [
            "Name\tCC\tRange\nMix\t20\t0-127 centre 64\nTone\t21\t64..126 see p. 3\nTime\t22\t1-5 s, about so\n",
            ['Mix cc 20 0..127', 'Tone cc 21 64..126', 'Time cc 22 0..127 shown 1..5 s'],
            ['line 3: "Tone": "see p. 3" was cut off', 'line 4: "Time": "about so" was cut off'],
        ];
        yield 'a dash in one column, a number in another' => [
            "Name\tCC\tNRPN\nMix\t-\t300\nTone\t20\t-\nPad\t-\t-\n",
            ['Mix nrpn 300 0..16383', 'Tone cc 20 0..127', 'Pad hand 0..127'],
            [],
        ];
        yield 'halves of which one is none' => [
            "Name\tNRPN\na\t1:zz\nb\tzz:1\nc\t1:2\nd\t127:127\ne\t1:128\n",
            ['c nrpn 130 0..16383', 'd nrpn 16383 0..16383'], [
                'line 2: "a": "1:zz" is no number of a controller (0 to 119) or a parameter',
                'line 3: "b": "zz:1" is no number of a controller (0 to 119) or a parameter',
                'line 6: "e": "1:128" is no number of a controller (0 to 119) or a parameter',
            ]];
        yield 'two units in one range' => [
            "Name\tCC\tRange\na\t20\t500 ms - 2 s\nb\t21\t200 ms - 3 sec\nc\t22\t30 s - 2 min\nd\t23\t20 Hz - 20 kHz\ne\t24\t100 Hz - 10k\n",
            [
                'a cc 20 0..127 shown 500..2000 ms',
                'b cc 21 0..127 shown 200..3000 ms',
                'c cc 22 0..127 shown 30000..120000 ms',
                'd cc 23 0..127 shown 20..20000 Hz',
                'e cc 24 0..127 shown 100..10000 Hz',
            ],
            [
                'line 2: "a": both ends were read in ms',
                'line 3: "b": both ends were read in ms',
                'line 4: "c": both ends were read in ms',
                'line 5: "d": both ends were read in Hz',
                'line 6: "e": both ends were read in Hz',
            ],
        ];
        yield 'missing and none' => [
            "Name\tCC\tRange\nMix\t\t0-127\nPad\t-\t\n",
            ['Mix none 0..127', 'Pad hand 0..127'],
            ['line 2: "Mix": has no number; it is taken without one'],
        ];
        yield 'bad rows are named, good ones kept' => [
            "Name\tCC\tRange\nMix\t21\t0-127\nBad\t300\t0-127\nMode\t121\t0-127\n\t22\t0-127\nWide\t23\t0-500\n"
                ."Odd\t24\tloud\nMix\t25\t0-1\nPads\t30-37\t0-127\n",
            ['Mix cc 21 0..127'],
            [
                'line 3: "Bad": "300" is no number of a controller (0 to 119) or a parameter',
                'line 4: "Mode": 121 is a channel mode message, not a controller',
                'line 5: "22": has no name',
                'line 6: "Wide": goes up to 500; cc has values to 127',
                'line 7: "Odd": "loud" is no range; write 0-127, off/on, or 0 = first, 1 = second',
                'line 8: "Mix": is there already in line 2; give one of them another name',
                'line 9: "Pads": "30-37" is several numbers; write a row for each',
            ],
        ];
        yield 'the same name in two sections' => [
            "Name\tCC\nLow\t\nGain\t10\nHigh\t\nGain\t11\n",
            ['Gain cc 10 0..127 (Low)', 'High Gain cc 11 0..127 (High)'],
            [],
        ];
        yield 'coarse and fine halves of controllers' => [
            "Function\tMSB\tLSB\tRange\nCutoff\t20\t52\t0-16383\nDeep\t1\t33\t0-16383\nOther\t1\t34\t0-127\n",
            ['Cutoff cc14 20 0..16383', 'Deep cc14 1 0..16383', 'Other nrpn 162 0..127'],
            ['line 4: "Other": 1 and 34 were taken for the halves of an NRPN'],
        ];
        yield 'typed lines' => [
            "Cutoff 74 0-127\nResonance 71 0-100\nAttack  73  off/on\n",
            ['Cutoff cc 74 0..127', 'Resonance cc 71 0..100', 'Attack cc 73 0..127 Off On'],
            [],
        ];
        yield 'a list in words' => [
            "CC 7: Volume\nCC 10 - Pan (0 left, 64 centre, 127 right)\nCC 64 = Sustain (0-63 off, 64-127 on)\n",
            ['Volume cc 7 0..127', 'Pan cc 10 0..127 left centre right', 'Sustain cc 64 0..127 off on'],
            [],
        ];
        yield 'a strange heading over ranges, and one over nothing known' => [
            "Parameter;CC;Bereich;Farbe\nMix;21;0-100;rot\n",
            ['Mix cc 21 0..100'],
            ['what stands below "Farbe" is left out'],
        ];
        yield 'names of values below two headings' => [
            "Name,CC,Min,Max\nMode,23,on/off,\nMix,21,0,127\nHalf,22,5,\n",
            ['Mode cc 23 0..127 Off On', 'Mix cc 21 0..127'],
            ['line 4: "Half": "5" is one end of a range only; write the other as well'],
        ];
        yield 'a number twice, a heading with nothing below' => [
            "Name\tCC\nLevel\t7\nVolume\t7\nSwitches\t\n",
            ['Level cc 7 0..127', 'Volume cc 7 0..127'],
            ['line 3: "Volume": has the number of line 2 as well', 'line 4: "Switches": has a name only, and was taken for a heading'],
        ];
        yield 'defaults and units' => [
            "Name\tCC\tMin\tMax\tDefault\tUnit\tNotes\nMix\t21\t0\t100\t50\t\tper block\nLevel\t22\t-60\t6\t\tdB\t\n",
            ['Mix cc 21 0..100 rest 50 "per block"', 'Level cc 22 0..127 shown -60..6 dB'],
            [],
        ];
    }

    /**
     * @param list<string> $parameters
     * @param list<string> $named
     */
    #[DataProvider('tables')]
    public function testEveryRowIsRightOrNamed(string $table, array $parameters, array $named): void
    {
        $read = TableReader::read($table);

        $isOfValues = static fn (Doubt $doubt): bool => $doubt instanceof RangeAssumed || $doubt instanceof SentAssumed;
        $others = static fn (ReadRow $row): array => [
            ...array_map(
                static fn (Doubt $doubt): string => $doubt->text(),
                array_filter($row->doubts, static fn (Doubt $doubt): bool => !$isOfValues($doubt)),
            ),
            ...array_filter([$row->problem]),
        ];
        $told = array_filter($read->named(), static fn (ReadRow $row): bool => [] !== $others($row));
        self::assertSame($named, [
            ...array_map(
                static fn (ReadRow $row): string => "line {$row->line}: \"{$row->what}\": ".implode('; ', $others($row)),
                array_values($told),
            ),
            ...$read->notes,
        ]);
        foreach ($read->rows as $row) {
            $raw = $read->parameters[$row->parameter ?? -1]['shown'] ?? null;
            self::assertTrue(
                null === $raw || [] !== array_filter($row->doubts, $isOfValues),
                'what is sent for what is shown was guessed, and that is said',
            );
        }
        self::assertSame($parameters, self::short($read));
        $chart = RigFile::chart(Json::encode($read->chart('Box')));
        self::assertCount(\count($parameters), $chart->parameters ?? []);
    }

    public function testThirtyControllersGoOutAsATableAndComeBackEqual(): void
    {
        $table = "Name\tGroup\tCC\tRange\tUnit\tDefault\tNotes\n";
        for ($number = 0; $number < 30; ++$number) {
            $table .=
                "Control {$number}\tPage ".
                intdiv($number, 8).
                "\t".
                (20 + $number).
                "\t".
                ['0-127', 'off/on', '0 = A, 1 = B', '0-100'][$number % 4].
                "\t\t".
                (0 === $number % 2 ? '1' : '').
                "\tnote {$number}\n";
        }
        $read = TableReader::read($table);
        self::assertCount(30, $read->parameters);
        $chart = RigFile::chart(Json::encode($read->chart('Box')));
        self::assertEquals(Json::toValue($chart), Json::toValue(RigFile::chart(Json::encode(ChartTables::read(ChartTables::of($chart))))));
    }

    /** Whatever is pasted, something sensible comes back, and charts made of it are good. */
    public function testRandomTextNeverThrows(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $pieces = [
            "\t",
            "\t",
            ',',
            ';',
            '|',
            "\n",
            "\n",
            '"',
            'Name',
            'CC',
            'Range',
            '21',
            '300',
            '0-127',
            'off/on',
            '-',
            'NRPN 1:2',
            '0 = x',
            "\0",
            "\xFF",
            'Füllung',
            '  ',
            '#',
            '99999999999999999999',
        ];
        for ($case = 0; $case < Cases::number(400); ++$case) {
            $text = '';
            for ($length = $random->getInt(0, 60); $length > 0; --$length) {
                $text .= $pieces[$random->getInt(0, \count($pieces) - 1)];
            }
            $read = TableReader::read($text);
            RigFile::chart(Json::encode($read->chart('Box')));
            self::assertGreaterThanOrEqual(\count($read->parameters), \count($read->rows));
        }
    }

    /** @return list<string> */
    private static function short(ReadTable $read): array
    {
        return array_map(static function (array $parameter): string {
            /**
             * @var array{name: string, reach: string, raw: array{int, int}, message?: array{kind: string, number?: int}, family?: string,
             *     named?: list<array{name: string}>, shown?: list<array{int, float}>, unit?: string, rest?: int, note?: string} $parameter
             */
            $message = $parameter['message'] ?? null;

            return $parameter['name'].
                ' '.
                ('hand' === $parameter['reach'] ? 'hand' : (null === $message ? 'none' : $message['kind'].' '.($message['number'] ?? ''))).
                " {$parameter['raw'][0]}..{$parameter['raw'][1]}".
                (isset($parameter['family']) ? " ({$parameter['family']})" : '').
                implode('', array_map(static fn (array $named): string => " {$named['name']}", $parameter['named'] ?? [])).
                (isset($parameter['shown']) ? " shown {$parameter['shown'][0][1]}..{$parameter['shown'][1][1]}" : '').
                (isset($parameter['unit']) ? " {$parameter['unit']}" : '').
                (isset($parameter['rest']) ? " rest {$parameter['rest']}" : '').
                (isset($parameter['note']) ? " \"{$parameter['note']}\"" : '');
        }, $read->parameters);
    }
}
