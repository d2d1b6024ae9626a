<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\FindingsView;
use App\Rig\RigReader;
use App\Rig\RigZip;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Examination\Mended;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;

#[AsCommand('rig:check', 'Lists what is wrong or doubtful in a rig and its rulebook')]
final class RigCheckCommand extends RigCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this->addOption('fix', null, InputOption::VALUE_NONE, 'make every fix that is offered, write the rig, and list what is left');
        $this->addOption('out', null, InputOption::VALUE_REQUIRED, 'with --fix, where the rig is written instead of where it was read');
    }

    /** @throws BadData */
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $out = $input->getOption('out');
        if (true !== $input->getOption('fix')) {
            if (null !== $out) {
                throw CommandFailed::input('--out goes with --fix; leave it out, or add --fix');
            }

            return self::listed(Examination::of(new RigAnalysis($setup)), $setup->rig, $file, []);
        }
        $target = \is_string($out) ? $out : $file;
        try {
            $mended = Mended::of(RigReader::text($file));
        } catch (BadData $bad) {
            throw CommandFailed::input("{$file}: {$bad->getMessage()}");
        }
        if ([] !== $mended->done || $target !== $file) {
            $written = OutputFile::of($target);
            $isZip = str_ends_with(strtolower($target), '.zip');
            fwrite($written->stream, $isZip ? RigZip::of($mended->json) : $mended->json);
            $written->finish();
        }

        return self::listed($mended->left, RigFile::rig($mended->json), $target, $mended->done);
    }

    /**
     * @param list<string> $done fixes that were made, in words
     */
    private static function listed(Examination $examined, Rig $rig, string $file, array $done): Computed
    {
        $lines = [
            ...array_map(static fn (string $words): string => "fixed: {$words}", $done),
            ...array_map(static fn (RigFinding $finding): string => $finding->print($file), $examined->findings),
            ...array_map(static fn (string $caution): string => "caution: {$caution}", $examined->cautions),
        ];
        $json = FindingsView::of($examined, $rig) + ([] === $done ? [] : ['fixed' => $done]);

        return new Computed($lines, $json, $examined->hasErrors() ? 1 : 0);
    }
}
