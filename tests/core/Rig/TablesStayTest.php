<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\TableReader;
use ZigzagPost\Tests\Core\Kept;

/** What is read of tables and name documents, whole and spoilt, stays as it was; that nothing is read wrongly is shown elsewhere. */
final class TablesStayTest extends TestCase
{
    private const EACH = 16;

    /** @return iterable<string, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < 8; ++$part) {
            yield "part {$part}" => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testTablesStay(int $part): void
    {
        $text = '';
        $random = new Randomizer(new Mt19937(80 + $part));
        $tables = new AnyTable($random);
        $written = \array_slice(explode('=== ', (string) file_get_contents(__DIR__.'/tables.txt')), 1);
        for ($case = 0; $case < self::EACH; ++$case) {
            $table = 0 === $case % 3 ? preg_replace('/^.*\n/', '', $written[$random->getInt(0, \count($written) - 1)]) : $tables->make()[0];
            $text .= "== table {$case}\n".self::read(0 === $case % 4 ? (string) $table : self::spoilt((string) $table, $random));
        }

        Kept::asIn(__DIR__."/stays/tables-{$part}.txt", $text);
    }

    /** Cells as people write them, one a row: ranges, borders, names, units and remarks in every order. */
    public function testCellsStay(): void
    {
        $random = new Randomizer(new Mt19937(77));
        $one = static fn (array $of): string => implode('', array_filter([$of[$random->getInt(0, \count($of) - 1)]], is_string(...)));
        $numbers = ['0', '1', '20', '63', '64', '65', '100', '126', '127', '128', '16383', '-64', '+63', '-8192', '0,5', '12.5', '0x40', '3Fh', '1F'];
        $text = '';
        for ($table = 0; $table < 6; ++$table) {
            $rows = '';
            for ($row = 0; $row < 90; ++$row) {
                $range = $one($numbers).$one(['-', '..', ' - ', '–', ' to ', '…', ' bis ', '/', ':', ' ']).$one($numbers);
                $border = $one(['<', '<=', '≤']).$one(['63', '64', '0', '127', '200']).$one([' ', ': ', ' = ']).$one(['off', 'Hall', 'a b']).
                    $one([', ', '; ', ' / ']).$one(['>', '>=', '≥']).$one(['63', '64', '65', '1', '128']).' '.$one(['on', 'Plate']);
                $names = $one($numbers).$one(['=', ': ', ' = ', ' ']).$one(['Off', 'Hall', '12 dB']).$one([', ', '; ', ' / ', ' ']).$one($numbers).
                    $one(['=', ': ', ' = ']).$one(['On', 'Plate', '0']);
                $cell = $one([$range, $range, $range, $border, $names, $one($numbers), 'on/off', 'Off, On', 'A/B/C', 'hall plate spring', '', '?', '-']);
                $cell .= $one(['', '', '', ' Hz', ' ms', ' %', 'dB', ' (64 = centre)', ' (default 5)', ' see p. 3', ' centre 9', ', inverted', ' s']);
                $number = $one(['20', '7', 'CC 21', '7/39', 'NRPN 1:33', 'bend', 'x', '0x15', '74 (ch 2)', '200', 'PC', 'note 36']);
                $rows .= "P {$row}\t{$number}\t{$cell}\n";
            }
            $text .= "== table {$table}\n".self::read($one(["Name\tCC\tRange\n", "Parameter\tController\tValues\n", "Name\tCC (hex)\tRange\n"]).$rows);
        }

        Kept::asIn(__DIR__.'/stays/cells.txt', $text);
    }

    #[DataProvider('parts')]
    public function testNameDocumentsStay(int $part): void
    {
        $text = '';
        $random = new Randomizer(new Mt19937(90 + $part));
        $rigs = explode("\n", trim((string) file_get_contents(__DIR__.'/stays/any.jsonl')));
        foreach (\array_slice($rigs, 5 * $part, 5) as $place => $json) {
            foreach (RigFile::rig($json)->charts as $id => $kept) {
                $xml = NameDocument::write($kept->chart)->xml;
                $text .= "== {$place} {$id}\n".self::names($xml).self::names(self::spoilt($xml, $random)).self::names(self::fewer($xml, $random));
            }
        }

        Kept::asIn(__DIR__."/stays/names-{$part}.txt", $text);
    }

    private static function read(string $table): string
    {
        $read = TableReader::read($table);
        $text = Kept::line(Kept::plain($read->columns), Kept::plain($read->notes), $read->isWhole());
        foreach ($read->rows as $row) {
            $text .= Kept::line($row->line, $row->print(), $row->why(), Kept::plain($row->stood), $row->problem);
            $text .= null === $row->parameter ? '' : Kept::line(Kept::plain(get_object_vars((object) $read->parameters[$row->parameter])));
        }

        return $text;
    }

    private static function names(string $xml): string
    {
        try {
            return Kept::line(Kept::plain(get_object_vars(NameDocument::read($xml))));
        } catch (BadData $bad) {
            return Kept::line($bad->getMessage());
        }
    }

    /** With a few characters that somebody has put in the place of others. */
    private static function spoilt(string $text, Randomizer $random): string
    {
        for ($times = $random->getInt(1, 3); $times > 0 && '' !== $text; --$times) {
            $other = ['0', '7', '9', '-', '..', 'x', ' ', '', "\t", ';', '/', 'h', '(', '200', 'ch 3'][$random->getInt(0, 14)];
            $text = substr_replace($text, $other, $random->getInt(0, \strlen($text) - 1), 1);
        }

        return $text;
    }

    /** Without one of its lines, and with another twice. */
    private static function fewer(string $text, Randomizer $random): string
    {
        $lines = explode("\n", $text);
        $twice = $random->getInt(0, \count($lines) - 1);
        array_splice($lines, $twice, 0, [$lines[$twice]]);
        array_splice($lines, $random->getInt(0, \count($lines) - 1), 1);

        return implode("\n", $lines);
    }
}
