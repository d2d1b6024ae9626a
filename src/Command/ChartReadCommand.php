<?php

declare(strict_types=1);

namespace App\Command;

use App\Documents\Zip;
use App\Rig\ReadTableView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Core\Rig\Table\ReadRow;
use ZigzagPost\Core\Rig\Table\ReadTable;
use ZigzagPost\Core\Rig\Table\RowGroup;
use ZigzagPost\Core\Rig\Table\TableReader;

#[AsCommand('chart:read', 'Makes a chart of a table of parameters, or of a MIDI name document')]
final class ChartReadCommand extends Command
{
    private const MAX_BYTES = 8 << 20;

    protected function configure(): void
    {
        $this->addArgument(
            'table',
            InputArgument::REQUIRED,
            'the table, as text or CSV, a .midnam, or a .zip of all tables of a chart; - for standard input',
        );
        $this->addOption('name', null, InputOption::VALUE_REQUIRED, 'what the device is called');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'print what became of each row as well');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('table'));
        $text = Files::text($file, self::MAX_BYTES + 1);
        if (\strlen($text) > self::MAX_BYTES) {
            throw CommandFailed::input("{$file}: a table is at most 8 MiB");
        }
        $name = OptionText::orNull($input->getOption('name'));
        try {
            if (str_ends_with(strtolower($file), '.zip')) {
                $chart = ChartTables::read(Zip::read($file, self::MAX_BYTES));
                $rows = [];
                $isWhole = true;
            } elseif (str_ends_with(strtolower($file), '.midnam')) {
                $names = NameDocument::read($text);
                foreach ($names->notes as $note) {
                    Files::tell($output, "{$file}: {$note}");
                }
                $chart = $names->chart;
                $rows = [];
                $isWhole = true;
            } else {
                $table = TableReader::read($text);
                $chart = $table->chart($name ?? pathinfo($file, \PATHINFO_FILENAME));
                $isWhole = $table->isWhole();
                $rows = ReadTableView::of($table);
                foreach ([...$table->notes, ...$this->told($table)] as $line) {
                    Files::tell($output, "{$file}: {$line}");
                }
                if ([] === $table->parameters) {
                    throw CommandFailed::input("{$file}: no row of this can be read as a parameter; it takes a column of names and one of numbers");
                }
            }
            $chart = Json::toValue(RigFile::chart(Json::encode([...$chart, ...null === $name ? [] : ['name' => $name]])));
        } catch (BadData $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
        $output->write(Json::encode(true === $input->getOption('json') ? ['chart' => $chart, ...$rows] : $chart), false, OutputInterface::OUTPUT_RAW);

        return $isWhole ? 0 : 1;
    }

    /** @return list<string> rows that were left out, then what was guessed, of the rows of which it was */
    private function told(ReadTable $table): array
    {
        $guessed = [];
        foreach ($table->of(RowGroup::LookAtIt) as $row) {
            foreach ($row->why() as $why) {
                $guessed[$why][] = $row->line;
            }
        }
        $told = array_map(static fn (ReadRow $row): string => $row->print(), $table->of(RowGroup::NotTaken));
        foreach ($guessed as $why => $lines) {
            $told[] =
                (1 === \count($lines) ? 'line ' : 'lines ').
                implode(', ', \array_slice($lines, 0, 12)).
                (\count($lines) > 12 ? ' …' : '').
                ": look at it: {$why}";
        }

        return $told;
    }
}
