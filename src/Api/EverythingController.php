<?php

declare(strict_types=1);

namespace App\Api;

use App\Backup\Export;
use App\Backup\Incoming;
use App\Backup\Stand;
use App\Documents\BadDocument;
use App\Documents\DocumentName;
use App\Storage\StorageProblem;
use Psr\Log\LoggerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** All documents, with their history, as one file: out as a stream, in piece by piece. */
#[Route('/api/everything')]
final readonly class EverythingController
{
    private const MOST_PIECE = 8 << 20;

    public function __construct(private Export $export, private Incoming $incoming, private LoggerInterface $logger)
    {
    }

    #[Route('', methods: 'GET')]
    public function write(): Response
    {
        $headers = [
            'Content-Type' => 'application/zip',
            'Content-Disposition' => 'attachment; filename=zigzag-post-'.date('Y-m-d').'.zip',
            'X-Accel-Buffering' => 'no',
        ];

        return new StreamedResponse(
            function (): void {
                try {
                    $this->export->write(static function (string $bytes): void {
                        echo $bytes;
                        flush();
                    });
                } catch (\Throwable $error) {
                    $this->logger->error($error->getMessage(), ['exception' => $error]);
                    if ('fpm-fcgi' === \PHP_SAPI) {
                        posix_kill((int) getmypid(), \SIGKILL); // what has begun to go out must not look whole
                    }
                    throw $error;
                }
            },
            200,
            $headers,
        );
    }

    /**
     * A whole file, of whatever size.
     *
     * @throws StorageProblem
     */
    #[Route('', methods: 'POST')]
    public function read(Request $request): JsonResponse
    {
        $file = Upload::whole($request);
        try {
            return self::counted(
                $this->incoming->whole(
                    $file->getPathname(),
                    self::fileName($file->getClientOriginalName()),
                    Author::of($request),
                    static fn (): null => null,
                ),
            );
        } catch (BadDocument $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }
    }

    /** @throws StorageProblem */
    #[Route('/incoming', methods: 'POST')]
    public function open(Request $request): JsonResponse
    {
        $body = Body::of($request);

        return new JsonResponse(
            ['id' => $this->incoming->open(self::fileName($body->text('name', 500)), $body->number('size', 1, \PHP_INT_MAX))],
            201,
        );
    }

    /**
     * The next piece; where it does not follow on what is here, how much that is.
     *
     * @throws StorageProblem
     */
    #[Route('/incoming/{id}', methods: 'PUT')]
    public function add(string $id, Request $request): JsonResponse
    {
        $bytes = $request->getContent();
        if (\strlen($bytes) > self::MOST_PIECE) {
            throw ApiProblem::tooLarge('a piece of a backup is at most 8 MiB');
        }

        return new JsonResponse(['received' => $this->incoming->add($id, $request->query->getInt('at', -1), $bytes)]);
    }

    /** @throws StorageProblem */
    #[Route('/incoming/{id}/next', methods: 'POST')]
    public function next(string $id, Request $request): JsonResponse
    {
        try {
            return new JsonResponse($this->incoming->next($id, Author::of($request))->told());
        } catch (BadDocument $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }
    }

    #[Route('/incoming/{id}', methods: 'DELETE')]
    public function drop(string $id): Response
    {
        $this->incoming->drop($id);

        return new Response(null, 204);
    }

    private static function counted(Stand $stand): JsonResponse
    {
        return new JsonResponse(array_intersect_key($stand->told(), ['new' => 0, 'same' => 0, 'beside' => 0]));
    }

    private static function fileName(string $name): string
    {
        return DocumentName::cleaned(basename(mb_scrub($name)));
    }
}
