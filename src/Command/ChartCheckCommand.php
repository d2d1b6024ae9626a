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
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Rig\Setup\RigFile;

#[AsCommand('chart:check', 'Lists what is wrong in a chart')]
final class ChartCheckCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the chart, as JSON');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'print JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('file'));
        try {
            RigFile::chart(Files::text($file, Json::MAX_BYTES + 1));
            $problems = [];
        } catch (BadData $bad) {
            $problems = $bad->problems;
        }
        if (true === $input->getOption('json')) {
            $output->write(
                Json::encode([
                    'problems' => array_map(static fn (Problem $problem): array => ['path' => $problem->path, 'text' => $problem->text], $problems),
                ]),
                false,
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            foreach ($problems as $problem) {
                $output->writeln("{$file}: error: {$problem->print()}", OutputInterface::OUTPUT_RAW);
            }
        }

        return [] === $problems ? 0 : 1;
    }
}
