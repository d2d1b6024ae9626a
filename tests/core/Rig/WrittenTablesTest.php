<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Core\Rig\Table\RowGroup;
use ZigzagPost\Core\Rig\Table\TableReader;

/**
 * Tables as people wrote them, in tables.txt, each with what its rows mean. A row that means "?" is not to be taken without a word;
 * no other is to be taken as something else.
 */
final class WrittenTablesTest extends TestCase
{
    /** @return iterable<string, array{string, list<array{string, string}>}> the table, and what each name means */
    public static function tables(): iterable
    {
        foreach (\array_slice(explode('=== ', (string) file_get_contents(__DIR__.'/tables.txt')), 1) as $each) {
            [$title, $rest] = explode("\n", $each, 2);
            [$table, $meaning] = explode("---\n", $rest);
            // A line of dashes can stand in a table, too.
            $meant = array_map(static fn (string $line): array => self::pair($line), explode("\n", trim($meaning)));
            yield $title => [$table, $meant];
        }
    }

    /** @param list<array{string, string}> $meant */
    #[DataProvider('tables')]
    public function testNoRowIsWrongWithoutAWord(string $table, array $meant): void
    {
        $read = TableReader::read($table);
        self::assertNotSame([], $read->rows);
        foreach ($read->rows as $index => $row) {
            if (RowGroup::Taken !== $row->group || null === $row->parameter) {
                continue;
            }
            $said = self::said($read->parameters[$row->parameter]);
            $wanted = array_values(array_filter($meant, static fn (array $each): bool => $each[0] === $row->what));
            self::assertNotSame([], $wanted, "{$row->what} is taken as {$said}");
            self::assertNotSame(
                [],
                array_filter(
                    $wanted,
                    static fn (array $each): bool => $each[1] === $said
                        || (str_ends_with($each[1], ' ?') && str_starts_with($said, substr($each[1], 0, -1))),
                ),
                "{$row->what} is taken as {$said}, and means {$wanted[0][1]}",
            );
        }
    }

    public function testMostOfThemAreUnderstood(): void
    {
        $rows = $right = 0;
        foreach (self::tables() as $title => [$table, $meant]) {
            $read = TableReader::read($table);
            $said = array_map(self::said(...), $read->parameters);
            $names = array_map(
                static fn (array $parameter): string => \is_string($parameter['name'] ?? null) ? $parameter['name'] : '',
                $read->parameters,
            );
            foreach ($meant as [$name, $what]) {
                if ('?' === $what || str_ends_with($what, ' ?')) {
                    continue;
                }
                ++$rows;
                $isRight =
                    [] !==
                    array_filter(
                        $said,
                        static fn (string $each, int $index): bool => $each === $what && str_ends_with($names[$index], $name),
                        \ARRAY_FILTER_USE_BOTH,
                    );
                $right += $isRight ? 1 : 0;
                if (!$isRight && false !== getenv('ZIGZAG_SHOW')) {
                    fwrite(\STDERR, "{$title}: {$name} = {$what}\n");
                }
            }
        }
        self::assertGreaterThan(0.95 * $rows, $right);
    }

    /** @param list<array{string, string}> $meant */
    #[DataProvider('tables')]
    public function testWhatWasReadIsWrittenAndReadAgain(string $table, array $meant): void
    {
        $read = TableReader::read($table);
        $json = Json::encode($read->chart('Any'));
        if ([] === $read->parameters) {
            self::assertNotSame([], $read->rows, 'each row says why it was not taken');

            return;
        }
        $chart = RigFile::chart($json);
        $again = ChartTables::read(ChartTables::of($chart));
        self::assertEquals(Json::toValue($chart), Json::toValue(RigFile::chart(Json::encode($again))));
    }

    /** @return array{string, string} */
    private static function pair(string $line): array
    {
        $at = (int) strrpos($line, ' = ');

        return [substr($line, 0, $at), substr($line, $at + 3)];
    }

    /** @param array<string, mixed> $parameter */
    private static function said(array $parameter): string
    {
        /** @var array{raw: array{int, int}, message?: array{kind: string, number?: int, channel?: int}} $parameter */
        $message = $parameter['message'] ?? ['kind' => 'nothing'];

        return $message['kind'].
            (isset($message['number']) ? " {$message['number']}" : '').
            (isset($message['channel']) ? " channel {$message['channel']}" : '').
            " {$parameter['raw'][0]}-{$parameter['raw'][1]}";
    }
}
