<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\ArrivalView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Arrival;
use ZigzagPost\Core\Analysis\Way\Ways;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Title;

#[AsCommand('rig:reach', 'Follows a control to everything that it moves, or a parameter back to all that moves it')]
final class RigReachCommand extends RigCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addArgument('unit', InputArgument::REQUIRED, 'the unit');
        $this->addArgument('title', InputArgument::REQUIRED, 'the control, or with --to the parameter');
        $this->addOption('to', null, InputOption::VALUE_NONE, 'look for what moves a parameter');
    }

    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $analysis = new RigAnalysis($setup);
        foreach (
            array_filter($analysis->checked()->findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity) as $error
        ) {
            throw CommandFailed::rulebook("{$file}: {$error->print('rulebook')}");
        }
        $unit = OptionText::of($input->getArgument('unit'));
        $title = OptionText::of($input->getArgument('title'));
        $box =
            $setup->box($unit) ??
            throw CommandFailed::input("{$file}: there is no unit {$unit}; there are ".implode(', ', array_keys($setup->boxes)));
        $ways = new Ways($analysis);
        if (true === $input->getOption('to')) {
            $parameter =
                $box->parameter($title) ??
                throw CommandFailed::input(
                    "{$file}: {$unit} has no parameter \"{$title}\"".
                        self::nearest($title, array_map(static fn ($each): string => $each->name, $box->chart->parameters ?? [])),
                );
            $arrivals = $ways->to($box, $parameter->name);
        } else {
            $control =
                $box->control($title) ??
                throw CommandFailed::input(
                    "{$file}: {$unit} has no control \"{$title}\"".
                        self::nearest($title, array_map(static fn ($each): string => $each->name, $box->chart->surface->controls ?? [])),
                );
            $arrivals = $ways->from($box, $control);
        }

        return new Computed(array_map(self::line(...), $arrivals), ['arrivals' => array_map(ArrivalView::of(...), $arrivals)], 0);
    }

    private static function line(Arrival $arrival): string
    {
        return "{$arrival->unit} \"{$arrival->control}\" - {$arrival->at->key()}: {$arrival->answer}: {$arrival->reason}".
            ([] === $arrival->hops ? '' : ' ('.implode(' > ', $arrival->hops).')').
            (null === $arrival->witness || Arrival::SOMETIMES !== $arrival->answer ? '' : "\n  arrives:\n".self::indented($arrival->witness)).
            (null === $arrival->counter ? '' : "\n  does not:\n".self::indented($arrival->counter));
    }

    private static function indented(string $tape): string
    {
        return implode("\n", array_map(static fn (string $line): string => "    {$line}", \array_slice(explode("\n", trim($tape)), 1)));
    }

    /** @param list<string> $titles */
    private static function nearest(string $title, array $titles): string
    {
        $nearest = Title::nearest($title, $titles);

        return null === $nearest ? '' : "; did you mean \"{$nearest}\"?";
    }
}
