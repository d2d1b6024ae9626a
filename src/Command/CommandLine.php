<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Application;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\ArgvInput;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** `bin/zigzag`: finds the command that is meant, runs it, and says in one line why it cannot. */
final class CommandLine
{
    /**
     * @param list<string> $words of the command line, without the program's name
     *
     * @return int 0, 1 where something was found or is wrong in a rulebook, 2 where an input cannot be used
     */
    public static function run(array $words, OutputInterface $output): int
    {
        $application = new Application('zigzag');
        $application->setAutoExit(false);
        $application->setCatchExceptions(false);
        $application->addCommands(self::commands());
        $words = self::joined($words);
        try {
            if (\in_array($words[0] ?? 'list', ['everything', 'list'], true)) {
                $application->addCommands([Library::command('everything')]);
            }

            return $application->run(new ArgvInput(['zigzag', ...$words]), $output);
        } catch (CommandFailed $failed) {
            Files::tell($output, $failed->getMessage());

            return $failed->getCode();
        } catch (RulebookError|BadFile|BadData $bad) {
            Files::tell($output, (string) preg_replace('/\s+/', ' ', trim($bad->getMessage())));
        } catch (ExceptionInterface $usage) {
            Files::tell($output, 'zigzag: '.preg_replace('/\s+/', ' ', trim($usage->getMessage())).' (bin/zigzag list shows the commands)');
        }

        return 2;
    }

    /** @return list<Command> those that need no library */
    private static function commands(): array
    {
        return [
            new CheckCommand(),
            new FormatCommand(),
            new RunCommand(),
            new ConvertCommand(),
            new PanicCommand(),
            new BenchmarkCommand(),
            new PlainCommand(),
            new ProveCommand(),
            new LiveCommand(),
            new RigWiresCommand(),
            new RigPlanCommand(),
            new RigCheckCommand(),
            new RigReachCommand(),
            new RigSheetsCommand(),
            new RigFitCommand(),
            new ChartCheckCommand(),
            new ChartReadCommand(),
            new ChartWriteCommand(),
        ];
    }

    /**
     * "--in -" becomes one word, for the console package takes a lone - for no value; so do "rig plan" and "chart check".
     *
     * @param list<string> $words
     *
     * @return list<string>
     */
    private static function joined(array $words): array
    {
        $joined = [];
        foreach ($words as $word) {
            $last = \count($joined) - 1;
            if ($last >= 0 && '--until' === $joined[$last] && 1 === preg_match('/^-\d/', $word)) {
                $joined[$last] .= "={$word}";
            } elseif ('-' === $word && $last >= 0 && \in_array($joined[$last], ['--in', '--out', '--trace'], true)) {
                $joined[$last] .= '=-';
            } else {
                $joined[] = $word;
            }
        }

        return \in_array($joined[0] ?? '', ['rig', 'chart'], true) && isset($joined[1])
            ? ["{$joined[0]}:{$joined[1]}", ...\array_slice($joined, 2)]
            : array_values($joined);
    }
}
