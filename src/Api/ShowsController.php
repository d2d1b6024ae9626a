<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\Documents;
use App\Documents\ListedShow;
use App\Documents\LockedShow;
use App\Documents\RigKind;
use App\Documents\RulebookKind;
use App\Documents\ShowLocks;
use App\Documents\Shows;
use App\Entity\Document;
use App\Live\LiveHosts;
use App\Rig\Glance;
use App\Rig\KeptAnswers;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;

/** All shows, how each stands, and shows deleted and taken back as a whole. */
#[Route('/api/shows')]
final readonly class ShowsController
{
    public function __construct(
        private Shows $shows,
        private Documents $documents,
        private RigStore $rigs,
        private ShowLocks $locks,
        private LiveHosts $hosts,
        private KeptAnswers $kept,
    ) {
    }

    #[Route('', methods: 'GET')]
    public function list(): JsonResponse
    {
        return new JsonResponse(array_map(
            fn (ListedShow $show): array => [
                ...get_object_vars($show),
                'changedAt' => $show->changedAt->format(\DateTimeInterface::ATOM),
                'isLive' => null !== $show->rig && $this->hosts->isThere($show->rig),
                'isLocked' => null !== $this->locks->on($show->id),
            ],
            $this->shows->list(),
        ));
    }

    /**
     * Songs, findings and proofs of a show, counted, and when it was played last.
     *
     * @throws BadData
     */
    #[Route('/{id}/state', methods: 'GET')]
    public function state(string $id): JsonResponse
    {
        $document = $this->show($id);
        $glance = $this->kept->of(
            $document,
            'glance',
            function () use ($document): ?array {
                if (RulebookKind::NAME === $document->kind) {
                    return Glance::ofRules($document->text);
                }
                $rig = $this->rigs->analysisOf($document->id);

                return $rig instanceof RigAnalysis ? Glance::ofRig($rig) : null;
            },
        );

        return new JsonResponse($glance ?? throw ApiProblem::unprocessable('this rig cannot be read'));
    }

    /** @throws LockedShow */
    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->shows->delete($this->show($id));

        return new Response(null, 204);
    }

    #[Route('/{id}/restore', methods: 'POST')]
    public function restore(string $id): JsonResponse
    {
        return new JsonResponse(DocumentView::whole($this->shows->takeBack($id) ?? throw ApiProblem::notFound('show')));
    }

    private function show(string $id): Document
    {
        $document = $this->documents->find($id);

        return null !== $document && \in_array($document->kind, [RigKind::NAME, RulebookKind::NAME], true) ? $document : throw ApiProblem::notFound('show');
    }
}
