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
use ZigzagPost\Core\Rulebook\Naming\Plain;

#[AsCommand('plain', 'Prints a rulebook that names devices as one that names none')]
final class PlainCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('book', InputArgument::REQUIRED, 'the rulebook');
        $this->addOption('rig', null, InputOption::VALUE_REQUIRED, 'the rig that says what names mean');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('book'));
        $rig = Files::rigOption($input->getOption('rig'));
        $checked = Files::checked($file, $rig);
        if (null === $rig) {
            $output->write(\ZigzagPost\Core\Rulebook\Printer::print($checked->written), false, OutputInterface::OUTPUT_RAW);

            return 0;
        }
        $plain = Plain::of($checked->written, $checked->book, RigReader::devices($rig)($checked->written));
        $output->write($plain->text, false, OutputInterface::OUTPUT_RAW);
        foreach ($plain->unsaid as $unsaid) {
            Files::tell($output, "{$file}:{$unsaid->line}: {$unsaid->what} cannot be said without names");
        }

        return [] === $plain->unsaid ? 0 : 1;
    }
}
