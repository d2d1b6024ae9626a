<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\RouteKind;
use ZigzagPost\Core\Rig\Document\Lead;

/** One step of a message on its way between boxes: over a lead, or through a box that passes it on. */
final readonly class Hop
{
    /** @param list<KindName> $blocks kinds that do not get through */
    public function __construct(
        public Socket $from,
        public Socket $to,
        public ?Lead $lead,
        public ?string $route = null,
        public ?RouteKind $kind = null,
        public array $blocks = [],
        /** What is unknown about it, if anything is. */
        public ?string $unknown = null,
        /** The setting that is off and would have to be on, if there is one. */
        public ?string $off = null,
    ) {
    }

    /** Whether a kind of message does not get through; parameters of several controllers do not where controllers do not. */
    public function blocks(KindName $kind): bool
    {
        return \in_array($kind, $this->blocks, true)
            || (\in_array($kind, [KindName::Cc14, KindName::Nrpn, KindName::Rpn], true) && \in_array(KindName::Cc, $this->blocks, true));
    }

    /** The lead, or the box that passes on. */
    public function name(): string
    {
        return $this->lead->id ?? "passing on at {$this->from->unit}";
    }

    /**
     * Whether a message gets through a whole way.
     *
     * @param list<self> $way
     */
    public static function passes(array $way, string $bytes): bool
    {
        $kind = KindName::ofMessage($bytes);
        foreach (null === $kind ? [] : $way as $hop) {
            if (null !== $kind && $hop->blocks($kind)) {
                return false;
            }
        }

        return true;
    }
}
