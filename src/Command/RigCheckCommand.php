<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\FindingsView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Situation\Examination;
use ZigzagPost\Core\Situation\RigAnalysis;

#[AsCommand('rig:check', 'Lists what is wrong or doubtful in a rig and its rulebook')]
final class RigCheckCommand extends RigCommand
{
    protected function compute(Setup $setup, string $file, InputInterface $input): array
    {
        $examined = Examination::of(new RigAnalysis($setup));
        $lines = array_map(static fn ($finding): string => $finding->print($file), $examined->findings);
        foreach ($examined->cautions as $caution) {
            $lines[] = "caution: {$caution}";
        }

        return [$lines, FindingsView::of($examined), $examined->hasErrors() ? 1 : 0];
    }
}
