<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\Stages;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** Where a show is: it goes on in another browser, and after a reload. */
final readonly class StageController
{
    public function __construct(private RigStore $rigs, private Stages $stages)
    {
    }

    #[Route('/api/rigs/{id}/stage', methods: 'GET')]
    public function stage(string $id): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw Problem::notFound('rig');

        return new JsonResponse($this->stages->find($document->id));
    }

    #[Route('/api/rigs/{id}/stage', methods: 'PUT')]
    public function keep(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw Problem::notFound('rig');
        $body = Body::of($request);
        $this->stages->keep($document->id, $body->textOrNull('bench', 16), $body->number('song', 0, 10_000));

        return new JsonResponse($this->stages->find($document->id));
    }
}
