<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;

/** A command that computes something of a rig, and prints it as lines or as JSON. */
abstract class RigCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('rig', InputArgument::REQUIRED, 'the rig: a rig.json, or a zip that holds one');
        $this->addOption('json', null, InputOption::VALUE_NONE, 'print JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = OptionText::of($input->getArgument('rig'));
        $setup = RigFile::setup(Files::rig($file));
        $computed = $this->compute($setup, $file, $input);
        $lines = array_map(static fn (string $line): string => "{$line}\n", $computed->lines);
        $output->write(
            true === $input->getOption('json') ? self::json($computed->json) : implode('', $lines),
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return $computed->status;
    }

    abstract protected function compute(Setup $setup, string $file, InputInterface $input): Computed;

    private static function json(mixed $value): string
    {
        return json_encode(
            $value,
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
        )."\n";
    }
}
