<?php

declare(strict_types=1);

namespace App\Command;

use App\Documents\Zip;
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

#[AsCommand('chart:write', 'Writes a chart as CSV or as a MIDI name document')]
final class ChartWriteCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the chart, as JSON');
        $this->addOption('as', null, InputOption::VALUE_REQUIRED, 'csv or midnam');
        $this->addOption(
            'out',
            null,
            InputOption::VALUE_REQUIRED,
            'where to write; a name that ends in .zip takes all tables of a chart, any other its parameters',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('file'));
        $as = OptionText::orNull($input->getOption('as'));
        $out = OptionText::orNull($input->getOption('out'));
        try {
            $chart = RigFile::chart(Files::text($file, Json::MAX_BYTES + 1));
        } catch (BadData $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
        if ('midnam' === $as) {
            $written = NameDocument::write($chart);
            [$text, $lost] = [$written->xml, $written->lost];
            foreach ($lost as $what) {
                Files::tell($output, "{$file}: a name document does not hold {$what}");
            }
        } elseif ('csv' === $as) {
            $tables = ChartTables::of($chart);
            $text =
                null !== $out && str_ends_with(strtolower($out), '.zip')
                    ? Zip::of($tables)
                    : $tables['parameters.csv'] ??
                        throw CommandFailed::input("{$file}: this chart has no parameters; write all of its tables with --out NAME.zip");
        } else {
            throw CommandFailed::input('chart write: say --as csv or --as midnam');
        }
        if (null === $out) {
            $output->write($text, false, OutputInterface::OUTPUT_RAW);
        } elseif (false === @file_put_contents($out, $text)) {
            throw CommandFailed::input("{$out}: this file cannot be written");
        }

        return 0;
    }
}
