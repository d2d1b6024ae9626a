<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\FitView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Rig\Fit\Medium;
use ZigzagPost\Core\Rig\Setup\Setup;

#[AsCommand('rig:fit', 'Says how late the messages of a scene change arrive, and whether streams fit on the leads')]
final class RigFitCommand extends RigCommand
{
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $analysis = new RigAnalysis($setup);
        $errors = array_filter($analysis->checked()->findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity);
        foreach ($errors as $error) {
            throw CommandFailed::rulebook("{$file}: {$error->print('rulebook')}");
        }
        $lines = [];
        $isBad = false;
        foreach ($analysis->fits() as $fit) {
            $late = null === $fit->burst ? 'no burst' : \sprintf('last message %.2f ms late %s', $fit->burst->worstUs() / 1000, $fit->when);
            $load =
                \sprintf('%.1f %% streams', $fit->load->percent()).
                ($fit->load->isHeavy()
                    ? (null === $fit->load->thinMs()
                        ? ', impossible'
                        : ", thin {$fit->load->thinMs()}ms in the {$fit->thinnedBy->value}")
                    : '');
            $load = [] === $fit->load->unknown ? $load : "at least {$load} (unknown: ".implode(', ', $fit->load->unknown).')';
            $lines[] =
                "{$fit->lead->id}: {$fit->from} - {$fit->to}: {$late}; {$load}".
                match ($fit->medium) {
                    Medium::Serial => '',
                    Medium::Usb => ' (estimate)',
                    Medium::Network => ' (how late is unknown on a network)',
                };
            $isBad = $isBad || ($fit->isDin() && $fit->load->percent() > 100);
        }

        return new Computed($lines, ['leads' => FitView::of($analysis->fits())], $isBad ? 1 : 0);
    }
}
