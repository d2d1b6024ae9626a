<?php

declare(strict_types=1);

namespace App\Documents;

use App\Entity\Document;

/** A document was changed since the version that a change was made from. */
final class Outdated extends \RuntimeException
{
    public function __construct(public readonly Document $current)
    {
        parent::__construct("{$current->name} was changed meanwhile");
    }
}
