<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Socket;

/** One step of a direct way: over a lead, or through a box that passes on. */
final readonly class DirectStep
{
    /** @param list<KindName> $blocks kinds that do not get through */
    public function __construct(
        public Socket $from,
        public Socket $to,
        public Condition $condition,
        /** The lead, or the box that passes on. */
        public string $name,
        private array $blocks = [],
    ) {
    }

    public function blocks(KindName $kind): bool
    {
        return \in_array($kind, $this->blocks, true) || ($kind->isMadeOfControllers() && \in_array(KindName::Cc, $this->blocks, true));
    }
}
