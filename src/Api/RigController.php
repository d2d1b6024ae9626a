<?php

declare(strict_types=1);

namespace App\Api;

use App\Entity\Document;
use App\Rig\ArrivalView;
use App\Rig\ComputedParts;
use App\Rig\ReadTableView;
use App\Rig\RigStore;
use App\Rig\RigZip;
use App\Rig\Sheets;
use App\Rig\TrialView;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\Way\Ways;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Words;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\Holds;
use ZigzagPost\Core\Rig\Table\TableReader;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Trial\PassedMessage;
use ZigzagPost\Core\Trial\RealStep;

/** What is computed from charts and rigs. */
final readonly class RigController
{
    private const LONGEST_TABLE = 2 << 20;
    private const MOST_COLUMNS = 60;

    public function __construct(private RigStore $rigs, private ComputedParts $computed, private Sheets $sheets)
    {
    }

    /**
     * Verdicts, plan, loads and findings of a rig as it is stored, or the parts of these that are asked for.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/computed', methods: 'GET')]
    public function computed(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $wanted = $request->query->getString('parts');
        $names = '' === $wanted ? ComputedParts::NAMES : array_values(array_unique(explode(',', $wanted)));
        if ([] !== array_diff($names, ComputedParts::NAMES)) {
            throw ApiProblem::badRequest('parts are '.implode(', ', ComputedParts::NAMES));
        }

        return new JsonResponse($this->computed->of($document, $names) ?? throw ApiProblem::unprocessable('this rig cannot be read'));
    }

    /**
     * A rig as a file, with its rulebook.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/file', methods: 'GET')]
    public function file(string $id): Response
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');

        return Download::text($this->whole($document), "{$document->name}.rig.json", 'application/json');
    }

    /**
     * The same as a zip, with rules, charts and kept tapes as files beside it.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/zip', methods: 'GET')]
    public function zip(string $id): Response
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');

        return Download::text(RigZip::of($this->whole($document)), "{$document->name}.zip", 'application/zip');
    }

    /**
     * A rig with its rulebook, as JSON.
     *
     * @throws BadData
     */
    private function whole(Document $document): string
    {
        return Json::encode(array_diff_key($this->rigs->whole($document), ['book' => true]));
    }

    /** Where a control of a unit arrives, or what arrives at a parameter. */
    #[Route('/api/rigs/{id}/ways', methods: 'GET')]
    public function ways(string $id, Request $request): JsonResponse
    {
        $rig = $this->rigs->find($id) ?? throw ApiProblem::notFound('rig');
        $setup = RigFile::setup($rig);
        $analysis = new RigAnalysis($setup);
        $box = $setup->box($request->query->getString('unit')) ?? throw ApiProblem::notFound('unit');
        if ($analysis->checked()->hasErrors()) {
            throw ApiProblem::unprocessable('the rulebook has an error; put it right first, then ways can be followed');
        }
        $ways = new Ways($analysis);
        if ($request->query->has('parameter')) {
            $parameter = $box->parameter($request->query->getString('parameter')) ?? throw ApiProblem::notFound('parameter');

            return new JsonResponse(array_map(ArrivalView::of(...), $ways->to($box, $parameter->name)));
        }
        $control = $box->control($request->query->getString('control')) ?? throw ApiProblem::notFound('control');

        return new JsonResponse(array_map(ArrivalView::of(...), $ways->from($box, $control)));
    }

    /** The test run: its steps, whether the simulated rig passes each, and what is suspect after those that failed. */
    #[Route('/api/rigs/{id}/trial', methods: 'POST')]
    public function trial(string $id, Request $request): JsonResponse
    {
        $rig = $this->rigs->find($id) ?? throw ApiProblem::notFound('rig');
        $ticks = [];
        foreach (Body::of($request)->list('ticks', 2000) as $tick) {
            $ticks[$tick->text('unit', 200)."\t".$tick->text('control', 200)] = 1 === $tick->number('passed', 0, 1);
        }

        return new JsonResponse(TrialView::of(new RigAnalysis(RigFile::setup($rig)), $ticks));
    }

    /**
     * How far a step of the test run has come by what real devices played.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/trial/heard', methods: 'POST')]
    public function heard(string $id, Request $request): JsonResponse
    {
        $book = $this->rigs->analysisOf($id)?->setup->book ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        $step = new RealStep(self::messages($body, 'expected'), self::messages($body, 'answers'), new Words($book->middle, $book->programsFrom));

        return new JsonResponse($step->heard(self::messages($body, 'passed')));
    }

    /**
     * @return list<PassedMessage>
     *
     * @throws BadData
     */
    private static function messages(Body $body, string $name): array
    {
        return array_map(
            static fn (Body $each): PassedMessage => new PassedMessage(
                $each->text('port', 200),
                $each->isTrue('isOut'),
                Bytes::fromHex($each->text('bytes', 10_000)) ?? throw ApiProblem::badRequest('"bytes" should be hexadecimal pairs such as 90 3C 64'),
            ),
            $body->list($name, 2000),
        );
    }

    /**
     * Pages to print, as HTML or as PDF: one sheet, or all of them.
     *
     * @throws RulebookError
     */
    #[Route(
        '/api/rigs/{id}/paper/{sheet}.{format}',
        methods: 'GET',
        requirements: ['sheet' => 'all|picture|plan|leads|cards|trial|cues|switches|strips|charts|findings|log', 'format' => 'html|pdf'],
    )]
    public function paper(string $id, string $sheet, string $format): Response
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $rig = $this->rigs->find($id) ?? throw ApiProblem::unprocessable('this rig cannot be read');
        $html = $this->sheets->html(new RigAnalysis(RigFile::setup($rig)), 'all' === $sheet ? array_keys(Sheets::ALL) : [$sheet]);

        return 'html' === $format
            ? new Response($html, 200, [
                'Content-Type' => 'text/html; charset=utf-8',
                'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; frame-ancestors 'none'",
            ])
            : Download::text(Sheets::pdf($html), "{$document->name} {$sheet}.pdf", 'application/pdf');
    }

    /** Makes a chart of a table that was pasted, or of a name document. */
    #[Route('/api/charts/read', methods: 'POST')]
    public function readTable(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $text = $body->text('text', self::LONGEST_TABLE);
        $name = trim($body->text('name', 200));
        try {
            if (1 === preg_match('/^\s*(<\?xml|<!DOCTYPE|<MIDINameDocument)/', $text)) {
                $names = NameDocument::read($text);

                return new JsonResponse(['chart' => $names->chart, 'rows' => [], 'columns' => [], 'notes' => $names->notes]);
            }
        } catch (BadData $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }
        $table = TableReader::read($text, $this->chosen($body));

        return new JsonResponse(['chart' => $table->chart('' === $name ? 'Pasted device' : $name), ...ReadTableView::of($table)]);
    }

    /** @return array<int, Holds> what somebody says that columns hold */
    private function chosen(Body $body): array
    {
        $chosen = [];
        foreach ($body->listOrNone('columns', self::MOST_COLUMNS) as $column) {
            $chosen[$column->number('index', 0, self::MOST_COLUMNS - 1)] =
                Holds::tryFrom($column->text('holds', 60)) ??
                throw ApiProblem::unprocessable('a column holds one of '.implode(', ', array_column(Holds::cases(), 'value')));
        }

        return $chosen;
    }
}
