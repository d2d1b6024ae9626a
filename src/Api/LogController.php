<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\Documents;
use App\Documents\MomentKind;
use App\Documents\RulebookKind;
use App\Entity\Document;
use App\Rig\RigStore;
use Symfony\Component\HttpFoundation\JsonResponse;
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
                $before = RigFile::rig($this->at($document, $last));
                $changed = Since::of($before, null === $book ? '' : $this->at($book, $last), $rig, $rig->rulebook ?? '');
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

    /** A document as it was at a time. */
    private function at(Document $document, \DateTimeImmutable $time): string
    {
        $revisions = $this->documents->revisions($document);
        foreach ($revisions as $revision) {
            if ($revision->at <= $time) {
                return $revision->text;
            }
        }

        return $revisions[\count($revisions) - 1]->text ?? $document->text;
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
