<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\RigPart;
use App\Entity\Document;
use App\Rig\KeptAnswers;
use App\Rig\PlayedTape;
use App\Rig\PlayedTapes;
use App\Rig\ProofsView;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\BadData;
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

    public function __construct(private RigStore $rigs, private PlayedTapes $tapes, private KeptAnswers $kept)
    {
    }

    /**
     * Every kept tape, played again; or some more of them, from which on and of which state of the rig the asker knows. What no tape
     * touches is told with the last.
     *
     * @throws BadFile
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/proofs', methods: 'GET')]
    public function proofs(string $id, Request $request): JsonResponse
    {
        $document = $this->document($id);
        $key = $this->key($document);
        $rig = $this->rigs->find($id) ?? throw ApiProblem::notFound('rig');
        $known = null;
        $analysis = function () use ($id, &$known): RigAnalysis {
            return $known ??= $this->running($id);
        };
        if (null === $this->kept->find("proving.{$key}")) {
            $analysis(); // tells what stands in the way
        }
        $total = \count($rig->proofs);
        $next = min($total, $this->from($request, $key));
        $proofs = [];
        foreach ($this->tapes->slice($document, $rig, $analysis, $next, $request->query->has('known') ? self::SLICE : \INF) as $played) {
            ++$next;
            $proofs[] = $played->shown;
        }

        return new JsonResponse([
            'key' => $key,
            'total' => $total,
            'next' => $next,
            'proofs' => $proofs,
            'uncovered' => $next < $total
                ? null
                : $this->kept->under(
                    "uncovered.{$key}",
                    fn (): array => ProofsView::uncovered($analysis(), array_map(
                        static fn (PlayedTape $played): Proving => $played->touches,
                        iterator_to_array($this->tapes->playing($document, $rig, $analysis), false),
                    )),
                ),
        ]);
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
        $document = $this->document($id);
        $key = $this->key($document);
        $from = $this->from($request, $key);
        // What has been played to its end is answered at once: every view asks.
        $ended = (array) $this->kept->find("proving.{$key}");
        if (\is_int($total = $ended['total'] ?? null) && (0 === $from || $from >= $total)) {
            return new JsonResponse(['key' => $key, 'next' => $total, ...$ended, ...0 < $from ? self::marks([]) : [], 'runs' => true]);
        }
        $analysis = $this->analysis($id);
        $total = \count($analysis->setup->rig->proofs);
        if ($analysis->checked()->hasErrors()) {
            return new JsonResponse(['key' => $key, 'total' => $total, 'next' => 0, ...self::marks([]), 'runs' => false]);
        }
        $rig = $analysis->setup->rig;
        $it = static fn (): RigAnalysis => $analysis;
        $played = $this->tapes->slice($document, $rig, $it, $from, self::SLICE);
        $next = min($from, $total) + \count($played);
        if ($next === $total) {
            $all = iterator_to_array($this->tapes->playing($document, $rig, $it), false);
            $this->kept->under("proving.{$key}", static fn (): array => ['total' => $total, ...self::marks($all)]);
        }

        return new JsonResponse(['key' => $key, 'total' => $total, 'next' => $next, ...self::marks($played), 'runs' => true]);
    }

    /**
     * @param list<PlayedTape> $played
     *
     * @return array{differs: list<string>, unreadable: list<string>} names
     */
    private static function marks(array $played): array
    {
        $names = static fn (callable $is): array => array_map(static fn (PlayedTape $each): string => $each->name(), array_values(array_filter($played, $is)));

        return [
            'differs' => $names(static fn (PlayedTape $each): bool => $each->differs()),
            'unreadable' => $names(static fn (PlayedTape $each): bool => !$each->isReadable()),
        ];
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
        $key = $this->key($this->document($id));
        $rehearsal = new Rehearsal($this->running($id));
        $faults = $rehearsal->faults();
        $next = min(\count($faults), $this->from($request, $key));
        $met = [];
        for ($until = microtime(true) + self::REHEARSAL_SLICE; $next < \count($faults) && ([] === $met || microtime(true) < $until); ++$next) {
            $met[] =
                ['fault' => $faults[$next]->words(), 'kind' => $faults[$next]->kind] +
                array_diff_key(get_object_vars($rehearsal->with($faults[$next])), ['faults' => true]);
        }

        return new JsonResponse(['key' => $key, 'total' => \count($faults), 'next' => $next, 'leftOut' => $rehearsal->leftOut, 'faults' => $met]);
    }

    /** How much the asker knows of the state that it is; nothing where it has become another. */
    private function from(Request $request, string $key): int
    {
        return $key === $request->query->getString('known') ? max(0, $request->query->getInt('from')) : 0;
    }

    /**
     * Tells states of a rig, its rules and its charts apart.
     *
     * @throws BadData
     */
    private function key(Document $rig): string
    {
        return $this->kept->sum($rig, RigPart::Report);
    }

    private function document(string $id): Document
    {
        return $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
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
