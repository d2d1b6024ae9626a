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
use ZigzagPost\Core\Rulebook\Naming\Retitled;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;

#[AsCommand('format', 'Prints the canonical form of a rulebook')]
final class FormatCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('book', InputArgument::REQUIRED, 'the rulebook');
        $this->addOption('rig', null, InputOption::VALUE_REQUIRED, 'the rig whose charts say how titles are written');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('book'));
        $read = Parser::parse(Files::rulebookText($file));
        [$book, $errors] = [$read->book, $read->errors];
        foreach ($errors as $error) {
            if ('not-built' !== $error->errorCode) {
                throw CommandFailed::rulebook("{$file}:{$error->span->line}:{$error->span->column}: error: {$error->errorCode}: {$error->getMessage()}");
            }
        }
        $rig = Files::rigOption($input->getOption('rig'));
        $book = null === $rig ? $book : Retitled::of($book, RigReader::devices($rig)($book));
        $output->write(Printer::print($book), false, OutputInterface::OUTPUT_RAW);

        return 0;
    }
}
