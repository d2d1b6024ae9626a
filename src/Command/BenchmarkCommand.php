<?php

declare(strict_types=1);

namespace App\Command;

use App\Benchmark\Cases;
use App\Benchmark\LibraryScript;
use App\Benchmark\Measurement;
use App\Benchmark\PlannedRig;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Helper\Table;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Measures the engine beside loops written by hand, in the same run. */
#[AsCommand('bench', 'Measures the speed of the engine')]
final class BenchmarkCommand extends Command
{
    private const MESSAGES = 100_000;
    private const SCRIPT_MESSAGES = 20_000;
    private const ROUNDS = 9;
    private const PROOFS = 1000;

    /**
     * @throws BadData
     * @throws BadFile
     */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $output->writeln(\sprintf('PHP %s, %s', \PHP_VERSION, $this->processor()));
        $script = LibraryScript::find();
        $table = (new Table($output))->setHeaders([
            'rulebook',
            'engine, messages/s',
            'by hand, messages/s',
            'engine : by hand',
            ...null === $script ? [] : ['script with mido, messages/s'],
        ]);
        foreach (Cases::all() as $case) {
            $compared = $this->compare($case);
            [$engine, $byHand, $ratio] = [$compared->engineS, $compared->byHandS, $compared->ratio];
            $row = [$case->name, number_format(self::MESSAGES / $engine), number_format(self::MESSAGES / $byHand), \sprintf('%.2f', $ratio)];
            $table->addRow(null === $script ? $row : [...$row, number_format(self::SCRIPT_MESSAGES / $this->withLibrary($case, $script))]);
        }
        $table->render();
        if (null === $script) {
            $output->writeln('No MIDI library to compare with is installed (apt-get install python3-mido).');
        }
        $this->unclaimed($output);
        $this->manyRules($output);
        $this->percentiles($output);
        $this->memory($output);
        $this->plans($output);
        $this->proofs($output);

        return 0;
    }

    private function compare(Measurement $case): Comparison
    {
        $messages = ($case->messages)(self::MESSAGES);
        $book = Compiler::load(Checker::check($case->book)->book);
        $engineTimes = [];
        $handTimes = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $engine = new Engine($book);
            $began = hrtime(true);
            foreach ($messages as $t => $message) {
                $engine->feed($t, 0, $message);
            }
            $made = $engine->take();
            $engineTimes[] = (hrtime(true) - $began) / 1e9;
            $began = hrtime(true);
            $expected = ($case->byHand)($messages);
            $handTimes[] = (hrtime(true) - $began) / 1e9;
            if ($made !== $expected) {
                throw CommandFailed::input("bench: the engine and the loop written by hand differ on \"{$case->name}\"");
            }
        }

        $ratios = array_map(static fn (float $engine, float $byHand): float => $byHand / $engine, $engineTimes, $handTimes);

        return new Comparison($this->median($engineTimes), $this->median($handTimes), $this->median($ratios));
    }

    /** @return float seconds of a script with an independent MIDI library */
    private function withLibrary(Measurement $case, LibraryScript $script): float
    {
        $messages = ($case->messages)(self::SCRIPT_MESSAGES);
        $run = $script->run($case->name, $messages);
        [$seconds, $bytes] = [$run->seconds, $run->bytes];
        if ($bytes !== implode('', array_column(($case->byHand)($messages), 2))) {
            throw CommandFailed::input("bench: the script and the loop written by hand differ on \"{$case->name}\"");
        }

        return $seconds;
    }

    /** What a message costs before any rule is asked. */
    private function unclaimed(OutputInterface $output): void
    {
        $book = Compiler::load(Checker::check(Cases::notesBook())->book);
        $times = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $engine = new Engine($book);
            $began = hrtime(true);
            for ($t = 0; $t < self::MESSAGES; ++$t) {
                $engine->feed($t, 0, "\xB0\x05\x40");
            }
            $engine->take();
            $times[] = (hrtime(true) - $began) / 1e9;
        }
        $output->writeln(\sprintf('A message that no rule takes: %.3f microseconds', (1e6 * $this->median($times)) / self::MESSAGES));
    }

    private function manyRules(OutputInterface $output): void
    {
        $counts = [10, 100, 1000];
        $engines = array_map(
            static fn (int $rules): Engine => new Engine(Compiler::load(Checker::check(Cases::manyRules($rules))->book)),
            array_combine($counts, $counts),
        );
        $messages = [];
        for ($i = 0; $i < self::MESSAGES; ++$i) {
            $messages[] = "\xB0".\chr($i % 10).\chr($i % 128);
        }
        $times = [];
        for ($round = 0; $round < self::ROUNDS + 1; ++$round) {
            foreach ($engines as $rules => $engine) {
                $began = hrtime(true);
                foreach ($messages as $message) {
                    $engine->feed(0, 0, $message);
                }
                $engine->take();
                $times[$rules][] = (hrtime(true) - $began) / 1e9;
            }
        }
        $table = (new Table($output))->setHeaders(['rules', 'microseconds a message', 'against 10 rules']);
        $base = $this->median($times[10]);
        foreach ($times as $rules => $all) {
            $table->addRow([$rules, \sprintf('%.3f', (1e6 * $this->median($all)) / self::MESSAGES), \sprintf('%.2f', $this->median($all) / $base)]);
        }
        $table->render();
    }

    private function percentiles(OutputInterface $output): void
    {
        $engine = new Engine(Compiler::load(Checker::check(Cases::twentyRules())->book));
        $times = [];
        foreach (Cases::mixed(self::MESSAGES) as $t => $message) {
            $began = hrtime(true);
            $engine->feed($t, 0, $message);
            $engine->take();
            $times[] = hrtime(true) - $began;
        }
        sort($times);
        $table = (new Table($output))->setHeaders(['of 100 messages', 'done within, microseconds']);
        foreach ([50, 99, 99.9] as $percent) {
            $table->addRow([$percent, \sprintf('%.2f', $times[(int) ((self::MESSAGES * $percent) / 100) - 1] / 1000)]);
        }
        $table->render();
    }

    /**
     * How long a plan takes, beside the time that a key takes to repeat: a thirtieth of a second.
     *
     * @throws BadData
     */
    private function plans(OutputInterface $output): void
    {
        $table = (new Table($output))->setHeaders([
            'units on '.PlannedRig::PORTS.' ports',
            'planned in, ms',
            'settings to be made',
            'proven least',
        ]);
        foreach ([5, 10, 20, 40] as $units) {
            $this->planned($table, (string) $units, static fn (): Setup => PlannedRig::of($units));
        }
        foreach ([[40, 3], [40, 39], [300, 9]] as [$units, $each]) {
            $this->planned($table, "{$units} without a post, {$each} a board", static fn (): Setup => PlannedRig::straight($units, $each));
        }
        $table->render();
    }

    /**
     * @param \Closure(): Setup $make
     *
     * @throws BadData
     */
    private function planned(Table $table, string $called, \Closure $make): void
    {
        $times = [];
        $plan = Planner::plan($make());
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $setup = $make();
            $began = hrtime(true);
            $plan = Planner::plan($setup);
            $times[] = (hrtime(true) - $began) / 1e9;
        }
        $made = \count(array_filter($plan->settings, static fn ($setting): bool => $setting->value !== $setting->now));
        $table->addRow([
            $called,
            number_format(1000 * $this->median($times), 1),
            $made,
            null !== $plan->conflict ? 'no plan' : ($plan->isProven ? 'yes' : 'no'),
        ]);
    }

    /**
     * A thousand kept tapes of a minute, 60 messages a second, with rules for everything.
     *
     * @throws BadFile
     */
    private function proofs(OutputInterface $output): void
    {
        $book = Compiler::load(Checker::check(Cases::twentyRules())->book);
        $tape = "# zigzag tape 1\n";
        foreach (Cases::mixed(60 * 60) as $index => $bytes) {
            $tape .= TapeWriter::line(new Event(intdiv($index * 1_000_000, 60), 'keys', $bytes));
        }
        $proof = Proving::accept('a minute', $tape, $book);
        $began = hrtime(true);
        $changes = 0;
        for ($count = 0; $count < self::PROOFS; ++$count) {
            $changes += \count(Proving::of($proof, $book)->changes);
        }
        $table = (new Table($output))->setHeaders(['kept tapes of a minute', 'proven in, s', 'differences']);
        $table->addRow([self::PROOFS, number_format((hrtime(true) - $began) / 1e9, 1), $changes]);
        $table->render();
    }

    private function memory(OutputInterface $output): void
    {
        $engine = new Engine(Compiler::load(Checker::check(Cases::twentyRules())->book));
        $table = (new Table($output))->setHeaders(['messages', 'memory, KiB']);
        $messages = Cases::mixed(10_000);
        for ($done = 0; $done <= 1_000_000; $done += 10_000) {
            if (10_000 === $done || 0 === $done % 500_000) {
                $table->addRow([number_format($done), number_format(memory_get_usage() / 1024)]);
            }
            foreach ($messages as $t => $message) {
                $engine->feed($done + $t, 0, $message);
                $engine->take();
            }
        }
        $table->render();
    }

    /** @param list<float> $times */
    private function median(array $times): float
    {
        sort($times);

        return $times[intdiv(\count($times), 2)];
    }

    private function processor(): string
    {
        return 1 === preg_match('/model name\s*:\s*(.+)/', (string) @file_get_contents('/proc/cpuinfo'), $match) ? trim($match[1]) : php_uname('m');
    }
}
