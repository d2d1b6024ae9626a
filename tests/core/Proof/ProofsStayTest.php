<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Proof\Account;
use ZigzagPost\Core\Proof\Change;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Fault;
use ZigzagPost\Core\Proof\FaultDeed;
use ZigzagPost\Core\Proof\FaultDeeds;
use ZigzagPost\Core\Proof\FaultOutcome;
use ZigzagPost\Core\Proof\Performance;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Proof\Rehearsal;
use ZigzagPost\Core\Proof\Slot;
use ZigzagPost\Core\Proof\Stroke;
use ZigzagPost\Core\Proof\WordedMessage;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Capture;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Kept;
use ZigzagPost\Tests\Core\Show\RandomShow;

/**
 * What is played to prove random shows, what proofs say of them when rules change, and what faults do to them, stays as it was; that it is
 * right is shown elsewhere.
 */
final class ProofsStayTest extends TestCase
{
    /** @return iterable<string, array{int}> shows without errors */
    public static function shows(): iterable
    {
        foreach ([0, 1, 3, 4, 6, 7, 9, 10, 12, 13, 15, 16, 17, 18, 19, 20, 21, 22] as $seed) {
            yield "show {$seed}" => [$seed];
        }
    }

    #[DataProvider('shows')]
    public function testProofsStay(int $seed): void
    {
        $analysis = (new RandomShow($seed))->analysis;
        $book = Compiler::load($analysis->checked()->book);
        $seats = Patch::of($analysis->setup);
        $tape = Coverage::tape($analysis);
        $lines = explode("\n", trim($tape));
        $text = "{$tape}\n";
        $performance = new Performance($analysis, $book);
        $text .= Kept::line($performance->ports(), $performance->middle(), $performance->middleUs(), $performance->endUs);
        $text .= implode('', array_map(static fn (Slot $slot): string => Kept::line(get_object_vars($slot)), $performance->slots));
        foreach ($performance->strokes as $stroke) {
            $text .= self::stroke($stroke);
        }
        $whole = Proving::accept('all', $tape, $book);
        $half = Proving::accept('half', implode("\n", \array_slice($lines, 0, intdiv(\count($lines), 2)))."\n", $book);
        $text .= "{$whole->accepted}\n";
        $show = $analysis->setup->rig->show;
        foreach ([[], [$half], [$whole, $half]] as $proofs) {
            $text .= Kept::line(
                get_object_vars(
                    Coverage::of(
                        $analysis,
                        $book,
                        array_map(static fn (KeptTape $proof): Proving => Proving::of($proof, $book, $seats, $show), $proofs),
                    ),
                ),
            );
        }
        $text .= self::withoutEachRule($analysis, $whole).self::account($book, $seats, $analysis, $tape);

        Kept::asIn(__DIR__."/stays/proof-{$seed}.txt", $text);
    }

    #[DataProvider('shows')]
    public function testFaultsStay(int $seed): void
    {
        $analysis = (new RandomShow($seed))->analysis;
        $rehearsal = new Rehearsal($analysis);
        $text = Kept::line($rehearsal->leftOut);
        $faults = $rehearsal->faults();
        $book = $analysis->compiled();
        $show = new Performance($analysis, $book);
        $usual = self::times(new FaultDeeds($analysis->setup, $book, $show, []));
        foreach ($faults as $fault) {
            $times = self::times(new FaultDeeds($analysis->setup, $book, $show, [$fault]));
            $other = [array_values(array_diff($times, $usual)), array_values(array_diff($usual, $times))];
            $text .= Kept::line($fault->words(), \count($times), array_map(static fn (array $each): array => \array_slice($each, 0, 20), $other));
        }
        $isLarge = \count($faults) > 30;
        foreach ($faults as $index => $fault) {
            if (!$isLarge || 0 === ($index + $seed) % 9) {
                $text .= Kept::line($fault->words(), self::outcome($rehearsal->with($fault)));
            }
        }
        $pair = [$faults[$seed % \count($faults)], $faults[(5 * $seed + 1) % \count($faults)]];
        $text .= Kept::line(array_map(static fn (Fault $fault): string => $fault->words(), $pair), self::outcome($rehearsal->with(...$pair)));

        Kept::asIn(__DIR__."/stays/faults-{$seed}.txt", $text);
    }

    /** @return list<int> when something happens */
    private static function times(FaultDeeds $deeds): array
    {
        return array_map(static fn (FaultDeed $deed): int => $deed->atUs, $deeds->deeds());
    }

    private static function withoutEachRule(RigAnalysis $analysis, KeptTape $proof): string
    {
        $text = '';
        $setup = $analysis->setup;
        $source = Source::of((string) $setup->rig->rulebook);
        foreach ($analysis->checked()->written->rules as $index => $rule) {
            $fewer = new RigAnalysis(
                RigFile::setup($setup->rig, $source->with([Edit::deleteLines($rule->span->line, $source->end($rule))])->text),
            );
            if (0 !== $index % 3 || $fewer->checked()->hasErrors()) {
                continue;
            }
            $proving = Proving::of($proof, Compiler::load($fewer->checked()->book), Patch::of($setup), $setup->rig->show);
            $text .= Kept::line("without {$rule->title}", \count($proving->changes));
            foreach (\array_slice($proving->changes, 0, 3) as $change) {
                $text .= self::change($change);
            }
        }

        return $text;
    }

    private static function account(CompiledBook $book, Patch $seats, RigAnalysis $analysis, string $tape): string
    {
        $bench = Bench::start($book, $seats);
        $bench->takeJournal();
        $state = $bench->save();
        foreach (\array_slice(Proving::events($tape), 0, 60) as $event) {
            $bench->feed($event->timeUs, $event->port, $event->bytes);
        }
        $told = Account::of(new Capture($state, $bench->takeJournal()), $book, $seats, $analysis->setup);

        return implode('', array_map(static fn (array $line): string => Kept::line($line['timeUs'], $line['words']), $told['lines'])).
            Kept::line($told['sounding'], $told['begins'], $told['beginsIn']);
    }

    private static function change(Change $change): string
    {
        $words = static fn (WordedMessage $message): string => $message->text();

        return Kept::line(['was' => array_map($words, $change->was), 'now' => array_map($words, $change->now)] + get_object_vars($change));
    }

    private static function stroke(Stroke $stroke): string
    {
        return Kept::line($stroke->unit, $stroke->control, $stroke->event->timeUs, $stroke->event->port, bin2hex($stroke->event->bytes));
    }

    /** @return array<mixed> */
    private static function outcome(FaultOutcome $outcome): array
    {
        return array_diff_key(get_object_vars($outcome), ['faults' => true]) + ['isHarmless' => $outcome->isHarmless()];
    }
}
