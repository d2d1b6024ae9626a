<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\RigReader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Check\Checker;

#[AsCommand('check', 'Lists what is wrong or doubtful in a rulebook')]
final class CheckCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('book', InputArgument::REQUIRED, 'the rulebook');
        $this->addOption('rig', null, InputOption::VALUE_REQUIRED, 'the rig that says what names of devices mean');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('book'));
        $rig = Files::rigOption($input->getOption('rig'));
        $checked = Checker::check(Files::rulebookText($file), null === $rig ? null : RigReader::devices($rig));
        foreach ($checked->findings as $finding) {
            $output->writeln($finding->print($file), OutputInterface::OUTPUT_RAW);
        }

        return $checked->hasErrors() ? 1 : 0;
    }
}
