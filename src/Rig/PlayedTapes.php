<?php

declare(strict_types=1);

namespace App\Rig;

use App\Entity\Document;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Proof\RulesSum;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\Patch;

/** The kept tapes of a rig, each played again when the rig, its rules or the tape have become others since. */
final readonly class PlayedTapes
{
    public function __construct(private KeptAnswers $kept)
    {
    }

    /**
     * @param \Closure(): RigAnalysis $analysis asked for where one has to be played
     *
     * @return \Generator<PlayedTape> from one on
     *
     * @throws BadData
     */
    public function playing(Document $document, Rig $rig, \Closure $analysis, int $from = 0): \Generator
    {
        $ground = hash('xxh128', serialize([$document->text, $rig->rulebook]));
        $play = null;
        foreach (\array_slice($rig->proofs, $from) as $tape) {
            $key = 'tape.'.hash('xxh128', $ground.Json::write($tape));
            yield PlayedTape::of($tape, $this->kept->under($key, static function () use ($tape, $analysis, &$play): array {
                $play ??= self::player($analysis());

                return PlayedTape::kept($play($tape));
            }));
        }
    }

    /**
     * Some of them, for so long; one at least, where there is one.
     *
     * @param \Closure(): RigAnalysis $analysis asked for where one has to be played
     * @param float $seconds INF for all
     *
     * @return list<PlayedTape>
     *
     * @throws BadData
     */
    public function slice(Document $document, Rig $rig, \Closure $analysis, int $from, float $seconds): array
    {
        $until = microtime(true) + $seconds;
        $played = [];
        foreach ($this->playing($document, $rig, $analysis, $from) as $each) {
            $played[] = $each;
            if (microtime(true) > $until) {
                break;
            }
        }

        return $played;
    }

    /** @return \Closure(KeptTape): Proving */
    public static function player(RigAnalysis $analysis): \Closure
    {
        $rig = $analysis->setup->rig;
        $book = Compiler::load($analysis->checked()->book);
        $seats = Patch::of(Setup::of($rig, $analysis->checked()->written));
        $rules = RulesSum::of($analysis);

        return static fn (KeptTape $tape): Proving => Proving::of($tape, $book, $seats, $rig->show, $rules);
    }
}
