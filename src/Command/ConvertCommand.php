<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\WholeMessages;

#[AsCommand('convert', 'Converts between tape, MIDI file (.mid) and CSV file (.csv)')]
final class ConvertCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('in', InputArgument::REQUIRED, 'what to read; - for a tape on standard input')
            ->addArgument('out', InputArgument::REQUIRED, 'what to write; - for a tape on standard output')
            ->addOption('type', null, InputOption::VALUE_REQUIRED, 'type of MIDI file to write: 0 for one track, 1 for a track per port', '1');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $type = Text::of($input->getOption('type'));
        if ('0' !== $type && '1' !== $type) {
            throw CommandFailed::input("convert: --type {$type} is not supported; write 0 or 1");
        }
        $in = Text::of($input->getArgument('in'));
        $out = Text::of($input->getArgument('out'));
        $stream = Files::open($in);
        $file = OutputFile::of($out);
        $writer = FileFormat::of($out)->writer($file->stream, [], '0' === $type);
        $whole = new WholeMessages();
        try {
            foreach ($whole->of(FileFormat::of($in)->events($stream, $in)) as $event) {
                $writer->write($event);
            }
            $writer->finish();
        } catch (BadFile $bad) {
            throw CommandFailed::input($bad->getMessage());
        }
        $file->finish();
        foreach ($whole->faults as $fault => $count) {
            fwrite(\STDERR, "{$in}: left out {$count} × {$fault}\n");
        }

        return 0;
    }
}
