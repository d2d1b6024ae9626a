<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Rig\ArrivalView;
use App\Rig\CalibrationView;
use App\Rig\FindingsView;
use App\Rig\FitView;
use App\Rig\LeapView;
use App\Rig\PlanView;
use App\Rig\Sheets;
use App\Rig\ShowView;
use App\Rig\TrialView;
use App\Rig\WiresView;
use Symfony\Component\Filesystem\Filesystem;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Ways;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Fault;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Proof\Rehearsal;
use ZigzagPost\Core\Proof\RulesSum;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Leap\Leaps;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\Show\Sheet\PresentStack;
use ZigzagPost\Core\Show\Sheet\UnitNow;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\UnitStanding;

/** Everything that is computed of a rig, as text: what the command line prints, what the API sends, and what the sheets say. */
final class Computed
{
    private const TAPE = "0 p1 90 3C 64\n10 p2 B0 14 40\n20 p1 80 3C 40\n30 board B0 0B 05\n40 board BF 0B 45\n50 floor BF 50 7F\n60 floor "
        ."BF 50 00\n70 s0 B0 01 00\n80 s0 B0 01 7F\n90 s1 C0 03\n100 s1 B0 02 40\n";
    /** Controls, and parameters, of a unit that are followed. */
    private const MOST = 2;

    private string $text = '';

    private function __construct(private readonly RigAnalysis $analysis, private readonly Setup $setup)
    {
    }

    public static function of(string $json): string
    {
        $rig = RigFile::rig($json);
        $setup = RigFile::setup($rig);
        $computed = new self(new RigAnalysis($setup), $setup);
        $computed->commands($json, (string) $rig->rulebook);
        $computed->views();
        $computed->ways();
        $computed->learned();
        $computed->sheets();
        $computed->proofs();
        foreach ($rig->charts as $id => $kept) {
            $computed->say("chart {$id} as tables", ChartTables::of($kept->chart));
            $document = NameDocument::write($kept->chart);
            $computed->say("chart {$id} as a name document", [$document->xml, $document->lost]);
        }

        return $computed->text;
    }

    private function commands(string $json, string $book): void
    {
        $folder = sys_get_temp_dir().'/zigzag-computed-'.bin2hex(random_bytes(6));
        mkdir($folder);
        file_put_contents("{$folder}/a.rig.json", $json);
        file_put_contents("{$folder}/a.book", $book);
        file_put_contents("{$folder}/a.tape", self::TAPE);
        $line = new CommandLineTester();
        foreach (
            [
                'rig check a.rig.json',
                'rig plan a.rig.json',
                'rig wires a.rig.json',
                'rig fit a.rig.json',
                'prove a.rig.json',
                'check a.book --rig a.rig.json',
                'plain a.book --rig a.rig.json',
                'format a.book --rig a.rig.json',
                'run a.book --rig a.rig.json --in a.tape --out a.out --trace a.trace',
            ] as $words
        ) {
            $code = $line->run(
                array_map(static fn (string $word): string => str_starts_with($word, 'a.') ? "{$folder}/{$word}" : $word, explode(' ', $words)),
            );
            $this->say($words, explode("\n", trim(str_replace("{$folder}/", '', "{$line->output()}{$line->errors()}"))));
            $this->say("{$words} ends with", $code);
        }
        foreach (['a.out', 'a.trace'] as $file) {
            $this->say($file, explode("\n", trim((string) @file_get_contents("{$folder}/{$file}"))));
        }
        (new Filesystem())->remove($folder);
    }

    private function views(): void
    {
        $this->say('wires', WiresView::of($this->setup));
        $this->say('plan', PlanView::of($this->analysis->plan()));
        $this->say('fit', FitView::of($this->analysis->fits()));
        $this->say('findings', FindingsView::of(Examination::of($this->analysis), $this->setup->rig));
        $this->say('show', ShowView::of($this->analysis, ShowView::uses($this->analysis)));
        $this->say('targets', array_map(get_object_vars(...), Targets::of($this->analysis)));
        $this->say('leaps', LeapView::of($this->analysis));
        $this->say('test run', $trial = TrialView::of($this->analysis, []));
        $ticks = [];
        foreach (\is_array($trial['steps'] ?? null) ? $trial['steps'] : [] as $index => $step) {
            if (\is_array($step) && \is_string($step['unit'] ?? null) && \is_string($step['control'] ?? null)) {
                $ticks["{$step['unit']}\t{$step['control']}"] = 0 !== $index % 3;
            }
        }
        $this->say('suspects', TrialView::of($this->analysis, $ticks)['suspects'] ?? null);
    }

    private function ways(): void
    {
        if ($this->analysis->checked()->hasErrors()) {
            return;
        }
        $ways = new Ways($this->analysis);
        foreach ($this->units() as $box) {
            foreach (\array_slice($box->chart->surface->controls ?? [], 0, self::MOST) as $control) {
                $this->say("from {$box->name} {$control->name}", array_map(ArrivalView::of(...), $ways->from($box, $control)));
            }
            foreach (\array_slice($box->chart->parameters ?? [], 0, self::MOST) as $parameter) {
                $this->say("to {$box->name} {$parameter->name}", array_map(ArrivalView::of(...), $ways->to($box, $parameter->name)));
            }
        }
    }

    /** What becomes of a few gestures, and of edits of the rules. */
    private function learned(): void
    {
        $events = [];
        foreach ($this->analysis->checked()->book->ports as $port) {
            foreach (["\xB0\x14\x7F", "\xB0\x14\x00", "\x90\x3C\x64", "\x80\x3C\x40", "\xB0\x0B\x03", "\xB0\x0B\x43"] as $step => $bytes) {
                $events[] = new Event(1_000_000 + 100_000 * $step, $port->name->text, $bytes);
            }
        }
        usort($events, static fn (Event $one, Event $other): int => $one->timeUs <=> $other->timeUs);
        $this->say(
            'recognised',
            array_map(
                static fn (Recognised $each): array => [
                    $each->played->port,
                    $each->played->selector(),
                    $each->sorts,
                    [$each->range->low, $each->range->high],
                    $each->unit,
                    $each->control,
                ],
                Recognition::of($events, 0, 4_000_000, $this->setup)->candidates,
            ),
        );
        $this->say('calibration', CalibrationView::of($this->analysis, $events, 3_000_000));
        $source = Source::of((string) $this->setup->rig->rulebook);
        foreach ($source->book->rules as $rule) {
            $this->say(
                "takeover in line {$rule->span->line}",
                self::edited(static fn (): array => Leaps::edits($source, $rule->span->line, 'pickup')),
            );
        }
        $now = static function (Device $box): UnitNow {
            $parameters = $box->chart->parameters ?? [];
            $values = array_map(static fn (Parameter $parameter): int => $parameter->raw->low, $parameters);
            $names = array_map(static fn (Parameter $parameter): string => $parameter->name, $parameters);

            return new UnitNow($box, new UnitStanding(null === $box->chart->programs ? null : 0, array_combine($names, $values)));
        };
        $units = array_map($now, \array_slice($this->units(), 0, 3));
        $this->say('a stack of now', self::edited(static fn (): array => PresentStack::of('now', $units)->edits($source)));
    }

    /**
     * @param \Closure(): list<Edit> $edits
     *
     * @return list<mixed> what would be written where, or why it cannot be
     */
    private static function edited(\Closure $edits): array
    {
        try {
            return array_map(get_object_vars(...), $edits());
        } catch (RulebookError $error) {
            return [$error->getMessage()];
        }
    }

    private function sheets(): void
    {
        $sheets = new Sheets(new Environment(new FilesystemLoader(\dirname(__DIR__, 2).'/templates')));
        foreach (array_keys(Sheets::ALL) as $sheet) {
            $html = (string) preg_replace(
                ['~<(style|head|svg)\b.*?</\1>~s', '~</(tr|p|h\d|li|div)>~', '~</t[dh]>~'],
                ['', "\n", ' | '],
                $sheets->html($this->analysis, [$sheet]),
            );
            $lines = array_map(
                static fn (string $line): string => trim((string) preg_replace('/\s+/', ' ', $line)),
                explode("\n", html_entity_decode(strip_tags($html))),
            );
            $this->say("sheet {$sheet}", array_values(array_filter($lines, static fn (string $line): bool => '' !== $line)));
        }
    }

    /** What a proposed tape proves, what half of it leaves open, what is told when a rule is gone, and what some faults do to the show. */
    private function proofs(): void
    {
        if ($this->analysis->checked()->hasErrors()) {
            return;
        }
        $book = Compiler::load($this->analysis->checked()->book);
        $seats = Patch::of($this->setup);
        $tape = Coverage::tape($this->analysis);
        $lines = explode("\n", trim($tape));
        $this->say('proposed tape', [...\array_slice($lines, 0, 80), hash('xxh128', $tape)]);
        $whole = Proving::accept('all', $tape, $book, '2026-11-30', 'Ada', null, null, RulesSum::of($this->analysis));
        $this->say('proof', hash('xxh128', serialize(get_object_vars($whole))));
        $half = Proving::accept('half', implode("\n", \array_slice($lines, 0, intdiv(\count($lines), 2)))."\n", $book);
        $this->say('left open', get_object_vars(Coverage::of($this->analysis, $book, [Proving::of($half, $book, $seats, $this->setup->rig->show)])));
        $rules = $this->analysis->checked()->written->rules;
        $source = Source::of((string) $this->setup->rig->rulebook);
        $last = $rules[\count($rules) - 1] ?? null;
        $fewer =
            null === $last
                ? null
                : new RigAnalysis(
                    RigFile::setup($this->setup->rig, $source->with([Edit::deleteLines($last->span->line, $source->end($last))])->text),
                );
        if (null !== $fewer && !$fewer->checked()->hasErrors()) {
            $this->say(
                'without the last rule',
                array_map(
                    get_object_vars(...),
                    \array_slice(
                        Proving::of($whole, Compiler::load($fewer->checked()->book), $seats, $this->setup->rig->show, RulesSum::of($fewer))->changes,
                        0,
                        40,
                    ),
                ),
            );
        }
        $rehearsal = new Rehearsal($this->analysis);
        $this->say('faults', array_map(static fn (Fault $fault): string => $fault->words(), $rehearsal->faults()));
        foreach (\array_slice($rehearsal->faults(), 0, 4) as $fault) {
            $this->say("rehearsed: {$fault->words()}", array_diff_key(get_object_vars($rehearsal->with($fault)), ['faults' => true]));
        }
    }

    /** @return list<Device> */
    private function units(): array
    {
        return array_values(array_filter($this->setup->boxes, static fn (Device $box): bool => !$box->isPost()));
    }

    /** A heading, and what it is about: each part of a list on a line of its own. */
    private function say(string $what, mixed $value): void
    {
        $plain = json_decode(self::json($value), true);
        $this->text .= "== {$what}\n";
        foreach (\is_array($plain) ? $plain : [$plain] as $key => $each) {
            $name = \is_int($key) ? '' : "{$key}: ";
            if (\is_array($each) && array_is_list($each) && [] !== $each) {
                foreach ($each as $one) {
                    $this->text .= $name.self::line($one)."\n";
                }
            } else {
                $this->text .= $name.self::line($each)."\n";
            }
        }
    }

    private static function line(mixed $value): string
    {
        return \is_string($value) ? $value : self::json($value);
    }

    private static function json(mixed $value): string
    {
        return json_encode(
            $value,
            \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_THROW_ON_ERROR,
        );
    }
}
