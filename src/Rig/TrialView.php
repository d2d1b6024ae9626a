<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Trial\PassedMessage;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Core\Trial\TrialStep;

/** The test run as the screen shows it. */
final class TrialView
{
    /**
     * @param array<string, bool> $ticks whether steps have passed, by "unit\tcontrol"
     *
     * @return array<string, mixed>
     */
    public static function of(RigAnalysis $analysis, array $ticks): array
    {
        $run = TestRun::of($analysis);
        $dead = [];
        foreach ($analysis->judgements() as $index => $judged) {
            if (Verdict::Dead === $judged->verdict || Verdict::MayDamage === $judged->verdict) {
                $dead[] = $analysis->setup->joints[$index]->lead->id;
            }
        }
        $book = [] === $run->steps ? null : Compiler::load($analysis->checked()->book);
        $ticked = static fn (bool $passed): array => array_values(
            array_filter($run->steps, static fn (TrialStep $step): bool => $passed === ($ticks["{$step->unit}\t{$step->control}"] ?? null)),
        );
        $suspects = TestRun::suspects($ticked(false), $ticked(true));

        return [
            'first' => TestRun::FIRST,
            'steps' => array_map(
                static fn (TrialStep $step): array => [
                    'unit' => $step->unit,
                    'control' => $step->control,
                    'disturb' => $step->disturb,
                    'do' => $step->do,
                    'expect' => $step->expect,
                    'expected' => array_map(self::message(...), $step->expected),
                    'answers' => array_map(self::message(...), $step->answers),
                    'simulated' => null !== $book && TestRun::passes($step, $analysis->setup, $book, $dead),
                ],
                $run->steps,
            ),
            'leftOut' => $run->leftOut,
            'untouched' => $run->untouched,
            'suspects' => $suspects->parts,
            'isOneFault' => $suspects->isOneFault,
            'hasErrors' => $analysis->checked()->hasErrors(),
        ];
    }

    /** @return array{port: string, isOut: bool, bytes: string} */
    private static function message(PassedMessage $message): array
    {
        return ['port' => $message->port, 'isOut' => $message->isOut, 'bytes' => Bytes::toHex($message->bytes)];
    }
}
