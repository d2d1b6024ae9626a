<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\RigReader;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\BadState;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Live\Recording\UnknownDeed;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Opens what the commands read and write. */
final class Files
{
    /** @return resource */
    public static function open(string $file)
    {
        if (is_dir($file)) {
            throw CommandFailed::input("{$file}: this is a folder; name a file");
        }
        $stream = @fopen('-' === $file ? 'php://stdin' : $file, 'r');

        return false === $stream
            ? throw CommandFailed::input(
                "{$file}: ".(file_exists($file) ? 'this file cannot be read; check its permissions' : 'there is no such file; check the name'),
            )
            : $stream;
    }

    /** The format that a file's ending stands for; what has no ending, or is none of the known ones, is a tape if it says nothing else. */
    public static function format(string $file): FileFormat
    {
        $ending = strtolower(pathinfo($file, \PATHINFO_EXTENSION));
        if (
            !\in_array($ending, ['', 'tape', 'tap', 'txt', 'in', 'out', 'log', 'tmp', 'expected', 'actual', 'mid', 'midi', 'smf', 'csv'], true)
            && '-' !== $file
            && !str_starts_with($file, '/dev/')
        ) {
            throw CommandFailed::input("{$file}: the ending .{$ending} is not known; name the file .tape, .mid or .csv");
        }

        return FileFormat::of($file);
    }

    public static function rulebookText(string $file): string
    {
        return self::text($file, Parser::MAX_BYTES + 1);
    }

    /** The text of a file, up to so many bytes. */
    public static function text(string $file, int $most): string
    {
        $text = stream_get_contents(self::open($file), $most);

        return false === $text ? throw CommandFailed::input("{$file}: this file cannot be read") : $text;
    }

    /** One line beside what a command puts out: on standard error. */
    public static function tell(OutputInterface $output, string $line): void
    {
        $output instanceof ConsoleOutputInterface
            ? $output->getErrorOutput()->writeln($line, OutputInterface::OUTPUT_RAW)
            : fwrite(\STDERR, "{$line}\n");
    }

    /** A rig, checked; what is wrong is told in one line. */
    public static function rig(string $file): Rig
    {
        fclose(self::open($file));
        try {
            return RigReader::ofFile($file);
        } catch (BadData $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
    }

    /** The rig that `--rig` names, if it does. */
    public static function rigOption(mixed $option): ?Rig
    {
        return \is_string($option) ? self::rig($option) : null;
    }

    /** A run that was stopped and kept. */
    public static function savedRun(string $file, CompiledBook $book, bool $traced): Engine
    {
        try {
            return SavedRun::read((string) stream_get_contents(self::open($file)), $book, $traced);
        } catch (BadState $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
    }

    /** Reads and checks a rulebook that is to run. */
    public static function rulebook(string $file, ?Rig $rig = null): ResolvedRulebook
    {
        return self::checked($file, $rig)->book;
    }

    /**
     * A rulebook that a recording brings with it.
     *
     * @throws UnknownDeed where it has an error
     */
    public static function rulebookOfText(string $text, ?Rig $rig): ResolvedRulebook
    {
        try {
            return self::ofText($text, 'its rules', $rig)->book;
        } catch (CommandFailed $failed) {
            throw UnknownDeed::rules($failed->getMessage());
        }
    }

    /** A rulebook without errors. */
    public static function checked(string $file, ?Rig $rig): Checker
    {
        return self::ofText(self::rulebookText($file), $file, $rig);
    }

    private static function ofText(string $text, string $file, ?Rig $rig): Checker
    {
        $checked = Checker::check($text, null === $rig ? null : RigReader::devices($rig));
        $errors = array_values(array_filter($checked->findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity));
        if ([] !== $errors) {
            $more = \count($errors) - 1;
            throw CommandFailed::rulebook($errors[0]->print($file).(0 === $more ? '' : " (and {$more} more; \"bin/zigzag check\" lists them)"));
        }

        return $checked;
    }
}
