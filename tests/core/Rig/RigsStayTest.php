<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\ClockSources;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Examination\Mended;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Plan\Choices;
use ZigzagPost\Core\Rig\Plan\Search;
use ZigzagPost\Core\Rig\Plan\SmallestConflict;
use ZigzagPost\Core\Rig\Plan\WishProblem;
use ZigzagPost\Core\Rig\Setup\ChartReferences;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\RigReferences;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Core\Rig\Wire\Levels;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Show\RandomShow;

/**
 * All that is said of rigs that look nothing alike stays as it was; that it is right is shown elsewhere. The rigs of `stays/any.jsonl`
 * have whatever the schema allows; they were made once, by {@see AnyRig}.
 */
final class RigsStayTest extends TestCase
{
    private const EACH = 6;
    /** Sorts of rigs, and in how many parts they are looked at. */
    private const PARTS = [
        'any' => 8,
        'direct' => 10,
        'faulty' => 6,
        'random' => 6,
        'show' => 5,
        'changed' => 16,
        'numbers' => 12,
        'clocked' => 10,
        'spoilt' => 16,
        'planned' => 20,
    ];

    /** @return iterable<string, array{string, int}> the sort of rig, and its seed */
    public static function examined(): iterable
    {
        yield from self::parts(array_diff(array_keys(self::PARTS), ['planned']));
    }

    /** @return iterable<string, array{string, int}> */
    public static function planned(): iterable
    {
        yield from self::parts(['any', 'direct', 'faulty', 'random', 'changed', 'planned']);
        yield 'show 0' => ['show', 0];
        yield 'numbers 0' => ['numbers', 0];
        yield 'clocked 0' => ['clocked', 0];
    }

    /** @return iterable<string, array{string, int}> */
    public static function tried(): iterable
    {
        yield from self::parts(['any', 'direct', 'faulty', 'random']);
        yield 'show 0' => ['show', 0];
        yield 'numbers 0' => ['numbers', 0];
        yield 'clocked 0' => ['clocked', 0];
    }

    /**
     * @param iterable<string> $sorts
     *
     * @return iterable<string, array{string, int}>
     */
    private static function parts(iterable $sorts): iterable
    {
        foreach ($sorts as $sort) {
            for ($part = 0; $part < (self::PARTS[$sort] ?? 0); ++$part) {
                yield "{$sort} {$part}" => [$sort, $part];
            }
        }
    }

    #[DataProvider('examined')]
    public function testFindingsStay(string $sort, int $part): void
    {
        $text = '';
        foreach (self::of($sort, $part) as $title => $json) {
            try {
                $analysis = new RigAnalysis(RigFile::setup(RigFile::rig($json)));
            } catch (BadData $bad) {
                $text .= Kept::line("== {$title}", array_map(static fn (Problem $problem): string => $problem->print(), $bad->problems));
                continue;
            }
            $examined = Examination::of($analysis);
            $text .= Kept::line("== {$title}", $examined->cautions, \count($examined->resting));
            foreach ($examined->findings as $finding) {
                $text .= Kept::line($finding->print(''), $finding->key()).self::more($finding);
            }
        }

        Kept::asIn(__DIR__."/stays/findings-{$sort}-{$part}.txt", $text);
    }

    #[DataProvider('planned')]
    public function testPlansAndLeadsStay(string $sort, int $part): void
    {
        $text = '';
        foreach (self::read($sort, $part) as $title => $rig) {
            $analysis = new RigAnalysis(RigFile::setup($rig));
            $text .= Kept::line("== {$title}", Kept::plain($analysis->plan()), self::triedOf($analysis));
            foreach ($analysis->judgements() as $index => $judgement) {
                $joint = $analysis->setup->joints[$index];
                $text .= Kept::line($joint->lead->id, $judgement->told(), $judgement->rank(), Kept::plain($judgement), self::levels($joint));
            }
            $text .= Kept::line(Kept::plain(Supplies::of($analysis->setup)));
            $matrix = $analysis->matrix();
            foreach ($matrix->cells as $cell) {
                $boxes = $analysis->setup->boxes;
                $text .= Kept::line(Kept::plain($cell->means()), $cell->arrives($boxes), Kept::plain($cell->obstacle($boxes)), Kept::plain($cell->kinds()));
            }
            $sources = new ClockSources($analysis);
            foreach ($analysis->setup->boxes as $box) {
                $clocks = $sources->of($box);
                [] === $clocks ?: $text .= Kept::line($box->name, Kept::plain($clocks), $sources->blockedBy($box));
            }
        }

        Kept::asIn(__DIR__."/stays/plans-{$sort}-{$part}.txt", $text);
    }

    #[DataProvider('tried')]
    public function testChartsAndRunsStay(string $sort, int $part): void
    {
        $text = '';
        foreach (self::read($sort, $part) as $title => $rig) {
            $text .= Kept::line("== {$title}", Kept::plain(RigReferences::check($rig)));
            foreach (\in_array($sort, ['faulty', 'random'], true) ? [] : $rig->charts as $id => $kept) {
                $document = NameDocument::write($kept->chart);
                $text .= Kept::line($id, hash('xxh32', Json::encode(ChartTables::of($kept->chart))), hash('xxh32', $document->xml), $document->lost);
                $text .= Kept::line(Kept::plain(ChartReferences::check($kept->chart)));
            }
            $run = TestRun::of(new RigAnalysis(RigFile::setup($rig)));
            $text .= Kept::line($run->leftOut, $run->untouched);
            foreach ($run->steps as $step) {
                $text .= Kept::line(Kept::plain($step));
            }
        }

        Kept::asIn(__DIR__."/stays/runs-{$sort}-{$part}.txt", $text);
    }

    /** @return iterable<string, array{string, int}> */
    public static function mended(): iterable
    {
        foreach (['faulty' => 6, 'direct' => 4, 'clocked' => 3, 'any' => 2, 'changed' => 2] as $sort => $parts) {
            for ($part = 0; $part < $parts; ++$part) {
                yield "{$sort} {$part}" => [$sort, $part];
            }
        }
    }

    #[DataProvider('mended')]
    public function testWhatIsMendedStays(string $sort, int $part): void
    {
        $text = '';
        foreach (self::of($sort, $part) as $title => $json) {
            try {
                $mended = Mended::of($json);
            } catch (BadData) {
                continue; // what is wrong with it is looked at among the findings
            }
            $left = array_map(static fn (RigFinding $finding): string => $finding->key(), $mended->left->findings);
            $text .= Kept::line("== {$title}", hash('xxh32', $mended->json), $mended->done, $left);
        }

        Kept::asIn(__DIR__."/stays/mended-{$sort}-{$part}.txt", $text);
    }

    /** @return iterable<string, string> rigs as JSON */
    private static function of(string $sort, int $part): iterable
    {
        $any = 'any' === $sort || 'spoilt' === $sort ? explode("\n", trim((string) file_get_contents(__DIR__.'/stays/any.jsonl'))) : [];
        for ($seed = self::EACH * $part; $seed < self::EACH * ($part + 1); ++$seed) {
            yield "{$sort} {$seed}" => match ($sort) {
                'any' => $any[$seed],
                'direct' => Json::encode((new AnyDirectRig(300_000 + $seed))->json()),
                'faulty' => self::faulty($seed),
                'random' => self::random($seed),
                'changed' => self::changed($seed),
                'numbers' => NumberedRig::json($seed),
                'clocked' => ClockedRig::json($seed),
                'planned' => PlanRig::json($seed),
                'spoilt' => ChangedRig::of($any[$seed % \count($any)], new \Random\Randomizer(new \Random\Engine\Mt19937($seed))),
                default => Json::encode(Json::toValue((new RandomShow($seed))->analysis->setup->rig)),
            };
        }
    }

    /** @return iterable<string, Rig> those that can be read */
    private static function read(string $sort, int $part): iterable
    {
        foreach (self::of($sort, $part) as $title => $json) {
            try {
                yield $title => RigFile::rig($json);
            } catch (BadData) {
                continue; // what is wrong with it is looked at among the findings
            }
        }
    }

    /** With two faults out of many. */
    private static function faulty(int $seed): string
    {
        $rig = new CleanRig(900 + $seed);
        $faults = array_values($rig->faults());
        $json = Kit::changed($rig->json, [...$faults[$seed % \count($faults)][0], ...$faults[(3 * $seed + 1) % \count($faults)][0]]);

        return Json::encode($json);
    }

    private static function random(int $seed): string
    {
        $random = new RandomRig(500 + $seed, 0 !== $seed % 3);
        $book = [$random->book(...), $random->plainBook(...), $random->gesturedBook(...), $random->numberedBook(...)][$seed % 4]();

        return Json::encode(['rulebook' => $book] + Json::members(Json::write($random->rig)));
    }

    private static function changed(int $seed): string
    {
        $demo = \dirname(__DIR__, 3);
        $rig = match ($seed % 6) {
            0 => (string) file_get_contents("{$demo}/demo/crossing-board.rig.json"),
            1 => (string) file_get_contents($demo.(0 === $seed % 4 ? '/demo/salt-ferry-as-found.rig.json' : '/demo/salt-ferry.rig.json')),
            2 => Json::encode((new CleanRig(700 + $seed))->json),
            3 => Json::encode((new AnyDirectRig(400_000 + $seed))->json()),
            4 => self::random($seed),
            default => Json::encode(Json::toValue((new RandomShow(3 * $seed))->analysis->setup->rig)),
        };

        return ChangedRig::of($rig, new \Random\Randomizer(new \Random\Engine\Mt19937($seed)));
    }

    /** @return list<int> how much is tried for a plan: it stays as quick as it was */
    private static function triedOf(RigAnalysis $analysis): array
    {
        $choices = new Choices($analysis->setup);
        $puzzle = $choices->puzzle();
        $wished = new WishProblem($puzzle, $choices->standings, $choices->wishes->wishes);

        return [Search::solve($puzzle)->tried, $wished->grant()->tried, SmallestConflict::of($puzzle)->tried];
    }

    private static function more(RigFinding $finding): string
    {
        $fact = $finding->fact;

        $consequences = array_map(static fn ($each): string => $each->asConsequence(), $finding->consequences);

        return Kept::line('  ', $fact->formerly(), $consequences, Kept::plain($finding->fix));
    }

    /** @return list<mixed> */
    private static function levels(ResolvedLead $joint): array
    {
        $pins = [];
        foreach (array_keys($joint->lead->parts) as $part) {
            $pins[] = Kept::plain(Levels::pins($joint, $part));
        }

        return $pins;
    }
}
