<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Engine\CompiledBook;
use ZigzagPost\Core\Engine\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\SavedRun;
use ZigzagPost\Core\Engine\TapeRun;
use ZigzagPost\Core\Engine\TraceLine;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\Milliseconds;

#[AsCommand('run', 'Runs a recording through a rulebook')]
final class RunCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('book', InputArgument::REQUIRED, 'the rulebook')
            ->addOption('in', null, InputOption::VALUE_REQUIRED, 'what comes in: a tape, a MIDI file (.mid) or a CSV file (.csv); - for a tape on standard input')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'where to write what goes out; a tape on standard output if left out')
            ->addOption('trace', null, InputOption::VALUE_REQUIRED, 'where to write what became of each message, a line of JSON each')
            ->addOption('until', null, InputOption::VALUE_REQUIRED, 'run to this time in milliseconds and no further')
            ->addOption('port', null, InputOption::VALUE_REQUIRED, 'the in port for everything that comes in')
            ->addOption('save', null, InputOption::VALUE_REQUIRED, 'keep the state of the run in this file')
            ->addOption('load', null, InputOption::VALUE_REQUIRED, 'go on from a state kept with --save');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $in = Text::orNull($input->getOption('in')) ?? throw CommandFailed::input('run: name what comes in with --in FILE (- for a tape on standard input)');
        $until = Text::orNull($input->getOption('until'));
        $untilUs = null === $until ? null : Milliseconds::parse($until) ?? throw CommandFailed::input("run: --until \"{$until}\" is not a time; write milliseconds, such as 1500");
        $bookFile = Text::of($input->getArgument('book'));
        $book = Files::rulebook($bookFile);
        $traceFile = Text::orNull($input->getOption('trace'));
        $compiled = Compiler::load($book, null !== $traceFile);
        $engine = $this->engine($compiled, Text::orNull($input->getOption('load')), null !== $traceFile);

        $stream = Files::open($in);
        $out = OutputFile::of(Text::orNull($input->getOption('out')));
        $trace = null === $traceFile ? null : OutputFile::of($traceFile);
        $writer = $out->writer($book);
        $traceTo = null === $trace ? null : static function (array $record) use ($trace): void {
            /* @phpstan-ignore argument.type */
            fwrite($trace->stream, TraceLine::of($record));
        };
        $events = FileFormat::of($in)->events($stream, $in, $this->portOf($compiled, $bookFile, Text::orNull($input->getOption('port'))));
        try {
            (new TapeRun($engine, $writer, $traceTo))->run($events, $untilUs);
            $writer->finish();
        } catch (BadFile $bad) {
            throw CommandFailed::input($bad->getMessage());
        }
        $save = Text::orNull($input->getOption('save'));
        if (null !== $save) {
            $saved = OutputFile::of($save);
            fwrite($saved->stream, SavedRun::write($engine));
            $saved->finish();
        }
        $out->finish();
        $trace?->finish();

        return 0;
    }

    private function engine(CompiledBook $book, ?string $load, bool $traced): Engine
    {
        if (null === $load) {
            $engine = new Engine($book, $traced);
            $engine->start();

            return $engine;
        }

        return Files::savedRun($load, $book, $traced);
    }

    /** @return \Closure(string, string): string */
    private function portOf(CompiledBook $book, string $bookFile, ?string $port): \Closure
    {
        $known = array_map(static fn (int $index): string => $book->ports()[$index], $book->inPorts());
        $list = [] === $known ? 'it has none' : 'it has '.implode(', ', $known);
        if (null !== $port && null === $book->inPort($port)) {
            throw CommandFailed::input("run: --port {$port} is no in port of {$bookFile}; {$list}");
        }

        return static fn (string $name, string $place): string => $port ?? (null !== $book->inPort($name) ? $name
            : throw BadFile::whole($place, "{$name} is no in port of {$bookFile} ({$list}); rename it, or name the port for everything with --port"));
    }
}
