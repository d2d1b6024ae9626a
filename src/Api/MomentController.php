<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\Moment;
use App\Bench\Moments;
use App\Bench\Sessions;
use App\Storage\StorageProblem;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** Minutes that were marked because something was wrong in them. */
final readonly class MomentController
{
    private const OLD = 'this minute was kept by another version or is damaged, and cannot be played any more';

    public function __construct(private Moments $moments, private Sessions $sessions)
    {
    }

    /**
     * What happened in it, in words.
     *
     * @throws StorageProblem
     */
    #[Route('/api/moments/{id}', methods: 'GET')]
    public function told(string $id): JsonResponse
    {
        return new JsonResponse($this->moments->told($this->moment($id)) ?? throw ApiProblem::unprocessable(self::OLD));
    }

    /**
     * A bench that stands as everything stood when it began.
     *
     * @throws StorageProblem
     */
    #[Route('/api/moments/{id}/open', methods: 'POST')]
    public function open(string $id): JsonResponse
    {
        $session = $this->moments->open($this->moment($id)) ?? throw ApiProblem::unprocessable(self::OLD);
        $this->sessions->keep($session);

        return new JsonResponse(['bench' => $session->id], 201);
    }

    private function moment(string $id): Moment
    {
        return $this->moments->find($id) ?? throw ApiProblem::notFound('kept minute');
    }
}
