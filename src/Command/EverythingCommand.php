<?php

declare(strict_types=1);

namespace App\Command;

use App\Backup\Export;
use App\Backup\Incoming;
use App\Backup\Stand;
use App\Documents\BadDocument;
use App\Storage\StorageProblem;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** The backup without a browser: everything into a file, or everything of a file into the library. */
#[AsCommand('everything', 'Writes everything in the library to a file (out), or brings in what such a file holds (in)')]
final class EverythingCommand extends Command
{
    public function __construct(private readonly Export $export, private readonly Incoming $incoming)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('way', InputArgument::REQUIRED, 'out or in')->addArgument(
            'file',
            InputArgument::REQUIRED,
            'the zip file; - writes to standard output',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$way, $file] = [OptionText::of($input->getArgument('way')), OptionText::of($input->getArgument('file'))];
        try {
            match ($way) {
                'out' => $this->out($file),
                'in' => $this->in($file, $output),
                default => throw CommandFailed::input("everything {$way}: write \"everything out FILE\" or \"everything in FILE\""),
            };
        } catch (BadDocument|StorageProblem $bad) {
            throw CommandFailed::input($bad->getMessage());
        }

        return 0;
    }

    /** @throws StorageProblem */
    private function out(string $file): void
    {
        $part = '-' === $file ? 'php://stdout' : "{$file}.part";
        $stream = @fopen($part, 'w');
        if (false === $stream) {
            throw CommandFailed::input("{$file}: this file cannot be written");
        }
        try {
            $this->export->write(static function (string $bytes) use ($stream, $file): void {
                if (\strlen($bytes) !== @fwrite($stream, $bytes)) {
                    throw CommandFailed::input("{$file}: the disk is full; nothing has been written");
                }
            });
            if ('-' !== $file && (!fflush($stream) || !fsync($stream) || !rename($part, $file))) {
                throw CommandFailed::input("{$file}: the disk is full; nothing has been written");
            }
        } finally {
            if ('-' !== $file) {
                @unlink($part);
            }
        }
    }

    /**
     * @throws BadDocument
     * @throws StorageProblem
     */
    private function in(string $file, OutputInterface $output): void
    {
        if (!is_file($file) || !is_readable($file)) {
            throw CommandFailed::input("{$file}: this file cannot be read");
        }
        $isShown = stream_isatty(\STDERR);
        $stand = $this->incoming->whole((string) realpath($file), basename($file), '', static function (Stand $stand) use ($isShown): void {
            if ($isShown) {
                ['phase' => $phase, 'done' => $done, 'total' => $total] = $stand->told();
                fprintf(\STDERR, "\r%s … %d %%   ", $phase, 0 === $total ? 100 : intdiv(100 * $done, $total));
            }
        });
        if ($isShown) {
            fwrite(\STDERR, "\r\n");
        }
        $output->writeln(
            "{$stand->new} documents are new, {$stand->same} were here already, {$stand->beside} differ and stand beside those that were here.",
            OutputInterface::OUTPUT_RAW,
        );
        if ($stand->unreadable > 0) {
            $output->writeln("{$stand->unreadable} of them cannot be read by this version; they are kept as they are.", OutputInterface::OUTPUT_RAW);
        }
    }
}
