<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\BadDocument;
use App\Documents\ChartKind;
use App\Documents\DocumentKind;
use App\Documents\DocumentName;
use App\Documents\Documents;
use App\Documents\Kinds;
use App\Documents\LineDifference;
use App\Documents\LockedShow;
use App\Documents\Outdated;
use App\Documents\RigKind;
use App\Documents\RigPart;
use App\Documents\RigParts;
use App\Documents\RulebookKind;
use App\Documents\ShowLocks;
use App\Entity\Document;
use App\Entity\Revision;
use App\Rig\RigReader;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;

/** Everything that people make and keep: stored as it is changed, with its history. */
#[Route('/api/documents')]
final readonly class DocumentController
{
    public function __construct(private Documents $documents, private RigStore $rigs, private ShowLocks $locks)
    {
    }

    #[Route('', methods: 'GET')]
    public function list(Request $request): JsonResponse
    {
        $kind = $request->query->getString('kind');

        return new JsonResponse(
            array_map(DocumentView::listed(...), $this->documents->list('' === $kind ? null : $kind, $request->query->getBoolean('deleted'))),
        );
    }

    #[Route('', methods: 'POST')]
    public function create(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $kind = self::alone($body->text('kind', 20));
        $name = self::name($body);
        $request->attributes->set('saving', "the {$kind->name()} \"{$name}\"");
        [$text, $by] = [self::wellFormed($kind, $body->text('text', $kind->maxBytes())), Author::of($request)];
        $document = RigKind::NAME === $kind->name() ? $this->rigs->create($name, $text, $by) : $this->documents->create($kind, $name, $text, $by);

        return new JsonResponse($this->view($document), 201);
    }

    /**
     * Takes a file; its ending says what it is.
     *
     * @throws BadData
     */
    #[Route('/import', methods: 'POST', priority: 1)]
    public function import(Request $request): JsonResponse
    {
        $file = Upload::of($request);
        $name = $file->getClientOriginalName();
        try {
            $text = RigReader::isZip($file->getContent()) ? RigReader::text($file->getPathname()) : $file->getContent();
        } catch (BadData $bad) {
            throw ApiProblem::unprocessable("{$name}: {$bad->getMessage()}");
        }
        $kind = Kinds::all()[self::kindOf($name, $text)];
        try {
            $kind->read($text, $name);
        } catch (BadDocument $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }
        $title = DocumentName::cleaned((string) preg_replace('/\.(rig|chart)$/', '', pathinfo(mb_scrub($name), \PATHINFO_FILENAME)));
        $document =
            RigKind::NAME === $kind->name()
                ? $this->rigs->bringIn($text, $title, Author::of($request), Revision::IMPORTED)
                : $this->documents->create($kind, $title, $text, Author::of($request), Revision::IMPORTED);

        return new JsonResponse($this->view($document), 201);
    }

    /** A document; a rig with all that stands beside it, or alone. */
    #[Route('/{id}', methods: 'GET')]
    public function read(string $id, Request $request): JsonResponse
    {
        return new JsonResponse($this->view($this->find($id), $request->query->getBoolean('alone')));
    }

    /** What stands beside a rig, as a document of its own. */
    #[Route('/{id}/beside/{part}', methods: 'GET')]
    public function beside(string $id, string $part, Request $request): JsonResponse
    {
        $rig = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $kind = RigPart::tryFrom($part) ??
            throw ApiProblem::badRequest('beside a rig stand '.implode(', ', array_column(RigPart::cases(), 'value')));

        return new JsonResponse($this->view($this->documents->beside($rig, $kind, Author::of($request))));
    }

    /** Which version there is, for windows that look whether theirs is still the latest. */
    #[Route('/{id}/version', methods: 'GET')]
    public function version(string $id): JsonResponse
    {
        $document = $this->find($id);

        return new JsonResponse([
            'version' => $document->version,
            'changedBy' => $document->changedBy,
            'changedAt' => $document->changedAt->format(\DateTimeInterface::ATOM),
            'lock' => $this->locks->on($document->id)?->told(),
        ]);
    }

    /** @throws LockedShow */
    #[Route('/{id}', methods: 'PUT')]
    public function write(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $document = $this->find($id);
        $kind = self::kind($document->kind);
        [$name, $text, $version] = [
            self::name($body),
            self::wellFormed($kind, $body->text('text', $kind->maxBytes()), $document->text),
            $body->number('version', 1, \PHP_INT_MAX),
        ];
        $request->attributes->set('saving', "the {$kind->name()} \"{$name}\"");

        return $this->written($document, $name, $text, $version, Author::of($request), null, $body->isTrue('alone'));
    }

    /** A stored text has been judged and found good: it runs while a later one has errors. */
    #[Route('/{id}/good', methods: 'POST')]
    public function judged(string $id, Request $request): JsonResponse
    {
        $body = Body::of($request);
        $version = $body->number('version', 1, \PHP_INT_MAX);
        $rigId = $body->textOrNull('rig', 80);
        $rig = null === $rigId ? null : $this->rigs->find($rigId);
        $document = $this->find($id);
        if (
            RulebookKind::NAME === $document->kind
            && $document->version === $version
            && $document->goodText !== $document->text
            && !Checker::check($document->text, null === $rig ? null : RigReader::devices($rig))->hasErrors()
        ) {
            $this->documents->judged($document);
        }

        return new JsonResponse($this->view($this->find($id)));
    }

    /** @throws BadData */
    #[Route('/{id}/duplicate', methods: 'POST')]
    public function duplicate(string $id, Request $request): JsonResponse
    {
        $document = $this->find($id);
        [$name, $by] = [mb_substr("{$document->name} (copy)", 0, DocumentName::LONGEST), Author::of($request)];
        $copy =
            RigKind::NAME === $document->kind
                ? $this->rigs->bringIn(
                    Json::encode(array_diff_key($this->rigs->whole($document), ['book' => true])),
                    $name,
                    $by,
                    Revision::DUPLICATED,
                ) // with rules of its own
                : $this->documents->create(self::kind($document->kind), $name, $document->text, $by, Revision::DUPLICATED, $document->notes);

        return new JsonResponse($this->view($copy), 201);
    }

    /** @throws LockedShow */
    #[Route('/{id}', methods: 'DELETE')]
    public function delete(string $id): Response
    {
        $this->documents->delete($this->find($id));

        return new Response(null, 204);
    }

    /** Takes a deletion back. */
    #[Route('/{id}/restore', methods: 'POST')]
    public function restore(string $id): JsonResponse
    {
        return new JsonResponse($this->view($this->documents->takeBack($id) ?? throw ApiProblem::notFound('document')));
    }

    #[Route('/{id}/revisions', methods: 'GET')]
    public function revisions(string $id): JsonResponse
    {
        return new JsonResponse(array_map(DocumentView::revision(...), $this->documents->revisions($this->find($id))));
    }

    /** One revision, and what it changed. */
    #[Route('/{id}/revisions/{number}', methods: 'GET', requirements: ['number' => '\d{1,9}'])]
    public function revision(string $id, int $number): JsonResponse
    {
        $document = $this->find($id);
        $revision = $this->documents->revision($document, $number) ?? throw ApiProblem::notFound('version');
        $before = null;
        foreach ($this->documents->revisions($document) as $other) {
            if ($other->number < $number) {
                $before = $other;
                break;
            }
        }

        return new JsonResponse(
            DocumentView::revision($revision) + [
                'text' => $revision->text,
                'changes' => LineDifference::of($before->text ?? '', $revision->text),
                'since' => LineDifference::of($revision->text, $document->text),
            ],
        );
    }

    /**
     * Makes an old version the latest; what was the latest stays in the history.
     *
     * @throws LockedShow
     */
    #[Route('/{id}/revisions/{number}/restore', methods: 'POST', requirements: ['number' => '\d{1,9}'])]
    public function bringBack(string $id, int $number, Request $request): JsonResponse
    {
        $version = Body::of($request)->number('version', 1, \PHP_INT_MAX);
        $document = $this->find($id);
        $revision = $this->documents->revision($document, $number) ?? throw ApiProblem::notFound('version');

        // What stands beside a rig has a history of its own.
        $what = Revision::RESTORED." from version {$number}";

        return $this->written($document, $revision->name, $revision->text, $version, Author::of($request), $what, true);
    }

    #[Route('/{id}/file', methods: 'GET')]
    public function file(string $id): Response
    {
        $document = $this->find($id);
        $name = trim((string) preg_replace('/[^A-Za-z0-9_-]+/', '-', $document->name), '-');

        return new Response($this->text($document), 200, [
            'Content-Type' => 'text/plain; charset=utf-8',
            'Content-Disposition' => HeaderUtils::makeDisposition(
                'attachment',
                ('' === $name ? $document->kind : $name).'.'.self::kind($document->kind)->ending(),
            ),
        ]);
    }

    /**
     * @param bool $alone whether a rig is meant without what stands beside it, which stays as it is
     *
     * @throws LockedShow
     */
    private function written(Document $document, string $name, string $text, int $version, string $by, ?string $what, bool $alone): JsonResponse
    {
        $isRig = RigKind::NAME === $document->kind;
        try {
            $written =
                $isRig && !$alone
                    ? $this->rigs->write($document, $name, $text, $version, $by, $what)
                    : $this->documents->write($document, $name, $isRig ? RigParts::split($text)->rig : $text, $version, $by, $what);

            return new JsonResponse($this->view($written, $alone));
        } catch (Outdated $outdated) {
            if (null !== $outdated->current->deletedAt) {
                throw ApiProblem::notFound('document');
            }
            throw ApiProblem::conflict(
                "this {$document->kind} was changed in another window; nothing has been overwritten",
                $this->view($outdated->current, $alone),
            );
        }
    }

    /** @return array<string, mixed> */
    private function view(Document $document, bool $alone = false): array
    {
        return DocumentView::whole($document, $alone ? null : $this->text($document));
    }

    private function text(Document $document): string
    {
        return RigKind::NAME === $document->kind ? $this->rigs->text($document) : $document->text;
    }

    private function find(string $id): Document
    {
        return $this->documents->find($id) ?? throw ApiProblem::notFound('document');
    }

    private static function kind(string $name): DocumentKind
    {
        return Kinds::find($name) ?? self::alone($name);
    }

    /** A kind of document that stands beside no other. */
    private static function alone(string $name): DocumentKind
    {
        return Kinds::all()[$name] ??
            throw ApiProblem::badRequest("there is no kind of document \"{$name}\"; there are ".implode(', ', array_keys(Kinds::all())));
    }

    /** Files in JSON are rigs or charts; everything else is a rulebook. */
    private static function kindOf(string $fileName, string $text): string
    {
        if (!str_ends_with(strtolower($fileName), '.json') && !str_starts_with(ltrim($text), '{')) {
            return RulebookKind::NAME;
        }

        return 1 === preg_match('/"units"\s*:/', $text) ? RigKind::NAME : ChartKind::NAME;
    }

    /** Rulebooks may be half written; everything else has to be what it says it is. */
    private static function wellFormed(DocumentKind $kind, string $text, ?string $stored = null): string
    {
        try {
            if (null !== $stored && !self::isRead($kind, $stored) && RulebookKind::NAME !== $kind->name()) {
                $kind->summary($text); // what was wrong in it before may stay so

                return $text;
            }
            if (RulebookKind::NAME !== $kind->name()) {
                $kind->read($text, $kind->name());
            }
        } catch (BadDocument $bad) {
            throw ApiProblem::unprocessable($bad->getMessage());
        }

        return $text;
    }

    private static function isRead(DocumentKind $kind, string $text): bool
    {
        try {
            $kind->read($text, $kind->name());

            return true;
        } catch (BadDocument) {
            return false;
        }
    }

    private static function name(Body $body): string
    {
        $name = trim($body->text('name', 4 * DocumentName::LONGEST), ' ');
        if (!DocumentName::isPlain($name) || mb_strlen($name) > DocumentName::LONGEST) {
            throw ApiProblem::badRequest('a name is at most '.DocumentName::LONGEST.' letters on one line, without control characters or direction marks');
        }

        return '' === $name ? throw ApiProblem::badRequest('a document needs a name') : $name;
    }
}
