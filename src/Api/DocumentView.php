<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\Documents;
use App\Entity\Document;
use App\Entity\Revision;

/** Documents and their history, as the API sends them. */
final class DocumentView
{
    /**
     * @param array<string, mixed> $row of {@see Documents::list()}
     *
     * @return array<string, mixed>
     */
    public static function listed(array $row): array
    {
        return array_map(
            static fn (mixed $value): mixed => $value instanceof \DateTimeInterface ? $value->format(\DateTimeInterface::ATOM) : $value,
            $row,
        );
    }

    /**
     * @param string|null $text where another one is sent than is stored, such as that of a rig with all that stands beside it
     *
     * @return array<string, mixed>
     */
    public static function whole(Document $document, ?string $text = null): array
    {
        return [
            'id' => $document->id,
            'kind' => $document->kind,
            'name' => $document->name,
            'version' => $document->version,
            'summary' => (object) $document->summary,
            'changedAt' => $document->changedAt->format(\DateTimeInterface::ATOM),
            'changedBy' => $document->changedBy,
            'text' => $text ?? $document->text,
            'goodText' => $document->goodText,
        ];
    }

    /** @return array<string, mixed> */
    public static function revision(Revision $revision): array
    {
        return [
            'number' => $revision->number,
            'name' => $revision->name,
            'begunAt' => $revision->begunAt->format(\DateTimeInterface::ATOM),
            'at' => $revision->at->format(\DateTimeInterface::ATOM),
            'by' => $revision->by,
            'what' => $revision->what,
        ];
    }
}
