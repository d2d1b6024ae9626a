<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Arrival;
use ZigzagPost\Core\Analysis\Way\Ways;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Show\RandomShow;

/**
 * Every answer about every control of some random rigs, with its reason and its tapes, stays as it was; that the answers are true is shown
 * elsewhere, against the simulated rig. Whoever means to change them runs this with ZIGZAG_RENEW=1, and reads the difference before it is kept.
 */
final class WaysStayTest extends TestCase
{
    /** Random rigs in which something is always or sometimes moved, and whose answers are found soon. */
    private const SEEDS = [
        7, 8, 11, 16, 19, 23, 24, 31, 35, 39, 40, 43, 46, 52, 63, 64, 65, 67, 71, 73, 79, 81, 83, 85, 89, 91, 93, 95, 100, 103, 104, 109, 111, 112,
        113, 115, 117, 119, 120, 121, 124, 127, 139,
    ];

    /** @return iterable<array{int}> */
    public static function seeds(): iterable
    {
        foreach (self::SEEDS as $seed) {
            yield "rig {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testAnswersStay(int $seed): void
    {
        $random = new RandomRig($seed, 0 === $seed % 3);
        $book = [$random->book(...), $random->plainBook(...), $random->gesturedBook(...), $random->numberedBook(...)][$seed % 4]();
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $book] + Json::members(Json::write($random->rig))))));
        $answers = "{$book}\n";
        self::assertFalse($analysis->checked()->hasErrors());
        $ways = new Ways($analysis);
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->surface->controls ?? [] as $control) {
                $answers .= implode('', array_map(self::line(...), $ways->from($box, $control)));
            }
        }

        Kept::asIn(__DIR__."/ways/{$seed}.txt", $answers);
    }

    /** @return iterable<array{int}> */
    public static function shows(): iterable
    {
        foreach ([4, 10, 12, 24, 27, 28] as $seed) {
            yield "show {$seed}" => [$seed];
        }
    }

    /** With scenes, groups, gestures, stacks and memories. */
    #[DataProvider('shows')]
    public function testAnswersOfShowsStay(int $seed): void
    {
        $analysis = (new RandomShow($seed))->analysis;
        $ways = new Ways($analysis);
        $answers = '';
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : \array_slice($box->chart->surface->controls ?? [], 0, 8) as $control) {
                $answers .= implode('', array_map(self::line(...), $ways->from($box, $control)));
            }
        }

        Kept::asIn(__DIR__."/ways/show-{$seed}.txt", $answers);
    }

    /** @return iterable<array{int}> those whose answers are found soon */
    public static function parts(): iterable
    {
        foreach ([0, 1, 2, 3, 4, 5, 6, 9, 10] as $part) {
            yield "part {$part}" => [$part];
        }
    }

    /** Small rigs with everything that can stand in the way, and what leads past the post. */
    #[DataProvider('parts')]
    public function testAnswersOfSmallRigsStay(int $part): void
    {
        $answers = '';
        for ($seed = 15 * $part; $seed < 15 * ($part + 1); ++$seed) {
            $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(WayRig::json($seed))));
            $answers .= "== rig {$seed}\n";
            if ($analysis->checked()->hasErrors()) {
                continue;
            }
            $ways = new Ways($analysis);
            foreach ($analysis->setup->boxes as $box) {
                foreach ($box->isPost() ? [] : $box->chart->surface->controls ?? [] as $control) {
                    $answers .= implode('', array_map(self::line(...), $ways->from($box, $control)));
                }
                foreach ($box->isPost() ? [] : \array_slice($box->chart->parameters ?? [], 0, 2) as $parameter) {
                    $answers .= implode('', array_map(self::line(...), $ways->to($box, $parameter->name)));
                }
            }
        }

        Kept::asIn(__DIR__."/ways/small-{$part}.txt", $answers);
    }

    private static function line(Arrival $arrival): string
    {
        $tapes = array_map(
            static fn (?string $tape): string => null === $tape ? '' : ' | '.str_replace("\n", ' / ', trim($tape)),
            [$arrival->witness, $arrival->counter],
        );

        return "{$arrival->unit} {$arrival->control} > {$arrival->at->key()}: {$arrival->answer}, {$arrival->reason}".implode('', $tapes)."\n";
    }
}
