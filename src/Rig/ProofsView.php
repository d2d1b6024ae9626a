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
use ZigzagPost\Core\Proof\WordedMessage;

/**
 * The proofs of a rig, played again, and what none of them touches.
 *
 * @phpstan-type Worded array{what: string, did: string}
 * @phpstan-type Shown array{name: string, at: string|null, by: string|null, why: string|null, unreadable: string|null,
 *     program: list<array{day: string, what: string}>, isProgram: bool, changes: list<array{timeUs: int, song: string|null,
 *     scene: string|null, was: list<Worded>, now: list<Worded>, units: list<string>, came: list<string>}>}
 * @phpstan-type Uncovered array{rules: list<array{title: string, line: int}>, controls: list<array{unit: string, control: string}>,
 *     scenes: list<string>, ends: list<array<string, mixed>>, orders: list<array<string, string>>}
 */
final class ProofsView
{
    /**
     * @param list<Proving> $proofs
     *
     * @return array{proofs: list<Shown>, uncovered: Uncovered}
     *
     * @throws BadFile
     */
    public static function of(RigAnalysis $analysis, array $proofs): array
    {
        return ['proofs' => array_map(self::proof(...), $proofs), 'uncovered' => self::uncovered($analysis, $proofs)];
    }

    /** @return Shown */
    public static function proof(Proving $proof): array
    {
        return [
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
        ];
    }

    /**
     * What none of them touches.
     *
     * @param list<Proving> $proofs
     *
     * @return Uncovered
     *
     * @throws BadFile
     */
    public static function uncovered(RigAnalysis $analysis, array $proofs): array
    {
        $coverage = Coverage::of($analysis, Compiler::load($analysis->checked()->book), $proofs);

        return [
            'rules' => $coverage->rules,
            'controls' => $coverage->controls,
            'scenes' => $coverage->scenes,
            'ends' => $coverage->ends,
            'orders' => $coverage->orders,
        ];
    }

    /** @return array{what: string, did: string} */
    private static function message(WordedMessage $message): array
    {
        return ['what' => $message->what, 'did' => $message->did];
    }
}
