<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\BenchSession;
use App\Bench\Books;
use App\Bench\ConnectedBenches;
use App\Bench\Sessions;
use App\Bench\Stages;
use App\Documents\ShowLocks;
use App\Entity\Document;
use App\Rig\KeptUses;
use App\Rig\RigStore;
use App\Storage\StorageProblem;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Data\BadData;

/** Where a show is played, what runs there, and whether it is locked: the same in every browser, and after a reload. */
final readonly class StageController
{
    /** Names of rules that run. */
    private const BOOK = '[0-9a-f]{32}(-[0-9a-f]{32})?';

    public function __construct(
        private RigStore $rigs,
        private Stages $stages,
        private ShowLocks $locks,
        private Sessions $sessions,
        private Books $books,
        private KeptUses $uses,
        private ConnectedBenches $connected,
    ) {
    }

    /** @throws StorageProblem */
    #[Route('/api/rigs/{id}/stage', methods: 'GET')]
    public function stage(string $id): JsonResponse
    {
        return $this->told($this->rig($id));
    }

    /**
     * From now on the show is played on this bench.
     *
     * @throws StorageProblem
     */
    #[Route('/api/rigs/{id}/stage', methods: 'PUT')]
    public function keep(string $id, Request $request): JsonResponse
    {
        $rig = $this->rig($id);
        $body = Body::of($request);
        $this->stages->keep($rig->id, $body->textOrNull('bench', 16), $body->textOrNull('instead', 16));

        return $this->told($rig);
    }

    /**
     * Nothing of the show is changed until it is unlocked.
     *
     * @throws StorageProblem
     */
    #[Route('/api/rigs/{id}/lock', methods: 'PUT')]
    public function lock(string $id, Request $request): JsonResponse
    {
        $rig = $this->rig($id);
        $book = $rig->summary['book'] ?? null;
        $this->locks->lock($rig->id, \is_string($book) && '' !== $book ? $book : null, Author::of($request));

        return $this->told($rig);
    }

    /** @throws StorageProblem */
    #[Route('/api/rigs/{id}/lock', methods: 'DELETE')]
    public function unlock(string $id): JsonResponse
    {
        $rig = $this->rig($id);
        $this->locks->unlock($rig->id);

        return $this->told($rig);
    }

    /** The rig as the rules that run were made with it: what is shown of a show is what is played. */
    #[Route('/api/rigs/{id}/running/{book}', methods: 'GET', requirements: ['book' => self::BOOK])]
    public function running(string $id, string $book): JsonResponse
    {
        $this->rig($id);

        return new JsonResponse($this->books->rig($book) ?? throw ApiProblem::notFound('show'), json: true);
    }

    /** What each control of it does there. */
    #[Route('/api/rigs/{id}/running/{book}/uses', methods: 'GET', requirements: ['book' => self::BOOK])]
    public function runningUses(string $id, string $book): JsonResponse
    {
        $this->rig($id);
        [$rig, $text] = [$this->books->rig($book), $this->books->text($book)];
        try {
            return new JsonResponse(null === $rig || null === $text ? throw ApiProblem::notFound('show') : $this->uses->running($rig, $text));
        } catch (BadData) {
            throw ApiProblem::notFound('show');
        }
    }

    /** @throws StorageProblem */
    private function told(Document $rig): JsonResponse
    {
        $bench = $this->connected->bench($rig->id) ?? $this->stages->bench($rig->id);
        $session = null === $bench ? null : $this->sessions->look($bench);
        $differs = $this->differences($rig, $session);

        return new JsonResponse([
            'bench' => $bench,
            'turn' => $session->turn ?? null,
            'book' => $session->book ?? null,
            'lock' => $this->locks->of($rig->id)?->told(),
            'differs' => $differs,
            'isNewer' => [] !== $differs && null !== $session && $this->stages->storedAt($rig)->getTimestamp() > $session->bookAt,
            'version' => $rig->version,
        ]);
    }

    /**
     * @return list<string> what is stored otherwise than it runs
     *
     * @throws StorageProblem
     */
    private function differences(Document $rig, ?BenchSession $session): array
    {
        $running = null === $session ? null : $this->stages->running($session->book);

        return null === $running ? [] : $running->differences($this->stages->stored($rig));
    }

    private function rig(string $id): Document
    {
        return $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
    }
}
