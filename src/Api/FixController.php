<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\LockedShow;
use App\Documents\Outdated;
use App\Entity\Document;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Fixes of findings are made here, and nowhere on a screen. */
final readonly class FixController
{
    public function __construct(private RigStore $rigs)
    {
    }

    /**
     * @throws LockedShow
     * @throws BadData
     */
    #[Route('/api/rigs/{id}/fix', methods: 'POST')]
    public function fix(string $id, Request $request): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $body = Body::of($request);
        $fix = $this->offered($id, $body->text('key', 500));
        $by = Author::of($request);
        try {
            $places = $this->rigs->changeRules($document, static fn (): array => $fix->edits, $by);
            $document = [] === $fix->changes ? $document : $this->changed($document, $fix, $body->number('version', 1, \PHP_INT_MAX), $by);
        } catch (RulebookError $error) {
            throw ApiProblem::unprocessable($error->getMessage());
        } catch (Outdated $outdated) {
            throw ApiProblem::conflict('this rig was changed in another window; nothing has been overwritten', DocumentView::whole($outdated->current));
        }

        return new JsonResponse(['document' => DocumentView::whole($document), 'places' => $places]);
    }

    private function offered(string $id, string $key): RigFix
    {
        $analysis = new RigAnalysis(RigFile::setup($this->rigs->find($id) ?? throw ApiProblem::notFound('rig')));
        foreach (Examination::of($analysis)->findings as $finding) {
            if ($finding->key() === $key && null !== $finding->fix) {
                return $finding->fix;
            }
        }

        throw ApiProblem::unprocessable('that is not found any more: somebody has changed the rig or its rules');
    }

    /**
     * @throws Outdated
     * @throws LockedShow
     */
    private function changed(Document $document, RigFix $fix, int $version, string $by): Document
    {
        $mended = $fix->applied($this->rigs->text($document));

        return $this->rigs->write($document, $document->name, $mended, $version, $by);
    }
}
