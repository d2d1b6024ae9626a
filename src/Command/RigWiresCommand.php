<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\WiresView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\SupplyLoad;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

#[AsCommand('rig:wires', 'Judges every lead of a rig, plug to plug')]
final class RigWiresCommand extends RigCommand
{
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $lines = [];
        $isBad = false;
        foreach ($setup->joints as $joint) {
            $judged = Walk::judge($joint, $setup->joints);
            $isBad = $isBad || Verdict::Dead === $judged->verdict || Verdict::MayDamage === $judged->verdict;
            $lines[] =
                "{$joint->lead->id}: {$joint->lead->a->name()} - {$joint->lead->b->name()}: {$judged->verdict->value}: {$judged->told()}".
                self::more($judged);
            foreach ([...$judged->warnings, ...$judged->cautions] as $more) {
                $lines[] = "  {$more}";
            }
        }
        foreach (Supplies::of($setup) as $load) {
            $lines[] = self::load($load);
            $isBad = $isBad || $load->isTooMuch();
        }

        return new Computed($lines, WiresView::of($setup), $isBad ? 1 : 0);
    }

    private static function more(Judgement $judged): string
    {
        return null === $judged->mend ? '' : "; {$judged->mend->told}";
    }

    private static function load(SupplyLoad $load): string
    {
        return "{$load->supply}: ".
            (null === $load->percent()
                ? 'unknown how many mA'
                : "{$load->needsMa} of {$load->givesMa} mA, {$load->percent()} %".($load->isTooMuch() ? ', more than 80 %' : '')).
            ' for '.
            implode(', ', $load->units);
    }
}
