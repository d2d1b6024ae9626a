<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\Demo;
use App\Documents\Documents;
use App\Documents\RigKind;
use App\Documents\TapeKind;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** What a newcomer is shown first: the demo show, as long as it is there. Nothing of anybody's own is ever played unasked. */
final readonly class WelcomeController
{
    public function __construct(private Documents $documents)
    {
    }

    #[Route('/api/welcome', methods: 'GET')]
    public function welcome(): JsonResponse
    {
        return new JsonResponse(['rig' => $this->named(RigKind::NAME, Demo::FOUND), 'tape' => $this->named(TapeKind::NAME, Demo::TAPE)]);
    }

    private function named(string $kind, string $name): ?string
    {
        foreach ($this->documents->list($kind) as $document) {
            if ($document['name'] === $name && \is_string($document['id'])) {
                return $document['id'];
            }
        }

        return null;
    }
}
