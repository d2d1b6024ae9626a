<?php

declare(strict_types=1);

use App\Command\CheckedOutput;
use App\Command\CommandLine;
use App\Command\OutputFile;

require dirname(__DIR__).'/vendor/autoload.php';

OutputFile::cleanUpWhenStopped();
$words = array_values(array_filter(array_slice((array) $_SERVER['argv'], 1), is_string(...)));
exit(CommandLine::run($words, new CheckedOutput(fopen('php://stdout', 'w') ?: \STDOUT)));
