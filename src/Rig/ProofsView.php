<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\EngineChange;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Proof\Change;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Proof\RulesSum;
use ZigzagPost\Core\Proof\WordedMessage;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\Patch;

/** The proofs of a rig, played again, and what none of them touches. */
final class ProofsView
{
    /**
     * @return array{proofs: list<array{name: string, at: string|null, by: string|null, why: string|null, unreadable: string|null,
     *     program: list<array{day: string, what: string}>, isProgram: bool, changes: list<array{timeUs: int, song: string|null, scene: string|null,
     *     was: list<array{what: string, did: string}>, now: list<array{what: string, did: string}>, units: list<string>,
     *     came: list<string>}>}>, uncovered: array{rules: list<array{title: string, line: int}>,
     *     controls: list<array{unit: string, control: string}>, scenes: list<string>}}
     *
     * @throws BadFile
     */
    public static function of(RigAnalysis $analysis): array
    {
        $proofs = iterator_to_array(self::playing($analysis), false);
        $coverage = Coverage::of($analysis, Compiler::load($analysis->checked()->book), $proofs);

        return [
            'proofs' => array_map(
                static fn (Proving $proof): array => [
                    'name' => $proof->proof->name,
                    'at' => $proof->proof->at,
                    'by' => $proof->proof->by,
                    'why' => $proof->proof->why,
                    'unreadable' => $proof->unreadable,
                    'program' => array_map(
                        static fn (EngineChange $difference): array => ['day' => $difference->day, 'what' => $difference->what],
                        $proof->program,
                    ),
                    'isProgram' => $proof->isProgram,
                    'changes' => array_map(
                        static fn (Change $change): array => [
                            'timeUs' => $change->timeUs,
                            'song' => $change->song,
                            'scene' => $change->scene,
                            'was' => array_map(self::message(...), $change->was),
                            'now' => array_map(self::message(...), $change->now),
                            'units' => $change->units,
                            'came' => $change->came,
                        ],
                        $proof->changes,
                    ),
                ],
                $proofs,
            ),
            'uncovered' => [
                'rules' => $coverage->rules,
                'controls' => $coverage->controls,
                'scenes' => $coverage->scenes,
                'ends' => $coverage->ends,
                'orders' => $coverage->orders,
            ],
        ];
    }

    /** @return \Generator<Proving> the kept tapes from one on, each as it is played */
    public static function playing(RigAnalysis $analysis, int $from = 0): \Generator
    {
        $rig = $analysis->setup->rig;
        $book = Compiler::load($analysis->checked()->book);
        $seats = Patch::of(Setup::of($rig, $analysis->checked()->written));
        $rules = [] === $rig->proofs ? null : RulesSum::of($analysis);
        foreach (\array_slice($rig->proofs, $from) as $tape) {
            yield Proving::of($tape, $book, $seats, $rig->show, $rules);
        }
    }

    /** @return array{what: string, did: string} */
    private static function message(WordedMessage $message): array
    {
        return ['what' => $message->what, 'did' => $message->did];
    }
}
