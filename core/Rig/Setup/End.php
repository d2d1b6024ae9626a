<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Stream;
use ZigzagPost\Core\Rig\Chart\Way;

/** The end of a lead: the box, the plug, and what the plug is at present. */
final readonly class End
{
    public function __construct(
        public Device $box,
        public Plug $plug,
        public ?Stream $stream,
        /** What the plug is; null where settings leave that unknown. */
        public ?PlugUse $use,
        /** The way that the lead means, at a port of the post that goes both ways. */
        private ?Way $meant = null,
    ) {
    }

    /** The same plug in another use of it. */
    public function as(?PlugUse $use): self
    {
        return new self($this->box, $this->plug, $this->stream, $use, $this->meant);
    }

    /** The same plug of the same box, set otherwise. */
    public function at(Device $box): self
    {
        return new self($box, $this->plug, $this->stream, $box->use($this->plug), $this->meant);
    }

    /** @return list<PlugUse> what the plug is, or, where settings leave that unknown, all that it may be */
    public function possible(): array
    {
        return null !== $this->use
            ? [$this->use]
            : array_values(array_filter($this->plug->uses, fn (PlugUse $use): bool => false !== $this->box->holds($use->when)));
    }

    public function way(): ?Way
    {
        return $this->meant ?? $this->stream->way ?? $this->use?->way;
    }

    /** @return list<Socket> where messages leave or enter here */
    public function sockets(bool $isOut): array
    {
        if (null !== $this->stream) {
            return [new Socket($this->box->name, "{$this->plug->id}/{$this->stream->id}", $isOut)];
        }
        if ([] === ($this->plug->streams ?? [])) {
            return [new Socket($this->box->name, $this->plug->id, $isOut)];
        }
        $sockets = [];
        foreach ($this->plug->streams ?? [] as $stream) {
            if ($isOut ? $stream->way->sends() : $stream->way->receives()) {
                $sockets[] = new Socket($this->box->name, "{$this->plug->id}/{$stream->id}", $isOut);
            }
        }

        return $sockets;
    }

    public function name(): string
    {
        return "{$this->box->name} {$this->plug->label}".(null === $this->stream ? '' : " {$this->stream->label}");
    }
}
