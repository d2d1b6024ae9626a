<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\ChartKind;
use App\Documents\Documents;
use App\Documents\LockedShow;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rewriting\ControlMapping;
use ZigzagPost\Core\Rewriting\Swap;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Rename;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** What a change of the rig does to its rules, and rules that are made from the rig. */
final readonly class RigRulesController
{
    private const LONGEST_RULES = 1 << 20;

    public function __construct(private RigStore $rigs, private Documents $documents, private RuleChanges $changes)
    {
    }

    /**
     * A unit has another name: rules that name it follow.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/rename', methods: 'POST')]
    public function rename(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        [$from, $to] = [$body->text('from', 200), $body->text('to', 200)];

        $answer = $this->changes->make($document, static fn (Source $source): array => Rename::device($source, $from, $to), $request);
        $this->rigs->renameInTicks($document, $from, $to, Author::of($request));

        return $answer;
    }

    /**
     * Controls, parameters and programs of a unit are called otherwise: rules that name them follow.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/titles', methods: 'POST')]
    public function titles(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        $unit = $body->text('unit', 200);
        $titles = [];
        foreach ($body->list('titles', 2000) as $each) {
            $titles[$each->text('what', 20).' '.mb_strtolower($each->text('from', 200))] = $each->text('to', 200);
        }

        return $this->changes->make($document, static fn (Source $source): array => Rename::titles($source, $unit, $titles), $request);
    }

    /**
     * Rules are put behind those that are there.
     *
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/rules', methods: 'POST')]
    public function rules(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $text = Body::of($request)->text('text', self::LONGEST_RULES);

        return $this->changes->make($document, static fn (Source $source): array => RuleChange::append($source, $text), $request);
    }

    /** What rules name of a unit, and what that would be called with another chart. */
    #[Route('/api/rigs/{id}/swap', methods: 'POST')]
    public function swap(string $id, Request $request): JsonResponse
    {
        [$analysis, $body] = [$this->analysis($id), Body::of($request)];
        $box = $analysis->setup->box($body->text('unit', 200)) ?? throw ApiProblem::notFound('unit');
        $document = $this->documents->find($body->text('chart', 64), ChartKind::NAME) ?? throw ApiProblem::notFound('chart');
        try {
            $chart = RigFile::chart($document->text);
        } catch (BadData $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }

        return new JsonResponse([
            'matches' => Swap::matches($analysis->checked()->written, $box, $chart),
            'titles' => Swap::titles($box, $chart),
            'lost' => Swap::lostSettings($box, $chart),
        ]);
    }

    /**
     * Rules for a run of controls, laid onto a family of parameters.
     *
     * @throws RulebookError
     */
    #[Route('/api/rigs/{id}/lay', methods: 'POST')]
    public function lay(string $id, Request $request): JsonResponse
    {
        [$analysis, $body] = [$this->analysis($id), Body::of($request)];
        $from = $analysis->setup->box($body->text('from', 200)) ?? throw ApiProblem::notFound('unit');
        $to = $analysis->setup->box($body->text('to', 200)) ?? throw ApiProblem::notFound('unit');
        $first = $from->control($body->text('first', 200)) ?? throw ApiProblem::notFound('control');
        $last = $from->control($body->text('last', 200)) ?? throw ApiProblem::notFound('control');
        $takeover = $body->text('takeover', 20);
        if (!\in_array($takeover, ['jump', 'pickup', 'scaled'], true)) {
            throw ApiProblem::badRequest('"takeover" should be jump, pickup or scaled');
        }
        $laying = ControlMapping::of($analysis, $from, $first, $last, $to, $body->text('family', 200), $takeover);

        return new JsonResponse(['rules' => $laying->rules, 'count' => $laying->count, 'skipped' => $laying->skipped]);
    }

    private function analysis(string $id): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup($this->rigs->find($id) ?? throw ApiProblem::notFound('rig')));
    }
}
