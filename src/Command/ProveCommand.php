<?php

declare(strict_types=1);

namespace App\Command;

use App\Rig\PlayedTapes;
use App\Rig\ProofsView;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Proof\WordedMessage;
use ZigzagPost\Core\Rig\Setup\Setup;

#[AsCommand('prove', 'Plays the kept tapes of a rig again and says what is not as it was accepted')]
final class ProveCommand extends RigCommand
{
    /** @throws BadFile */
    protected function compute(Setup $setup, string $file, InputInterface $input): Computed
    {
        $analysis = new RigAnalysis($setup);
        foreach (
            array_filter($analysis->checked()->findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity) as $error
        ) {
            throw CommandFailed::rulebook("{$file}: {$error->print('rulebook')}");
        }
        $view = ProofsView::of($analysis, array_map(PlayedTapes::player($analysis), $setup->rig->proofs));
        $lines = [];
        foreach ($view['proofs'] as $proof) {
            $lines[] =
                "{$proof['name']}: ".
                ($proof['unreadable'] ?? ([] === $proof['changes'] ? 'as accepted' : \count($proof['changes']).' differences'));
            foreach ($proof['program'] as $difference) {
                $lines[] =
                    '  the program plays this differently since '.
                    "{$difference['day']}: {$difference['what']}".
                    ($proof['isProgram'] ? '' : '; that may be why');
            }
            foreach ($proof['changes'] as $change) {
                $place = implode(', ', array_filter([$change['song'], null === $change['scene'] ? null : "scene \"{$change['scene']}\""]));
                $lines[] =
                    '  '.
                    Milliseconds::format($change['timeUs']).
                    ' ms'.
                    ('' === $place ? '' : " {$place}").
                    ': was '.
                    ([] === $change['was'] ? 'nothing' : self::messages($change['was'])).
                    '; now '.
                    ([] === $change['now'] ? 'nothing' : self::messages($change['now']));
            }
        }
        foreach ($view['uncovered']['rules'] as $rule) {
            $lines[] = "no proof touches rule \"{$rule['title']}\", line {$rule['line']}";
        }
        foreach ($view['uncovered']['scenes'] as $scene) {
            $lines[] = "no proof goes to scene \"{$scene}\"";
        }
        $isBad = [] !== array_filter($view['proofs'], static fn (array $proof): bool => [] !== $proof['changes'] || null !== $proof['unreadable']);

        return new Computed([] === $view['proofs'] ? ['no tapes are kept with this rig'] : $lines, $view, $isBad ? 1 : 0);
    }

    /** @param list<array{what: string, did: string}> $messages */
    private static function messages(array $messages): string
    {
        return implode(', ', array_map(static fn (array $each): string => (new WordedMessage($each['what'], $each['did']))->text(), $messages));
    }
}
