<?php

declare(strict_types=1);

namespace App\Command;

use App\Live\BookShelf;
use App\Live\CannotPlay;
use App\Live\Command as PlayerCommand;
use App\Live\CommandSocket;
use App\Live\Devices;
use App\Live\Host;
use App\Live\HostFolder;
use App\Live\HostReport;
use App\Live\LiveCheck;
use App\Live\LivePlan;
use App\Live\LivePlanner;
use App\Live\Measurement;
use App\Live\PlayerProcess;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Examination\Cautions;
use ZigzagPost\Core\Live\Hazard\GuardedWay;
use ZigzagPost\Core\Live\Journal\DamagedJournal;

#[AsCommand('live', 'Plays a rig or a rulebook between real devices, until Ctrl-C')]
final class LiveCommand extends Command
{
    protected function configure(): void
    {
        $many = InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY;
        $this->addArgument('show', InputArgument::OPTIONAL, 'the rig (rig.json or a zip), or a rulebook (.book)')
            ->addOption(
                'connect',
                null,
                $many,
                'what stands behind a port: PORT=device:NAME, PORT=device:/path, PORT=stand-in or PORT=none; PORT.in or PORT.out for one direction; '
                    .'can be repeated',
            )
            ->addOption('record', null, InputOption::VALUE_REQUIRED, 'where to write what was played, as a tape')
            ->addOption('state', null, InputOption::VALUE_REQUIRED, 'the folder in which the state of the run is kept')
            ->addOption('arm', null, $many, 'a unit that can hurt somebody, to be armed for this run; asks at the terminal')
            ->addOption('dry', null, InputOption::VALUE_NONE, 'everything real comes in, nothing real goes out')
            ->addOption('list', null, InputOption::VALUE_NONE, 'show what can be connected here')
            ->addOption('check', null, InputOption::VALUE_NONE, 'say everything that stands in the way, without playing')
            ->addOption('measure', null, InputOption::VALUE_OPTIONAL, 'measure how long this computer takes for a message, for so many seconds', false)
            ->addOption('report', null, InputOption::VALUE_REQUIRED, 'write what this computer has and can do to a file that can be sent to somebody')
            ->addOption(
                'now',
                null,
                InputOption::VALUE_REQUIRED,
                'tell the run that plays with this state: panic, "scene 2", "song 3", "restore UNIT", "mute PORT", "unmute PORT"',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (true === $input->getOption('list')) {
            return self::list($output);
        }
        try {
            if (false !== $input->getOption('measure')) {
                return self::measure(OptionText::orNull($input->getOption('measure')) ?? '10', $output);
            }
            if (null !== $input->getOption('report')) {
                HostFolder::write(OptionText::of($input->getOption('report')), (new HostReport())->text());

                return 0;
            }

            return $this->live($input, $output);
        } catch (CannotPlay|DamagedJournal $cannot) {
            throw CommandFailed::input($cannot->getMessage());
        }
    }

    /**
     * @throws CannotPlay
     * @throws DamagedJournal
     */
    private function live(InputInterface $input, OutputInterface $output): int
    {
        $file =
            OptionText::orNull($input->getArgument('show')) ??
            throw CommandFailed::input('live: name a rig or a rulebook, such as bin/zigzag live rig.json');
        $state = OptionText::orNull($input->getOption('state')) ?? self::stateOf($file);
        $now = OptionText::orNull($input->getOption('now'));
        if (null !== $now) {
            if (str_starts_with($now, 'arm')) {
                throw CommandFailed::input('live: a unit is armed with --arm when the run begins, where its caution can be read');
            }
            $answer = CommandSocket::tell(HostFolder::placeOf($state), $now);

            return PlayerCommand::OK === $answer ? 0 : throw CommandFailed::input("live: {$answer}");
        }
        $connect = array_values(array_map(OptionText::of(...), (array) $input->getOption('connect')));
        if (true === $input->getOption('check')) {
            return self::check($file, $connect, $output);
        }
        $planner = new LivePlanner($file);
        $source = $planner->source();
        $plan = $planner->plan('', $connect, true === $input->getOption('dry'));
        $arms = array_values(array_map(OptionText::of(...), (array) $input->getOption('arm')));
        self::confirm($planner, $arms, $output);
        if (!$plan->isConnected()) {
            throw CannotPlay::because("nothing is connected to {$file}; name what stands behind a port with --connect PORT=device:NAME");
        }
        $folder = HostFolder::take($state, $file);
        // What another host has left playing, by other connections perhaps, ends before this one begins.
        PlayerProcess::found($folder->path)?->end(5.0);
        $folder->record(OptionText::orNull($input->getOption('record')));
        $plan = $planner->plan((new BookShelf($folder->path))->put($source, $planner->text()), $connect, $plan->isDry);
        HostFolder::write("{$folder->path}/".LivePlan::FILE, $plan->text());
        $isQuiet = $output->isQuiet();
        $host = new Host(
            $folder,
            $plan,
            static function (string $line) use ($output, $isQuiet): void {
                $isQuiet || $output->writeln($line, OutputInterface::OUTPUT_RAW);
            },
            static function () use ($folder, $arms): void {
                foreach ($arms as $unit) {
                    CommandSocket::tell($folder->path, "arm {$unit}");
                }
            },
            OptionText::orNull($input->getOption('record')),
        );
        $status = $host->run();
        $folder->leave();

        return $status;
    }

    private static function list(OutputInterface $output): int
    {
        $devices = Devices::list();
        foreach ($devices as $device) {
            $output->writeln("device:{$device->name}  {$device->title}  ({$device->path})", OutputInterface::OUTPUT_RAW);
        }
        if ([] === $devices) {
            $output->writeln('no MIDI device is plugged into this computer; a FIFO or a terminal can be connected by its path, as device:/path');
        }

        return 0;
    }

    /** @throws CannotPlay */
    private static function measure(string $seconds, OutputInterface $output): int
    {
        if (1 !== preg_match('/^[1-9]\d{0,3}$/D', $seconds)) {
            throw CommandFailed::input("live: --measure {$seconds}: name whole seconds, from 1 to 9999");
        }
        $latencies = Measurement::latencies((int) $seconds, static function (int $left) use ($output): void {
            Files::tell($output, "{$left} s …");
        });
        $output->writeln('300 rules, 1 000 messages a second, from the last byte that comes in to the first that leaves:');
        foreach (['in the middle' => 0.5, '99 of 100 below' => 0.99, '999 of 1 000 below' => 0.999, 'at worst' => 1.0] as $words => $share) {
            $output->writeln(\sprintf('%-20s %8.3f ms', $words, Measurement::below($latencies, $share) / 1000));
        }

        return 0;
    }

    /**
     * Everything that stands in the way of playing, a line each.
     *
     * @param list<string> $connect
     */
    private static function check(string $file, array $connect, OutputInterface $output): int
    {
        $lines = LiveCheck::of($file, $connect);
        foreach ($lines as $line) {
            $output->writeln($line, OutputInterface::OUTPUT_RAW);
        }
        if ([] === $lines) {
            $output->writeln('nothing stands in the way');
        }

        return [] === $lines ? 0 : 1;
    }

    /**
     * Units that can hurt somebody are armed by a person at a terminal who has read the caution.
     *
     * @param list<string> $arms
     */
    private static function confirm(LivePlanner $planner, array $arms, OutputInterface $output): void
    {
        $known = array_values(array_unique(array_map(static fn (GuardedWay $way): string => $way->unit, $planner->guarded())));
        foreach ($arms as $unit) {
            if (!\in_array($unit, $known, true)) {
                $there = [] === $known ? '' : '; there is '.implode(', ', $known);
                throw CommandFailed::input("--arm {$unit}: no unit of that name can be reached that has to be armed{$there}");
            }
            foreach ($planner->setup()?->box($unit)?->chart->hazards ?? [] as $hazard) {
                $output->writeln(Cautions::ofHazard($hazard, $unit), OutputInterface::OUTPUT_RAW);
            }
            if (!stream_isatty(\STDIN)) {
                throw CommandFailed::input("--arm {$unit}: this has to be confirmed at a terminal by somebody who sees the unit");
            }
            $output->write("Type {$unit} to arm it for this run: ");
            if (trim((string) fgets(\STDIN)) !== $unit) {
                throw CommandFailed::input("--arm {$unit}: not confirmed; nothing was sent");
            }
        }
    }

    /** Where the state of a show is kept if nobody says anything. */
    private static function stateOf(string $file): string
    {
        return \dirname(__DIR__, 2).'/var/live/'.hash('xxh128', (string) (realpath($file) ?: $file));
    }
}
