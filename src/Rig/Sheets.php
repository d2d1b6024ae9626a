<?php

declare(strict_types=1);

namespace App\Rig;

use Dompdf\Dompdf;
use Dompdf\Options;
use Symfony\Component\Filesystem\Filesystem;
use Twig\Environment;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Card\CardStep;
use ZigzagPost\Core\Card\OpenStep;
use ZigzagPost\Core\Card\SetupCard;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Document\LogLine;
use ZigzagPost\Core\Rig\Plan\PlannedCable;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\Cell;
use ZigzagPost\Core\Show\Sheet\ProgramSheet;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Trial\TestRun;

/** Everything of a rig that is printed: pages as HTML, and as PDF. */
final readonly class Sheets
{
    public const ALL = [
        'picture' => 'The rig',
        'plan' => 'Channels and numbers',
        'leads' => 'Leads',
        'cards' => 'Set-up cards',
        'trial' => 'Test run',
        'cues' => 'Cue sheet',
        'switches' => 'Switch sheets',
        'strips' => 'Label strips',
        'charts' => 'Charts of the units',
        'findings' => 'Findings and cautions',
        'log' => 'Log',
    ];

    private const FONTS = __DIR__.'/../../templates/paper/fonts';
    /** A sheet of so few lines stands below the one before it. */
    private const SHORT = 14;
    /** Width of an A4 page between its margins, in millimetres. */
    private const PAGE_MM = 186;
    /** Width of a letter at 8 pt, about. */
    private const LETTER_MM = 1.9;

    public function __construct(private Environment $twig)
    {
    }

    /**
     * @param list<string> $which names of sheets, as in ALL
     *
     * @throws RulebookError
     */
    public function html(RigAnalysis $analysis, array $which): string
    {
        $sheets = [];
        foreach ($which as $sheet) {
            $html = $this->twig->render("paper/{$sheet}.html.twig", $this->data($analysis, $sheet));
            $sheets[] = ['title' => self::ALL[$sheet], 'html' => $html, 'isShort' => self::linesOf($html) <= self::SHORT];
        }
        $fonts = array_map(
            static fn (string $face): string => base64_encode((string) file_get_contents(self::FONTS."/{$face}.ttf")),
            ['regular' => 'regular', 'bold' => 'bold'],
        );

        return $this->twig->render('paper/sheets.html.twig', ['name' => $analysis->setup->rig->name, 'sheets' => $sheets, 'fonts' => $fonts]);
    }

    private static function linesOf(string $html): int
    {
        return (int) preg_match_all('/<(tr|p|h[23]|li)[ >]/', $html) + (str_contains($html, '<img') ? self::SHORT : 0);
    }

    /** Nothing is fetched and no script runs while a page is made. */
    public static function pdf(string $html): string
    {
        $fonts = \dirname(__DIR__, 2).'/var/cache/fonts';
        (new Filesystem())->mkdir($fonts, 0o700);
        $pdf = new Dompdf(
            new Options([
                'isRemoteEnabled' => false,
                'isPhpEnabled' => false,
                'isJavascriptEnabled' => false,
                'defaultFont' => 'DejaVu Sans',
                'fontDir' => $fonts,
                'fontCache' => $fonts,
                'chroot' => [self::FONTS],
                'dpi' => 96,
            ]),
        );
        foreach (['regular' => 'normal', 'bold' => 'bold'] as $face => $weight) {
            $style = ['family' => 'Hyperlegible', 'style' => 'normal', 'weight' => $weight];
            $pdf->getFontMetrics()->registerFont($style, self::FONTS."/{$face}.ttf");
        }
        $pdf->loadHtml($html, 'UTF-8');
        $pdf->setPaper('A4');
        $pdf->render();

        return (string) $pdf->output();
    }

    /**
     * @return array<string, mixed>
     *
     * @throws RulebookError
     */
    private function data(RigAnalysis $analysis, string $sheet): array
    {
        return match ($sheet) {
            'picture' => self::picture($analysis->setup),
            'plan' => PlanView::of($analysis->plan()),
            'leads' => WiresView::of($analysis->setup),
            'cards' => self::cards($analysis),
            'trial' => self::trial($analysis),
            'cues' => self::cues($analysis),
            'switches' => self::switches($analysis),
            'strips' => ['strips' => array_merge(...array_map(self::strips(...), array_values($analysis->setup->boxes)))],
            'charts' => ['units' => self::charts($analysis)],
            'log' => [
                'lines' => array_map(
                    static fn (LogLine $line): array => ['what' => $line->what->value] + get_object_vars($line),
                    $analysis->setup->rig->log,
                ),
            ],
            default => FindingsView::of(Examination::of($analysis), $analysis->setup->rig),
        };
    }

    /** @return array<string, mixed> */
    private static function picture(Setup $setup): array
    {
        $svg = PaperPicture::of($setup);

        return ['picture' => null === $svg ? null : base64_encode($svg), 'units' => \count($setup->rig->units), 'leads' => \count($setup->rig->leads)];
    }

    /** @return array<string, mixed> */
    private static function cards(RigAnalysis $analysis): array
    {
        $cards = SetupCard::all($analysis);

        return [
            'cables' => array_map(static fn (PlannedCable $cable): array => get_object_vars($cable), $analysis->plan()->cables),
            'loadIn' => array_map(
                static fn (OpenStep $open): array => ['unit' => $open->unit->label(), ...get_object_vars($open->step)],
                SetupCard::loadIn($cards),
            ),
            'cards' => array_map(
                static fn (SetupCard $card): array => [
                    'unit' => $card->box->name,
                    'label' => $card->box->label(),
                    'chart' => $card->box->chart->name,
                    'place' => $card->box->unit->place,
                    'colour' => null === $card->box->unit->colour ? null : get_object_vars($card->box->unit->colour),
                    'steps' => array_map(static fn (CardStep $step): array => get_object_vars($step), $card->steps),
                    'powerCycle' => $card->needsPowerCycle(),
                ],
                $cards,
            ),
        ];
    }

    /** @return array<string, mixed> songs in the order of the set list, each with its scenes and what they call */
    private static function cues(RigAnalysis $analysis): array
    {
        $sheet = ProgramSheet::of($analysis);
        $show = $analysis->setup->rig->show;
        $songs = [];
        foreach ($show?->order() ?? [] as $song) {
            $rows = array_values(array_filter($sheet->rows, static fn (array $row): bool => $row['song'] === $song->title));
            $songs[] = get_object_vars($song) + [
                'rows' => array_map(
                    static fn (array $row): array => [
                        'scene' => $row['scene'],
                        'cells' => array_map(
                            static fn (Cell $cell): array => [
                                'unit' => $analysis->setup->box($cell->unit)?->label() ?? $cell->unit,
                                'shown' => $cell->shown,
                                'name' => $cell->name,
                            ],
                            array_values(array_filter($row['cells'], static fn (Cell $cell): bool => !$cell->isBlank())),
                        ),
                    ],
                    $rows,
                ),
            ];
        }

        return ['list' => $show->loaded ?? ($show?->setLists[0]->name ?? null), 'songs' => $songs];
    }

    /**
     * @return array<string, mixed> what each control does, by unit
     *
     * @throws RulebookError
     */
    private static function switches(RigAnalysis $analysis): array
    {
        $units = [];
        foreach (SwitchSheet::of($analysis)->uses as $use) {
            $box = $analysis->setup->box($use->unit);
            $label = $box->unit->labels[$use->control] ?? null;
            $units[$box?->label() ?? $use->unit][] = array_merge(get_object_vars($use), ['does' => $use->words()]) + [
                'label' => $label?->text,
                'colour' => $label?->colour,
            ];
        }

        return ['units' => $units];
    }

    /** @return array<string, mixed> */
    private static function trial(RigAnalysis $analysis): array
    {
        $run = TestRun::of($analysis);

        return [
            'first' => TestRun::FIRST,
            'steps' => array_map(get_object_vars(...), $run->steps),
            'leftOut' => $run->leftOut,
            'untouched' => $run->untouched,
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function charts(RigAnalysis $analysis): array
    {
        $units = [];
        foreach ($analysis->setup->boxes as $box) {
            if ([] === ($box->chart->parameters ?? [])) {
                continue;
            }
            $parameters = array_map(
                static fn (Parameter $parameter): array => [
                    'name' => $parameter->name,
                    'message' => Reach::Hand === $parameter->reach ? 'by hand' : self::message($box->messageTo($parameter)),
                    'low' => $parameter->raw->low,
                    'high' => $parameter->raw->high,
                    'unit' => $parameter->unit ?? '',
                ],
                \array_slice($box->chart->parameters ?? [], 0, 500),
            );
            // Units that understand the same stand above one table.
            $same = hash('xxh128', serialize([$box->chart->name, $parameters]));
            $units[$same] ??= ['units' => [], 'chart' => $box->chart->name, 'parameters' => $parameters];
            $units[$same]['units'][] = "{$box->label()} ({$box->name})";
        }

        return array_values($units);
    }

    private static function message(?Message $message): string
    {
        return null === $message ? 'unknown' : trim("{$message->kind->value} {$message->number}");
    }

    /** @return list<array<string, mixed>> strips of a unit: layers as lines, tiled where a page is too narrow */
    private static function strips(Device $box): array
    {
        $surface = $box->chart->surface;
        $pitch = $surface?->pitchMm;
        if (null === $surface || null === $pitch) {
            return [];
        }
        $lines = [];
        foreach ($surface->controls as $control) {
            $text = ($box->unit->labels[$control->name] ?? null)->text ?? $control->name;
            $lines[$control->layer ?? (string) ($control->at->row ?? 0)][] = self::fitted($text, $pitch);
        }
        $atOnce = max(1, (int) floor(self::PAGE_MM / $pitch));
        $longest = [] === $lines ? 0 : max(array_map(\count(...), $lines));
        $strips = [];
        for ($from = 0; $from < $longest; $from += $atOnce) {
            $strips[] = [
                'label' => $box->label(),
                'pitch' => $pitch,
                'part' => $longest > $atOnce ? 1 + intdiv($from, $atOnce) : null,
                'lines' => array_values(array_filter(array_map(static fn (array $line): array => \array_slice($line, $from, $atOnce), $lines))),
            ];
        }

        return $strips;
    }

    private static function fitted(string $text, float $pitch): string
    {
        $most = max(2, (int) floor(($pitch - 1) / self::LETTER_MM));

        return mb_strlen($text) <= $most ? $text : mb_substr($text, 0, $most - 1).'.';
    }
}
