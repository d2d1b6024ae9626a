<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\Documents;
use App\Documents\LockedShow;
use App\Documents\MomentKind;
use App\Documents\Outdated;
use App\Documents\RigPart;
use App\Documents\RulebookKind;
use App\Entity\Document;
use App\Entity\Revision;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Rig\Document\LogLine;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Show\Log\Since;

/** The log of a show: what is other than at its last line, and all of it as a table. */
final readonly class LogController
{
    public function __construct(private RigStore $rigs, private Documents $documents)
    {
    }

    /** What has changed and what was marked since the last line, for the next one. */
    #[Route('/api/rigs/{id}/log/next', methods: 'GET')]
    public function next(string $id): JsonResponse
    {
        $document = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $rig = $this->rigs->find($id) ?? throw ApiProblem::notFound('rig');
        $last = [] === $rig->log ? null : self::time($rig->log[\count($rig->log) - 1]->at);
        $changed = [];
        if (null !== $last) {
            $book = null === $rig->book ? null : $this->documents->find($rig->book, RulebookKind::NAME);
            try {
                $before = RigFile::rig($this->before($document, $last));
                $changed = Since::of($before, null === $book ? '' : $this->before($book, $last), $rig, $rig->rulebook ?? '');
            } catch (BadData) {
                $changed = ['the rig as it was then cannot be read any more'];
            }
        }
        $marked = [];
        foreach ($this->documents->list(MomentKind::NAME) as $moment) {
            $summary = $moment['summary'];
            if (
                \is_array($summary)
                && ($summary['rig'] ?? null) === $id
                && \is_string($moment['name'])
                && $moment['changedAt'] instanceof \DateTimeImmutable
                && (null === $last || $moment['changedAt'] > $last)
            ) {
                $marked[] = $moment['name'];
            }
        }

        return new JsonResponse([
            'changed' => $changed,
            'marked' => array_reverse($marked),
            'setList' => $rig->show->loaded ?? ($rig->show->setLists[0]->name ?? null),
        ]);
    }

    /**
     * The show was performed just now: rig, rules and connections can be brought back as they are.
     */
    #[Route('/api/rigs/{id}/log/played', methods: 'POST')]
    public function played(string $id): Response
    {
        $this->documents->played(array_map(static fn (Document $each): string => $each->id, $this->show($id)));

        return new Response(null, 204);
    }

    /**
     * Brings back rig, rules and connections as they were at a time; what they were until now stays in their history.
     *
     * @throws BadData
     * @throws LockedShow
     * @throws Outdated
     */
    #[Route('/api/rigs/{id}/as-it-was', methods: 'POST')]
    public function asItWas(string $id, Request $request): JsonResponse
    {
        $at = self::time(Body::of($request)->text('at', 40)) ?? throw ApiProblem::badRequest('"at" should be a date and time, such as 2026-11-30T20:00:00Z');
        $show = $this->show($id);
        if (null === $this->documents->at($show[0], $at)) {
            throw ApiProblem::unprocessable('nothing is kept of that evening: the show came here later');
        }
        $changed = [];
        foreach ($show as $document) {
            $text = $this->documents->at($document, $at);
            if (null !== $text && $text !== $document->text) {
                $this->documents->write($document, $document->name, $text, $document->version, Author::of($request), Revision::RESTORED.' as it was played');
                $changed[] = $document->kind;
            }
        }

        return new JsonResponse(['changed' => $changed]);
    }

    /** A document as it was at a time, or as it came here after that. */
    private function before(Document $document, \DateTimeImmutable $time): string
    {
        return $this->documents->at($document, $time) ?? $this->documents->oldest($document);
    }

    /** @return non-empty-list<Document> rig, rules and connections of a show */
    private function show(string $id): array
    {
        $rig = $this->rigs->document($id) ?? throw ApiProblem::notFound('rig');
        $book = $this->rigs->find($id)?->book;

        $rules = null === $book ? null : $this->documents->find($book, RulebookKind::NAME);

        return [$rig, ...null === $rules ? [] : [$rules], $this->documents->beside($rig, RigPart::Connections, '')];
    }

    /** The log as a table for other programs. */
    #[Route('/api/rigs/{id}/log.csv', methods: 'GET')]
    public function csv(string $id): Response
    {
        $rig = $this->rigs->find($id) ?? throw ApiProblem::notFound('rig');
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            throw new \RuntimeException('no memory for a table');
        }
        fputcsv($stream, ['date', 'what', 'place', 'set list', 'changed', 'marked', 'done about it', 'who'], ',', '"', '');
        foreach ($rig->log as $line) {
            fputcsv($stream, self::cells($line), ',', '"', '');
        }
        rewind($stream);

        return Download::text((string) stream_get_contents($stream), "{$rig->name} log.csv", 'text/csv; charset=utf-8');
    }

    /** @return list<string> of which none begins a formula in a table program */
    private static function cells(LogLine $line): array
    {
        $cells = [
            $line->at,
            $line->what->value,
            $line->place ?? '',
            $line->setList ?? '',
            implode("\n", $line->changed),
            implode("\n", $line->marked),
            $line->done ?? '',
            $line->who ?? '',
        ];

        return array_map(static fn (string $cell): string => 1 === preg_match('/^[=+\-@\t\r]/', $cell) ? "'{$cell}" : $cell, $cells);
    }

    private static function time(string $at): ?\DateTimeImmutable
    {
        try {
            return new \DateTimeImmutable($at);
        } catch (\Exception) {
            return null;
        }
    }
}
