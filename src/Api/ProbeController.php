<?php

declare(strict_types=1);

namespace App\Api;

use App\Live\CannotPlay;
use App\Live\LiveHosts;
use App\Live\LivePlan;
use App\Live\Probe;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Words;
use ZigzagPost\Core\Trial\ProbedPlug;
use ZigzagPost\Core\Trial\ProbeMessage;

/** A device of this computer stands at a plug of the rig for a while, to send into it or to hear what comes. */
final readonly class ProbeController
{
    private const LONGEST_MS = 5000;

    public function __construct(private RigStore $rigs, private LiveHosts $hosts)
    {
    }

    /** Where a probe can stand, which lead moves for it, and what can be sent there. */
    #[Route('/api/rigs/{id}/probe', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        return new JsonResponse(['plugs' => array_map(
            static fn (ProbedPlug $plug): array => [
                'sends' => array_map(
                    static fn (ProbeMessage $message): array => array_diff_key(get_object_vars($message), ['message' => null]),
                    $plug->sends,
                ),
            ] + get_object_vars($plug),
            ProbedPlug::all($this->rig($id)),
        )]);
    }

    /**
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/probe/send', methods: 'POST')]
    public function send(string $id, Request $request): JsonResponse
    {
        $analysis = $this->rig($id);
        $body = Body::of($request);
        [$unit, $plug] = [$body->text('unit', 100), $body->text('plug', 100)];
        foreach (ProbedPlug::all($analysis) as $each) {
            if ($each->unit !== $unit || $each->plug !== $plug) {
                continue;
            }
            if (null !== $each->dangerous) {
                throw ApiProblem::unprocessable("nothing is sent there: {$each->dangerous} could hear it, which can hurt somebody");
            }
            $bytes = $each->bytes($body->text('title', 200), $body->number('value', -8192, 16383)) ??
                throw ApiProblem::unprocessable('that cannot be sent there; choose a message of this plug and a value of its range');
            try {
                $this->probe($id, $body)->send($bytes);
            } catch (CannotPlay $cannot) {
                throw ApiProblem::unprocessable($cannot->getMessage());
            }

            return new JsonResponse(['bytes' => Bytes::toHex($bytes)]);
        }
        throw ApiProblem::unprocessable('no probe can stand there; choose a plug of the rig that carries MIDI');
    }

    /**
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/probe/listen', methods: 'POST')]
    public function listen(string $id, Request $request): JsonResponse
    {
        $analysis = $this->rig($id);
        $body = Body::of($request);
        try {
            $heard = $this->probe($id, $body)->listen($body->number('forMs', 0, self::LONGEST_MS) / 1000);
        } catch (CannotPlay $cannot) {
            throw ApiProblem::unprocessable($cannot->getMessage());
        }

        return new JsonResponse(['heard' => array_map(static fn (string $bytes): array => self::message($bytes, $analysis), $heard)]);
    }

    private function rig(string $id): RigAnalysis
    {
        return $this->rigs->analysisOf($id) ?? throw ApiProblem::notFound('rig');
    }

    /**
     * @throws BadData
     * @throws CannotPlay
     */
    private function probe(string $id, Body $body): Probe
    {
        $place = $this->hosts->place($id);

        return new Probe(
            $body->text('device', 200),
            null === $place ? [] : LivePlan::of((string) @file_get_contents("{$place}/".LivePlan::FILE))->ports,
        );
    }

    /** @return array{bytes: string, words: string} */
    private static function message(string $bytes, RigAnalysis $analysis): array
    {
        $book = $analysis->setup->book;
        $words = null === $book ? new Words() : new Words($book->middle, $book->programsFrom);

        return ['bytes' => Bytes::toHex($bytes), 'words' => $words->of($bytes)];
    }
}
