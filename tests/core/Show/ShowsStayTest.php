<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Leap\Leap;
use ZigzagPost\Core\Show\Leap\LeapCase;
use ZigzagPost\Core\Show\Leap\Leaps;
use ZigzagPost\Core\Show\Leap\LeapStep;
use ZigzagPost\Core\Show\Leap\Meeting;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\Show\Log\Since;
use ZigzagPost\Core\Show\Sheet\Cell;
use ZigzagPost\Core\Show\Sheet\PresentStack;
use ZigzagPost\Core\Show\Sheet\ProgramSheet;
use ZigzagPost\Core\Show\Sheet\SwitchEdits;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\UnitNow;
use ZigzagPost\Core\Show\Sheet\WholeCopy;
use ZigzagPost\Core\World\UnitStanding;
use ZigzagPost\Tests\Core\Kept;

/**
 * The sheets of random shows, what each edit on them writes, and how far parameters leap, stay as they were; that they are right is shown
 * elsewhere, against what the stand-ins do.
 */
final class ShowsStayTest extends TestCase
{
    private const EACH = 4;

    /** @return iterable<string, array{int}> */
    public static function parts(): iterable
    {
        for ($part = 0; $part < 9; ++$part) {
            yield "part {$part}" => [$part];
        }
    }

    #[DataProvider('parts')]
    public function testSheetsStay(int $part): void
    {
        $text = '';
        foreach (self::shows($part) as $seed => $analysis) {
            $text .= "== show {$seed}\n{$analysis->setup->rig->rulebook}";
            $sheet = ProgramSheet::of($analysis);
            foreach ($sheet->rows as $row) {
                $text .= Kept::line($row['scene'], $row['song'], array_map(static fn (Cell $cell): array => get_object_vars($cell), $row['cells']));
            }
            foreach (SwitchSheet::of($analysis)->uses as $use) {
                $text .= Kept::line(get_object_vars($use));
            }
        }

        Kept::asIn(__DIR__."/stays/sheets-{$part}.txt", $text);
    }

    #[DataProvider('parts')]
    public function testEditsStay(int $part): void
    {
        $text = '';
        foreach (self::shows($part) as $seed => $analysis) {
            $text .= "== show {$seed}\n";
            foreach ($analysis->checked()->book->scenes as $scene) {
                foreach (ProgramSheet::of($analysis)->units as $unit) {
                    foreach ([null, '3'] as $program) {
                        $text .= self::edited(
                            "{$scene->title} {$unit->name} {$program}",
                            static fn (): array => ProgramSheet::edits(self::source($analysis), $scene->title, $unit->name, $program),
                        );
                    }
                }
            }
            $text .= self::switches($analysis).self::copies($analysis).self::present($analysis);
        }

        Kept::asIn(__DIR__."/stays/edits-{$part}.txt", $text);
    }

    /** @return iterable<string, array{int}> those whose leaps are found soon */
    public static function quickParts(): iterable
    {
        foreach ([0, 1, 2, 3, 4, 5, 7] as $part) {
            yield "part {$part}" => [$part];
        }
    }

    #[DataProvider('quickParts')]
    public function testLeapsStay(int $part): void
    {
        $text = '';
        foreach (self::shows($part) as $seed => $analysis) {
            $text .= "== show {$seed}\n";
            if ($analysis->checked()->hasErrors()) {
                continue;
            }
            foreach (Leaps::of($analysis) as $leap) {
                $text .= self::leap($leap);
                foreach (['jump', 'pickup', 'scaled'] as $takeover) {
                    $text .= self::edited($takeover, static fn (): array => Leaps::edits(self::source($analysis), $leap->line, $takeover));
                }
            }
        }

        Kept::asIn(__DIR__."/stays/leaps-{$part}.txt", $text);
    }

    /** Every way in which a short curve and what a parameter stands at can lie to each other. */
    public function testMeetingsStay(): void
    {
        $text = '';
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        for ($case = 0; $case < 500; ++$case) {
            $curve = [$random->getInt(0, 12)];
            for ($place = $random->getInt(0, 6); $place > 0; --$place) {
                $curve[] = max(0, min(12, $curve[\count($curve) - 1] + $random->getInt(0 === $case % 2 ? 0 : -3, 4)));
            }
            $meeting = new Meeting(0 === $case % 5 ? array_reverse($curve) : $curve, $random->getInt(0, 1) * min($curve), 0 === $case % 3 ? 12 : max($curve));
            $places = [null, ...array_keys($curve)];
            $known = new LeapCase($places[$random->getInt(0, \count($curve))], $random->getInt(0, 12), 0 !== $case % 7, 0 !== $case % 3);
            foreach ([[$known], [$known->unseen()], [$known, new LeapCase(0, $curve[0])], []] as $cases) {
                $of = array_map(static fn (LeapCase $each): array => array_values(get_object_vars($each)), $cases);
                $steps = array_map(static fn (LeapStep $step): array => array_values(get_object_vars($step)), array_values($meeting->steps($cases)));
                $text .= Kept::line($curve, $of, $steps, $meeting->goesOn($cases), $meeting->finest);
            }
        }

        Kept::asIn(__DIR__.'/stays/meetings.txt', $text);
    }

    public function testWhatIsNewStays(): void
    {
        $text = '';
        $before = new RandomShow(0);
        for ($seed = 3; $seed < 30; $seed += 3) {
            $now = new RandomShow($seed);
            foreach (
                Since::of(
                    $before->analysis->setup->rig,
                    (string) $before->analysis->setup->rig->rulebook,
                    $now->analysis->setup->rig,
                    (string) $now->analysis->setup->rig->rulebook,
                ) as $line
            ) {
                $text .= Kept::line($seed, $line);
            }
            $before = $now;
        }

        Kept::asIn(__DIR__.'/stays/since.txt', $text);
    }

    /** @return iterable<int, RigAnalysis> */
    private static function shows(int $part): iterable
    {
        for ($seed = self::EACH * $part; $seed < self::EACH * ($part + 1); ++$seed) {
            yield $seed => (new RandomShow($seed))->analysis;
        }
    }

    private static function switches(RigAnalysis $analysis): string
    {
        $text = '';
        $edits = new SwitchEdits($analysis);
        $targets = Targets::of($analysis);
        $uses = SwitchSheet::of($analysis)->uses;
        $scenes = [null, ...array_map(static fn ($scene): string => $scene->title, $analysis->checked()->book->scenes)];
        foreach (self::controls($analysis) as $index => [$box, $control]) {
            $target = $targets[(7 * $index) % \count($targets)];
            foreach (['press', 'short', 'held', 'twice', 'move'] as $place => $gesture) {
                $scene = $scenes[($index + $place) % \count($scenes)];
                $text .= self::edited(
                    "assign {$control->name} {$gesture} {$scene} {$target->title}",
                    static fn (): array => $edits->assign($box, $control, $scene, $gesture, $target),
                );
            }
            foreach ($uses as $use) {
                if ($use->unit === $box->name && $use->control === $control->name) {
                    [$toBox, $to] = self::controls($analysis)[($index + 1) % \count(self::controls($analysis))];
                    $scene = $scenes[($index + $use->line) % \count($scenes)];
                    $text .= self::edited("clear {$control->name} {$use->line}", static fn (): array => $edits->clear($box, $control, $use->line));
                    $text .= self::edited(
                        "copy {$control->name} {$use->line} to {$to->name} {$scene}",
                        static fn (): array => $edits->copy($box, $control, $use->line, $toBox, $to, $scene),
                    );
                    $text .= self::edited(
                        "move {$control->name} {$use->line} to {$to->name}",
                        static fn (): array => $edits->move($box, $control, $use->line, $toBox, $to, null),
                    );
                }
            }
        }

        return $text;
    }

    private static function copies(RigAnalysis $analysis): string
    {
        $text = '';
        $scenes = array_map(static fn ($scene): string => $scene->title, $analysis->checked()->book->scenes);
        foreach ($scenes as $from) {
            foreach ([...$scenes, 'nowhere'] as $to) {
                $text .= self::copied("scene {$from} to {$to}", static fn (): WholeCopy => WholeCopy::scene($analysis, $from, $to));
            }
        }
        foreach ($analysis->setup->boxes as $box) {
            $layers = array_values(array_unique(array_map(static fn (Control $control): ?string => $control->layer, $box->chart->surface->controls ?? [])));
            foreach ($layers as $index => $layer) {
                $to = $layers[($index + 1) % \count($layers)];
                $text .= self::copied("{$box->name} {$layer} to {$to}", static fn (): WholeCopy => WholeCopy::layer($analysis, $box, $layer, $to));
            }
        }

        return $text;
    }

    private static function present(RigAnalysis $analysis): string
    {
        $units = [];
        foreach ($analysis->setup->boxes as $index => $box) {
            $values = [];
            foreach (\array_slice($box->chart->parameters ?? [], 0, 4) as $place => $parameter) {
                $values[$parameter->name] = $parameter->raw->low + $place;
            }
            $box->isPost() ?: $units[] = new UnitNow($box, new UnitStanding(null === $box->chart->programs ? null : \strlen((string) $index) % 4, $values));
        }
        $stack = PresentStack::of('now', $units);

        return Kept::line($stack->text()).self::edited('stack of now', static fn (): array => $stack->edits(self::source($analysis)));
    }

    /** @return list<array{Device, Control}> the first few of each unit */
    private static function controls(RigAnalysis $analysis): array
    {
        $all = [];
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : \array_slice($box->chart->surface->controls ?? [], 0, 7) as $control) {
                $all[] = [$box, $control];
            }
        }

        return \array_slice($all, 0, 20);
    }

    private static function leap(Leap $leap): string
    {
        return Kept::line(['steps' => array_map(get_object_vars(...), $leap->steps)] + get_object_vars($leap));
    }

    private static function source(RigAnalysis $analysis): Source
    {
        return Source::of((string) $analysis->setup->rig->rulebook);
    }

    /** @param \Closure(): list<Edit> $edits */
    private static function edited(string $what, \Closure $edits): string
    {
        try {
            return Kept::line($what, array_map(get_object_vars(...), $edits()));
        } catch (RulebookError $error) {
            return Kept::line($what, $error->getMessage());
        }
    }

    /** @param \Closure(): WholeCopy $copy */
    private static function copied(string $what, \Closure $copy): string
    {
        try {
            $done = $copy();

            return Kept::line($what, array_map(get_object_vars(...), $done->edits), $done->same, $done->left);
        } catch (RulebookError $error) {
            return Kept::line($what, $error->getMessage());
        }
    }
}
