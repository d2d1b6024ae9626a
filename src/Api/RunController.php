<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\TapeStore;
use App\Bench\TapeWork;
use App\Entity\TapeJob;
use App\Storage\Locks;
use App\Storage\StorageProblem;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\WriteFailed;
use ZigzagPost\Core\Rulebook\Parser;

/** Tapes run through rulebooks, a portion with each request. */
#[Route('/api/runs')]
final readonly class RunController
{
    public function __construct(private EntityManagerInterface $store, private TapeStore $tapes, private TapeWork $work, private Locks $locks)
    {
    }

    /** @throws BadFile */
    #[Route('', methods: 'POST')]
    public function begin(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $text = $body->text('text', Parser::MAX_BYTES);
        $tape = $this->tapes->find($body->text('tape', 40));
        $port = $body->textOrNull('port', 100) ?? '';
        $checked = Checker::check($text);
        if ($checked->hasErrors()) {
            throw ApiProblem::unprocessable('this rulebook has errors; put them right before running a tape');
        }
        $inPorts = $checked->book->portNames(true);
        if ('' !== $port && !\in_array($port, $inPorts, true)) {
            throw ApiProblem::unprocessable("the rulebook has no in port \"{$port}\"");
        }
        if ('' === $port) {
            $this->requireKnownPorts($tape->text, $inPorts);
        }
        $job = new TapeJob($tape->name, $text, $tape->id, $port, \strlen($tape->text));
        $request->attributes->set('saving', "the run of {$tape->name}");
        $this->store->persist($job);
        $this->store->flush();

        return new JsonResponse(self::view($job), 201);
    }

    /**
     * Works on for a while; to be called until the answer says it is done.
     *
     * @throws StorageProblem
     */
    #[Route('/{id}/continue', methods: 'POST')]
    public function continue(string $id): JsonResponse
    {
        return $this->locks->hold($id, function () use ($id): JsonResponse {
            $job = $this->find($id);
            if (!$job->isDone) {
                $this->work->portion($job, $this->tapes->find($job->tape));
                $this->store->flush();
            }

            return new JsonResponse(self::view($job));
        });
    }

    /**
     * @throws BadFile
     * @throws WriteFailed
     */
    #[Route('/{id}/download', methods: 'GET')]
    public function download(string $id, Request $request): Response
    {
        $job = $this->find($id);
        if (!$job->isDone) {
            throw ApiProblem::unprocessable('this run is not done yet');
        }

        return Download::of(
            $this->work->result($job),
            pathinfo($job->name, \PATHINFO_FILENAME).'-translated',
            FileFormat::tryFrom($request->query->getString('format', 'tape')) ?? FileFormat::Tape,
        );
    }

    /**
     * @param list<string> $inPorts
     *
     * @throws BadFile
     */
    private function requireKnownPorts(string $text, array $inPorts): void
    {
        foreach (TapeReader::ofText($text) as $event) {
            if (!\in_array($event->port, $inPorts, true)) {
                throw ApiProblem::unprocessable(
                    "the tape has messages for \"{$event->port}\", which is no in port of this rulebook; choose the port that everything is to come in at",
                    ['ports' => $inPorts],
                );
            }
        }
    }

    private function find(string $id): TapeJob
    {
        return $this->store->find(TapeJob::class, $id) ?? throw ApiProblem::notFound('run');
    }

    /** @return array<string, mixed> */
    private static function view(TapeJob $job): array
    {
        return [
            'id' => $job->id,
            'name' => $job->name,
            'progress' => $job->isDone ? 1 : min(0.99, $job->position / max(1, $job->length)),
            'eventsIn' => $job->eventsIn,
            'eventsOut' => $job->eventsOut,
            'isDone' => $job->isDone,
        ];
    }
}
