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
use ZigzagPost\Core\Format\TrackFile;
use ZigzagPost\Core\Format\TrackFileWriter;
use ZigzagPost\Core\Format\WholeMessages;
use ZigzagPost\Core\Format\WriteFailed;

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
        $type = OptionText::of($input->getOption('type'));
        if ('0' !== $type && '1' !== $type) {
            throw CommandFailed::input("convert: --type {$type} is not supported; write 0 or 1");
        }
        $in = OptionText::of($input->getArgument('in'));
        $from = Files::format($in);
        $to = Files::format(OptionText::of($input->getArgument('out')));
        $stream = Files::open($in);
        $file = OutputFile::of(OptionText::of($input->getArgument('out')));
        try {
            $leftOut = $from->hasTracks() && $to->hasTracks()
                ? $this->tracks($from->tracks($stream, $in), $file, $to, '0' === $type)
                : $this->events($from, $stream, $in, $file, $to, '0' === $type);
        } catch (BadFile $bad) {
            throw CommandFailed::input($bad->getMessage());
        } catch (WriteFailed $failed) {
            throw CommandFailed::input(OptionText::of($input->getArgument('out')).": {$failed->getMessage()}");
        }
        $file->finish();
        foreach ($leftOut as $what => $count) {
            Files::tell($output, "{$in}: left out {$count} × {$what}");
        }

        return 0;
    }

    /**
     * Tracks stay as they are, with their names, markers, lyrics and tempo map.
     *
     * @return array<string, int> nothing is left out
     *
     * @throws WriteFailed
     * @throws BadFile
     */
    private function tracks(TrackFile $song, OutputFile $file, FileFormat $to, bool $oneTrack): array
    {
        if (FileFormat::Csv === $to) {
            TrackFileWriter::csv($song, $file->stream);
        } else {
            TrackFileWriter::midiFile($song, $file->stream, $oneTrack);
        }

        return [];
    }

    /**
     * @param resource $stream
     *
     * @return array<string, int> what could not be decoded, and what a tape cannot hold
     *
     * @throws BadFile
     * @throws WriteFailed
     */
    private function events(FileFormat $from, $stream, string $in, OutputFile $file, FileFormat $to, bool $oneTrack): array
    {
        $song = $from->hasTracks() ? $from->tracks($stream, $in) : null;
        $events = $song?->events(TrackFile::portName(...)) ?? $from->events($stream, $in);
        $writer = $to->writer($file->stream, [], $oneTrack);
        $whole = new WholeMessages();
        foreach ($whole->of($events) as $event) {
            $writer->write($event);
        }
        $writer->finish();

        return [...$whole->faults, ...$song->metaEvents ?? []];
    }
}
