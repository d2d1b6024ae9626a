<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\Sheets;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

#[AsCommand('rig:sheets', 'Writes everything of a rig that is printed, as HTML and PDF')]
final class RigSheetsCommand extends RigCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('out', null, InputOption::VALUE_REQUIRED, 'the folder to write into; it is made if it is not there');
    }

    /** @throws RulebookError */
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $folder = OptionText::orNull($input->getOption('out')) ?? throw CommandFailed::input('rig sheets: name a folder with --out FOLDER');
        if (!is_dir($folder) && !@mkdir($folder, 0777, true)) {
            throw CommandFailed::input("{$folder}: this folder cannot be made");
        }
        $sheets = new Sheets(new Environment(new FilesystemLoader(\dirname(__DIR__, 2).'/templates')));
        $analysis = new RigAnalysis($setup);
        $files = [];
        foreach (array_keys(Sheets::ALL) as $sheet) {
            $html = $sheets->html($analysis, [$sheet]);
            foreach (['html' => $html, 'pdf' => Sheets::pdf($html)] as $ending => $content) {
                $path = rtrim($folder, '/')."/{$sheet}.{$ending}";
                if (false === @file_put_contents($path, $content)) {
                    throw CommandFailed::input("{$path}: this file cannot be written");
                }
                $files[] = $path;
            }
        }

        return new Computed($files, ['files' => $files], 0);
    }
}
