<?php

declare(strict_types=1);

namespace App\Command;

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
use ZigzagPost\Core\Rig\Table\TableReader;

#[AsCommand('chart:read', 'Makes a chart of a table of parameters, or of a MIDI name document')]
final class ChartReadCommand extends Command
{
    private const MAX_BYTES = 8 << 20;

    protected function configure(): void
    {
        $this->addArgument('table', InputArgument::REQUIRED, 'the table, as text or CSV, or a .midnam; - for standard input');
        $this->addOption('name', null, InputOption::VALUE_REQUIRED, 'what the device is called');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'print what became of each row as well');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = Text::of($input->getArgument('table'));
        $text = Files::text($file, self::MAX_BYTES + 1);
        if (\strlen($text) > self::MAX_BYTES) {
            throw CommandFailed::input("{$file}: a table is at most 8 MiB");
        }
        $name = Text::orNull($input->getOption('name'));
        try {
            if (str_ends_with(strtolower($file), '.midnam')) {
                $chart = NameDocument::read($text);
                $rows = [];
                $isWhole = true;
            } else {
                $table = TableReader::read($text);
                $chart = $table->chart($name ?? pathinfo($file, \PATHINFO_FILENAME));
                $isWhole = $table->isWhole();
                $rows = $table->rows;
                foreach ($table->named() as $row) {
                    fwrite(\STDERR, "{$file}: {$row->print()}\n");
                }
                if ([] === $table->parameters) {
                    throw CommandFailed::input("{$file}: no row of this can be read as a parameter; it takes a column of names and one of numbers");
                }
            }
            $chart = Json::toValue(RigFile::chart(Json::encode([...$chart, ...(null === $name ? [] : ['name' => $name])])));
        } catch (BadData $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
        $output->write(Json::encode(true === $input->getOption('json') ? ['chart' => $chart, 'rows' => array_map(static fn ($row): array => ['line' => $row->line, 'what' => $row->what, 'taken' => $row->isTaken, 'problem' => $row->problem], $rows)] : $chart), false, OutputInterface::OUTPUT_RAW);

        return $isWhole ? 0 : 1;
    }
}
