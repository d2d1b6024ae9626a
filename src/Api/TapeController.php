<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\TapeStore;
use App\Documents\Documents;
use App\Documents\LockedShow;
use App\Documents\TapeKind;
use App\Entity\Document;
use App\Entity\Revision;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\WriteFailed;
use ZigzagPost\Core\Midi\Bytes;

/** Recordings: uploaded, listed, played and downloaded. */
#[Route('/api/tapes')]
final readonly class TapeController
{
    private const MOST_PLAYED = 50_000;

    public function __construct(private Documents $documents, private TapeStore $tapes)
    {
    }

    #[Route('', methods: 'GET')]
    public function list(): JsonResponse
    {
        return new JsonResponse(array_map(self::listed(...), $this->documents->list(TapeKind::NAME)));
    }

    /** Stores a tape, MIDI file or CSV file; its ending says which. */
    #[Route('', methods: 'POST')]
    public function upload(Request $request): JsonResponse
    {
        $file = Upload::of($request);
        $name = basename($file->getClientOriginalName());
        try {
            $read = $this->tapes->read($file->getPathname(), '' === $name ? 'upload' : $name, Author::of($request));
            [$tape, $faults] = [$read->tape, $read->faults];
        } catch (BadFile $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }
        $request->attributes->set('saving', "the tape \"{$tape->name}\"");
        $this->documents->add($tape, Revision::CREATED);
        $leftOut = array_map(static fn (int|string $fault, int $count): string => "{$count} × {$fault}", array_keys($faults), $faults);

        return new JsonResponse(self::summary($tape) + ['leftOut' => $leftOut], 201);
    }

    /**
     * The events of a tape, to be played on a bench.
     *
     * @throws BadFile
     */
    #[Route('/{id}/events', methods: 'GET')]
    public function events(string $id): JsonResponse
    {
        $events = [];
        foreach (TapeReader::ofText($this->tapes->find($id)->text) as $event) {
            $events[] = ['timeUs' => $event->timeUs, 'port' => $event->port, 'bytes' => Bytes::toHex($event->bytes)];
            if (\count($events) > self::MOST_PLAYED) {
                throw ApiProblem::tooLarge('this tape has more than 50000 events; run it instead of playing it');
            }
        }

        return new JsonResponse($events);
    }

    /**
     * @throws BadFile
     * @throws WriteFailed
     */
    #[Route('/{id}/download', methods: 'GET')]
    public function download(string $id, Request $request): Response
    {
        $tape = $this->tapes->find($id);

        return Download::of($tape->text, $tape->name, FileFormat::tryFrom($request->query->getString('format', 'tape')) ?? FileFormat::Tape);
    }

    /** @throws LockedShow */
    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->documents->delete($this->tapes->find($id));

        return new Response(null, 204);
    }

    /** Takes a deletion back. */
    #[Route('/{id}/restore', methods: 'POST')]
    public function restore(string $id): JsonResponse
    {
        $tape = $this->documents->takeBack($id) ?? throw ApiProblem::notFound('tape');

        return new JsonResponse(self::summary($tape));
    }

    /** @return array<string, mixed> */
    private static function summary(Document $tape): array
    {
        return [
            'id' => $tape->id,
            'name' => $tape->name,
            'events' => $tape->summary['events'] ?? 0,
            'lengthUs' => $tape->summary['lengthUs'] ?? 0,
            'storedAt' => $tape->createdAt->format(\DateTimeInterface::ATOM),
        ];
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array<string, mixed>
     */
    private static function listed(array $row): array
    {
        $row = DocumentView::listed($row);
        $summary = \is_array($row['summary']) ? $row['summary'] : [];

        return [
            'id' => $row['id'],
            'name' => $row['name'],
            'events' => $summary['events'] ?? 0,
            'lengthUs' => $summary['lengthUs'] ?? 0,
            'storedAt' => $row['changedAt'],
        ];
    }
}
