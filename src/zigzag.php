<?php

declare(strict_types=1);

use App\Command\BenchmarkCommand;
use App\Command\ChartCheckCommand;
use App\Command\ChartReadCommand;
use App\Command\ChartWriteCommand;
use App\Command\CheckCommand;
use App\Command\CheckedOutput;
use App\Command\CommandFailed;
use App\Command\ConvertCommand;
use App\Command\FormatCommand;
use App\Command\Library;
use App\Command\OutputFile;
use App\Command\PanicCommand;
use App\Command\PlainCommand;
use App\Command\ProveCommand;
use App\Command\RigCheckCommand;
use App\Command\RigFitCommand;
use App\Command\RigPlanCommand;
use App\Command\RigReachCommand;
use App\Command\RigSheetsCommand;
use App\Command\RigWiresCommand;
use App\Command\RunCommand;
use Symfony\Component\Console\Application;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\ArgvInput;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

require dirname(__DIR__).'/vendor/autoload.php';

$application = new Application('zigzag');
$application->setAutoExit(false);
$application->setCatchExceptions(false);
$application->addCommands([new CheckCommand(), new FormatCommand(), new RunCommand(), new ConvertCommand(), new PanicCommand(), new BenchmarkCommand(), new PlainCommand(), new ProveCommand(), new RigWiresCommand(), new RigPlanCommand(), new RigCheckCommand(), new RigReachCommand(), new RigSheetsCommand(), new RigFitCommand(), new ChartCheckCommand(), new ChartReadCommand(), new ChartWriteCommand()]);

// "--in -" is written as one word, for the console package takes a lone - for no value.
$arguments = [];
foreach (array_filter((array) $_SERVER['argv'], is_string(...)) as $argument) {
    $last = count($arguments) - 1;
    if ($last >= 0 && '--until' === $arguments[$last] && 1 === preg_match('/^-\d/', $argument)) {
        $arguments[$last] .= "={$argument}";
    } elseif ('-' === $argument && $last >= 0 && in_array($arguments[$last], ['--in', '--out', '--trace'], true)) {
        $arguments[$last] .= '=-';
    } else {
        $arguments[] = $argument;
    }
}

// "rig plan" and "chart check" are commands of two words.
if (in_array($arguments[1] ?? '', ['rig', 'chart'], true) && isset($arguments[2])) {
    array_splice($arguments, 1, 2, ["{$arguments[1]}:{$arguments[2]}"]);
}

OutputFile::cleanUpWhenStopped();
try {
    if (in_array($arguments[1] ?? 'list', ['everything', 'list'], true)) {
        $application->addCommands([Library::command('everything')]);
    }
    exit($application->run(new ArgvInput(array_values($arguments)), new CheckedOutput(fopen('php://stdout', 'w') ?: \STDOUT)));
} catch (CommandFailed $failed) {
    fwrite(\STDERR, $failed->getMessage()."\n");
    exit($failed->getCode());
} catch (RulebookError|BadFile|BadData $bad) {
    fwrite(\STDERR, preg_replace('/\s+/', ' ', trim($bad->getMessage()))."\n");
    exit(2);
} catch (ExceptionInterface $usage) {
    fwrite(\STDERR, 'zigzag: '.preg_replace('/\s+/', ' ', trim($usage->getMessage()))." (bin/zigzag list shows the commands)\n");
    exit(2);
}
