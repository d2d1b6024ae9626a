<?php

declare(strict_types=1);

/*
 * Changes the core here and there, one small change at a time, and says which changes neither tests nor types noticed.
 * Works in a copy, never on the files themselves. Takes the record of a whole run:
 *
 * php -d extension=pcov.so -d pcov.directory=core -d memory_limit=8G vendor/bin/phpunit --testsuite core,app --filter
 * '/Tests.Core|ComputedTest/' --coverage-filter core --coverage-php var/covering.php --log-junit var/times.xml
 *     php -d memory_limit=8G tests/mutants/mutants.php --rooms Rig,Analysis,Examination,Show,Proof,World --each 60 --seed 1 --seconds 240
 *     php -d memory_limit=8G tests/mutants/mutants.php --at core/Proof/WaysBack.php:48 --at core/Rig/Wire/Supplies.php:41
 */

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Finder\Finder;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Mutants\Covering;
use ZigzagPost\Tests\Mutants\Mutant;
use ZigzagPost\Tests\Mutants\Mutants;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$root = dirname(__DIR__, 2);
$asked = getopt('', ['rooms:', 'each:', 'seed:', 'at:', 'seconds:']);
$option = static fn (string $name, string $usual): string => is_string($asked[$name] ?? null) ? $asked[$name] : $usual;
$covering = Covering::read($root, "{$root}/var/covering.php", "{$root}/var/times.xml");
$copy = sys_get_temp_dir().'/zigzag-mutants-'.bin2hex(random_bytes(6));
mkdir($copy);
(new Process(
    [
        'cp',
        '-al',
        "{$root}/vendor",
        "{$root}/core",
        "{$root}/tests",
        "{$root}/demo",
        "{$root}/src",
        "{$root}/config",
        "{$root}/bin",
        "{$root}/templates",
        "{$root}/docs",
        "{$root}/web",
        "{$root}/.env",
        "{$root}/composer.json",
        "{$root}/phpunit.dist.xml",
        "{$root}/phpstan.dist.neon",
        $copy,
    ],
    timeout: 600,
))->mustRun();
/** @param list<string> $tests */
$run = static function (array $tests, float $timeoutS) use ($copy, $root): bool {
    // The quickest by themselves; the others in parts, for what is run is told by one expression that must not grow too long.
    /** @var list<string> $part */
    foreach ([array_slice($tests, 0, 20), ...array_chunk(array_slice($tests, 20), 80)] as $part) {
        if ([] === $part) {
            continue;
        }
        $filter = '/^('.implode('|', array_map(static fn (string $test): string => preg_quote($test, '/'), $part)).')$/';
        $files = array_unique(array_map(static function (string $test) use ($root): string {
            /** @var class-string $class */
            $class = explode('::', $test)[0];

            return substr((string) (new ReflectionClass($class))->getFileName(), strlen($root) + 1);
        }, $part));
        $process = new Process(
            [\PHP_BINARY, 'vendor/bin/phpunit', '--stop-on-defect', '--do-not-cache-result', '--filter', $filter, ...$files],
            $copy,
            ['ZIGZAG_CASES' => false],
            timeout: $timeoutS,
        );
        try {
            if (0 !== $process->run()) {
                return true;
            }
        } catch (ProcessTimedOutException) {
            return true;
        }
    }

    return false;
};
/** What the tests pass over, the types may not: PHPStan is a part of `bin/test` as well. */
$isAgainstTypes = static fn (string $file): bool => 1 ===
    (new Process(
        [\PHP_BINARY, 'vendor/bin/phpstan', 'analyse', $file, '--no-progress', '--memory-limit=3G'],
        $copy,
        timeout: 600,
    ))->run();
$random = new Random\Randomizer(new Random\Engine\Mt19937((int) $option('seed', '1')));
$lines = array_values(array_filter((array) ($asked['at'] ?? []), is_string(...)));
foreach ([] === $lines ? explode(',', $option('rooms', 'Rig,Analysis,Examination,Show,Proof,World')) : [''] as $room) {
    $mutants = [];
    foreach ((new Finder())->files()->in(rtrim("{$root}/core/{$room}", '/'))->name('*.php')->sortByName() as $file) {
        array_push($mutants, ...Mutants::of(substr($file->getPathname(), strlen($root) + 1), $file->getContents()));
    }
    if ([] !== $lines) {
        $mutants = array_values(array_filter($mutants, static fn (Mutant $mutant): bool => in_array("{$mutant->file}:{$mutant->line}", $lines, true)));
    }
    $killed = $typed = $count = 0;
    $isChecked = false;
    foreach ([] === $lines ? array_slice($random->shuffleArray($mutants), 0, (int) $option('each', '60')) : $mutants as $mutant) {
        ++$count;
        $tests = $covering->of($mutant, (float) $option('seconds', '40'));
        if (!$isChecked && [] !== $tests) {
            $isChecked = true;
            $run($tests, 240) && throw new RuntimeException('the tests fail though nothing was changed: '.implode(', ', $tests));
            $isAgainstTypes($mutant->file) && throw new RuntimeException('PHPStan fails though nothing was changed');
        }
        $source = (string) file_get_contents("{$root}/{$mutant->file}");
        // The copy shares its files with the original, so that one to be changed is taken away first.
        unlink("{$copy}/{$mutant->file}");
        file_put_contents("{$copy}/{$mutant->file}", $mutant->in($source));
        $isKilled = [] !== $tests && $run($tests, 240 + 4 * (float) $option('seconds', '40'));
        $killed += $isKilled ? 1 : 0;
        $isOfTypes = !$isKilled && $isAgainstTypes($mutant->file);
        $typed += $isOfTypes ? 1 : 0;
        if (!$isKilled && !$isOfTypes) {
            printf(
                "%s:%d %s%s: %s\n",
                $mutant->file,
                $mutant->line,
                $mutant->what,
                [] === $tests ? ' (no test runs over it)' : '',
                strtok(substr($source, $mutant->from, $mutant->length), "\n"),
            );
        }
        unlink("{$copy}/{$mutant->file}");
        link("{$root}/{$mutant->file}", "{$copy}/{$mutant->file}");
    }
    printf(
        "%-10s %d of %d noticed, %d by tests and %d by types alone; %d could be made\n",
        $room,
        $killed + $typed,
        $count,
        $killed,
        $typed,
        count($mutants),
    );
}
(new Filesystem())->remove($copy);
