<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Tape\TapeRun;
use ZigzagPost\Core\Format\WriteFailed;

#[AsCommand('panic', 'Writes what silences all that a stopped run left sounding')]
final class PanicCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('book', InputArgument::REQUIRED, 'the rulebook')
            ->addOption('load', null, InputOption::VALUE_REQUIRED, 'the state of the run, kept with run --save')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'where to write it; a tape on standard output if left out');
    }

    /** @throws WriteFailed */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $state =
            OptionText::orNull($input->getOption('load')) ??
            throw CommandFailed::input('panic: name the state of the run with --load FILE; "bin/zigzag run … --save FILE" keeps one');
        $book = Files::rulebook(OptionText::of($input->getArgument('book')));
        $engine = Files::savedRun($state, Compiler::load($book), false);
        $out = OutputFile::ofRecording(OptionText::orNull($input->getOption('out')));
        $writer = $out->writer($book);
        try {
            $engine->panic($engine->state->now);
            (new TapeRun($engine, $writer))->run([], $engine->state->now);
        } catch (WriteFailed $failed) {
            throw CommandFailed::input((OptionText::orNull($input->getOption('out')) ?? 'standard output').": {$failed->getMessage()}");
        }
        $out->finish();

        return 0;
    }
}
