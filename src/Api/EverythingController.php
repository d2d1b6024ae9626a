<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\BadDocument;
use App\Documents\Everything;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** All documents, with their history, as one file. */
#[Route('/api/everything')]
final readonly class EverythingController
{
    public function __construct(private Everything $everything)
    {
    }

    #[Route('', methods: 'GET')]
    public function write(): Response
    {
        return (new BinaryFileResponse($this->everything->write(), 200, ['Content-Type' => 'application/zip']))
            ->deleteFileAfterSend()
            ->setContentDisposition('attachment', 'zigzag-post-'.date('Y-m-d').'.zip');
    }

    #[Route('', methods: 'POST')]
    public function read(Request $request): JsonResponse
    {
        $file = Upload::of($request);
        try {
            return new JsonResponse($this->everything->read($file->getPathname(), basename(mb_scrub($file->getClientOriginalName())), Author::of($request)));
        } catch (BadDocument $bad) {
            throw Problem::unprocessable($bad->getMessage());
        }
    }
}
