<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** The column of kinds has a word that is none. */
final readonly class KindIsUnknown implements Doubt
{
    public function __construct(public string $kind)
    {
    }

    public function text(): string
    {
        return "\"{$this->kind}\" is no kind of message that is known; a controller is assumed";
    }
}
