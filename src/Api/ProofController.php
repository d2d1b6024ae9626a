<?php

declare(strict_types=1);

namespace App\Api;

use App\Rig\ProofsView;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Proof\Rehearsal;
use ZigzagPost\Core\Proof\RulesSum;
use ZigzagPost\Core\Rig\Document\KeptTape;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** The tapes that prove that a rig still does what it did, and its rehearsal. */
final readonly class ProofController
{
    /** So long kept tapes are played before it is told how far it has come, in seconds. */
    private const SLICE = 0.7;
    /** The same for faults; before the first of them the show is played as it should be. */
    private const REHEARSAL_SLICE = 3.0;

    public function __construct(private RigStore $rigs)
    {
    }

    /**
     * Every kept tape, played again.
     *
     * @throws BadFile
     */
    #[Route('/api/rigs/{id}/proofs', methods: 'GET')]
    public function proofs(string $id): JsonResponse
    {
        return new JsonResponse(ProofsView::of($this->running($id)));
    }

    /**
     * Plays some more of the kept tapes, for a mark that stands in every view: from which on, and of which state of the rig the asker
     * knows. When the rig, its rules or a chart have become another, it begins anew.
     *
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/proving', methods: 'GET')]
    public function proving(string $id, Request $request): JsonResponse
    {
        $whole = $this->rigs->whole($this->rigs->document($id) ?? throw ApiProblem::notFound('rig'));
        $key = hash('xxh128', Json::encode($whole));
        $total = \is_array($whole['proofs'] ?? null) ? \count($whole['proofs']) : 0;
        $next = $key === $request->query->getString('known') ? min($total, max(0, $request->query->getInt('from'))) : 0;
        $differs = $unreadable = [];
        $analysis = $next < $total ? $this->analysis($id) : null;
        if (null !== $analysis && !$analysis->checked()->hasErrors()) {
            $until = microtime(true) + self::SLICE;
            foreach (ProofsView::playing($analysis, $next) as $proving) {
                ++$next;
                if ([] !== $proving->changes) {
                    $differs[] = $proving->proof->name;
                }
                if (null !== $proving->unreadable) {
                    $unreadable[] = $proving->proof->name;
                }
                if (microtime(true) > $until) {
                    break;
                }
            }
        }

        return new JsonResponse([
            'key' => $key,
            'total' => $total,
            'next' => $next,
            'differs' => $differs,
            'unreadable' => $unreadable,
            'runs' => null === $analysis || !$analysis->checked()->hasErrors(),
        ]);
    }

    /** A proof of what a tape does with the rules as they are; it is not stored yet. */
    #[Route('/api/rigs/{id}/proofs', methods: 'POST')]
    public function accept(string $id, Request $request): JsonResponse
    {
        $analysis = $this->running($id);
        $body = Body::of($request);
        $tape = $body->textOrNull('tape', KeptTape::MOST_MEBIBYTES << 20) ?? Coverage::tape($analysis);
        try {
            $proof = Proving::accept(
                $body->text('name', 200),
                $tape,
                Compiler::load($analysis->checked()->book),
                (new \DateTimeImmutable())->format('Y-m-d'),
                '' === Author::of($request) ? null : Author::of($request),
                '' === ($body->textOrNull('why', 500) ?? '') ? null : $body->textOrNull('why', 500),
                $body->numberOrNull('scene', 0, 10_000),
                RulesSum::of($analysis),
            );
        } catch (BadFile $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }

        return new JsonResponse(array_filter(get_object_vars($proof), static fn (mixed $value): bool => null !== $value));
    }

    /**
     * The set list, played with some more of the faults, each alone: from which on, and of which state of the rig the asker knows. It begins
     * anew when the rig, its rules or a chart have become another.
     *
     * @throws BadData
     * @throws RulebookError
     */
    #[Route('/api/rigs/{id}/rehearsal', methods: 'GET')]
    public function rehearsal(string $id, Request $request): JsonResponse
    {
        $key = $this->key($id);
        $rehearsal = new Rehearsal($this->running($id));
        $faults = $rehearsal->faults();
        $next = $key === $request->query->getString('known') ? min(\count($faults), max(0, $request->query->getInt('from'))) : 0;
        $met = [];
        for ($until = microtime(true) + self::REHEARSAL_SLICE; $next < \count($faults) && ([] === $met || microtime(true) < $until); ++$next) {
            $met[] =
                ['fault' => $faults[$next]->words(), 'kind' => $faults[$next]->kind] +
                array_diff_key(get_object_vars($rehearsal->with($faults[$next])), ['faults' => true]);
        }

        return new JsonResponse(['key' => $key, 'total' => \count($faults), 'next' => $next, 'leftOut' => $rehearsal->leftOut, 'faults' => $met]);
    }

    /**
     * Tells states of a rig, its rules and its charts apart.
     *
     * @throws BadData
     */
    private function key(string $id): string
    {
        return hash(
            'xxh128',
            Json::encode(array_diff_key($this->rigs->whole($this->rigs->document($id) ?? throw ApiProblem::notFound('rig')), ['report' => true])),
        );
    }

    private function analysis(string $id): RigAnalysis
    {
        return $this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig');
    }

    private function running(string $id): RigAnalysis
    {
        $analysis = $this->analysis($id);
        if ($analysis->checked()->hasErrors()) {
            throw ApiProblem::unprocessable('the rulebook has an error; put it right first, then its tapes can be played');
        }

        return $analysis;
    }
}
