<?php

declare(strict_types=1);

namespace App\Api;

use App\Bench\TapeStore;
use App\Entity\StoredTape;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Midi\Bytes;

/** Recordings: uploaded, listed, played and downloaded. */
#[Route('/api/tapes')]
final readonly class TapeController
{
    private const MOST_PLAYED = 50_000;

    public function __construct(private EntityManagerInterface $store, private TapeStore $tapes)
    {
    }

    #[Route('', methods: 'GET')]
    public function list(): JsonResponse
    {
        return new JsonResponse(array_map(self::summary(...), $this->store->getRepository(StoredTape::class)->findBy(['deletedAt' => null], ['storedAt' => 'DESC'])));
    }

    /** Stores a tape, MIDI file or CSV file; its ending says which. */
    #[Route('', methods: 'POST')]
    public function upload(Request $request): JsonResponse
    {
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true)) {
            throw Problem::tooLarge("{$file->getClientOriginalName()} is larger than 8 MiB; cut it into parts");
        }
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            throw Problem::badRequest($file instanceof UploadedFile ? 'the file did not arrive whole: '.$file->getErrorMessage() : 'choose a file to upload');
        }
        $name = basename($file->getClientOriginalName());
        if ($file->getSize() > TapeStore::MAX_BYTES) {
            throw Problem::tooLarge("{$name} is larger than 8 MiB; cut it into parts");
        }
        try {
            [$tape, $faults] = $this->tapes->read($file->getPathname(), '' === $name ? 'upload' : $name);
        } catch (BadFile $bad) {
            throw Problem::unprocessable($bad->getMessage());
        }
        $request->attributes->set('saving', "the tape \"{$tape->name}\"");
        $this->store->persist($tape);
        $this->store->flush();
        $leftOut = array_map(static fn (string $fault, int $count): string => "{$count} × {$fault}", array_keys($faults), $faults);

        return new JsonResponse(self::summary($tape) + ['leftOut' => $leftOut], 201);
    }

    /** The events of a tape, to be played on a bench. */
    #[Route('/{id}/events', methods: 'GET')]
    public function events(string $id): JsonResponse
    {
        $events = [];
        foreach (TapeStore::events($this->tapes->find($id)->text) as $event) {
            $events[] = ['timeUs' => $event->timeUs, 'port' => $event->port, 'bytes' => Bytes::toHex($event->bytes)];
            if (\count($events) > self::MOST_PLAYED) {
                throw Problem::tooLarge('this tape has more than 50000 events; run it instead of playing it');
            }
        }

        return new JsonResponse($events);
    }

    #[Route('/{id}/download', methods: 'GET')]
    public function download(string $id, Request $request): Response
    {
        $tape = $this->tapes->find($id);

        return Download::of($tape->text, $tape->name, FileFormat::tryFrom($request->query->getString('format', 'tape')) ?? FileFormat::Tape);
    }

    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->tapes->find($id)->deletedAt = new \DateTimeImmutable();
        $this->store->flush();

        return new Response(null, 204);
    }

    /** Takes a deletion back. */
    #[Route('/{id}/restore', methods: 'POST')]
    public function restore(string $id): JsonResponse
    {
        $tape = $this->store->find(StoredTape::class, $id) ?? throw Problem::notFound('tape');
        $tape->deletedAt = null;
        $this->store->flush();

        return new JsonResponse(self::summary($tape));
    }

    /** @return array<string, mixed> */
    private static function summary(StoredTape $tape): array
    {
        return ['id' => $tape->id, 'name' => $tape->name, 'events' => $tape->events, 'lengthUs' => $tape->lengthUs, 'storedAt' => $tape->storedAt->format(\DateTimeInterface::ATOM)];
    }
}
