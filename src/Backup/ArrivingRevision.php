<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\DocumentKind;

/** A revision in a backup, of a document or of what stands beside one. */
final readonly class ArrivingRevision
{
    public function __construct(public string $document, public DocumentKind $kind, public Entry $entry)
    {
    }
}
