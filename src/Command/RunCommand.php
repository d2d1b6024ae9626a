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
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\LaterBook;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Engine\Tape\TapeRun;
use ZigzagPost\Core\Engine\Trace\TraceLine;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Format\Sink;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\WriteFailed;
use ZigzagPost\Core\Live\Recording\RecordingRun;
use ZigzagPost\Core\Rig\Document\Rig;

#[AsCommand('run', 'Runs a recording through a rulebook')]
final class RunCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('book', InputArgument::REQUIRED, 'the rulebook')
            ->addOption(
                'in',
                null,
                InputOption::VALUE_REQUIRED,
                'what comes in: a tape, a MIDI file (.mid) or a CSV file (.csv); - for a tape on standard input',
            )
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'where to write what goes out; a tape on standard output if left out')
            ->addOption('trace', null, InputOption::VALUE_REQUIRED, 'where to write what became of each message, a line of JSON each')
            ->addOption('until', null, InputOption::VALUE_REQUIRED, 'run to this time in milliseconds and no further')
            ->addOption('port', null, InputOption::VALUE_REQUIRED, 'the in port for everything that comes in')
            ->addOption('rig', null, InputOption::VALUE_REQUIRED, 'the rig that says what names of devices mean')
            ->addOption(
                'change',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'go on with another rulebook from a time on, MS=BOOK; can be repeated',
            )
            ->addOption('save', null, InputOption::VALUE_REQUIRED, 'keep the state of the run in this file')
            ->addOption('load', null, InputOption::VALUE_REQUIRED, 'go on from a state kept with --save');
    }

    /**
     * @throws BadFile
     * @throws WriteFailed
     */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $in =
            OptionText::orNull($input->getOption('in')) ??
            throw CommandFailed::input('run: name what comes in with --in FILE (- for a tape on standard input)');
        $until = OptionText::orNull($input->getOption('until'));
        $untilUs = null === $until ? null : self::time($until, '--until');
        $bookFile = OptionText::of($input->getArgument('book'));
        $rig = Files::rigOption($input->getOption('rig'));
        $book = Files::rulebook($bookFile, $rig);
        $traceFile = OptionText::orNull($input->getOption('trace'));
        $saveFile = OptionText::orNull($input->getOption('save'));
        $compiled = Compiler::load($book, null !== $traceFile);
        $changes = $this->changes($input->getOption('change'), null !== $traceFile, $rig);
        $engine = $this->engine($compiled, OptionText::orNull($input->getOption('load')), null !== $traceFile);
        $format = Files::format($in);
        $out = OutputFile::ofRecording(OptionText::orNull($input->getOption('out')));
        $trace = null === $traceFile ? null : OutputFile::of($traceFile);
        $save = null === $saveFile ? null : OutputFile::of($saveFile);
        OutputFile::requireDifferent('run', ...array_filter([$out, $trace, $save]));
        $stream = Files::open($in);
        $traceTo =
            null === $trace
                ? null
                : static function (array $record) use ($trace): void {
                    /* @phpstan-ignore argument.type */
                    Sink::put($trace->stream, TraceLine::of($record));
                };
        $begun = FileFormat::Tape === $format ? TapeReader::begin($stream) : '';
        if (TapeReader::isHeaderOfLive($begun)) {
            if ([] !== $changes || null !== $input->getOption('load')) {
                throw CommandFailed::input("run: {$in} is the recording of a live run, which says itself what came; leave --change and --load out");
            }
            // As a player has them: with what restoring needs.
            $compiled = Compiler::load($book, null !== $traceFile, true);
            $compile = static fn (string $text): CompiledBook => Compiler::load(Files::rulebookOfText($text, $rig), null !== $traceFile, true);
            $run = new RecordingRun($compiled, $compile, $out->writer($book), $traceTo, [
                Compiler::source($book, false, true)->class,
                Compiler::source($book)->class, // before units could be restored while real devices play
            ]);
        }
        try {
            if (isset($run)) {
                $run->run(TapeReader::all($stream, $in, $begun), $in, $untilUs);
                [$engine, $lost] = [$run->engine(), $run->lost()];
            } else {
                $events = $format->events($stream, $in, $this->portOf($compiled, $bookFile, OptionText::orNull($input->getOption('port'))), $begun);
                $tape = new TapeRun($engine, $out->writer($book), $traceTo, $changes);
                $tape->run($events, $untilUs);
                [$engine, $lost] = [$tape->engine, $tape->lost];
            }
            if (null !== $save) {
                Sink::put($save->stream, SavedRun::write($engine));
            }
        } catch (BadFile $bad) {
            throw CommandFailed::input($bad->getMessage());
        } catch (WriteFailed $failed) {
            throw CommandFailed::input((OptionText::orNull($input->getOption('out')) ?? 'standard output').": {$failed->getMessage()}");
        }
        foreach (array_filter([$trace, $save, $out]) as $file) {
            // without a trace that was asked for there is no result
            $file->finish();
        }
        $this->tell($output, $in, $engine, $lost);

        return 0;
    }

    /**
     * What could not be decoded, and what a change of rulebook could not keep.
     *
     * @param list<string> $lost
     */
    private function tell(OutputInterface $output, string $in, Engine $engine, array $lost): void
    {
        $faults = [];
        foreach ($engine->state->faults as $ofPort) {
            foreach ($ofPort as $fault => $count) {
                $faults[$fault] = ($faults[$fault] ?? 0) + $count;
            }
        }
        foreach ($faults as $fault => $count) {
            Files::tell($output, "{$in}: left out {$count} × {$fault}");
        }
        foreach ($lost as $each) {
            Files::tell($output, $each);
        }
    }

    private static function time(string $text, string $option): int
    {
        return Milliseconds::parse($text) ??
            throw CommandFailed::input(
                "run: {$option} {$text} is not a time; write milliseconds from 0 to ".
                    Milliseconds::format(Milliseconds::LATEST_US).
                    ', such as 1500 or 12.5',
            );
    }

    /** @return list<LaterBook> in order */
    private function changes(mixed $options, bool $traced, ?Rig $rig): array
    {
        $changes = [];
        foreach (\is_array($options) ? $options : [] as $option) {
            $parts = explode('=', OptionText::of($option), 2);
            if (2 !== \count($parts)) {
                throw CommandFailed::input('run: --change is written MS=BOOK, such as --change 2500=other.book');
            }
            $changes[] = new LaterBook(self::time($parts[0], '--change'), Compiler::load(Files::rulebook($parts[1], $rig), $traced), $parts[1]);
        }
        usort($changes, static fn (LaterBook $a, LaterBook $b): int => $a->fromUs <=> $b->fromUs);

        return $changes;
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

        return static fn (
            string $name,
            string $place,
        ): string => $port ?? (null !== $book->inPort($name) ? $name : throw BadFile::whole($place, "{$name} is no in "
            ."port of {$bookFile} ({$list}); rename it, or name the port for everything with --port"));
    }
}
