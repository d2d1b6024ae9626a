<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Proof\Playback;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Document\KeptTape;

/**
 * A kept tape that was played again: what is shown of it, and what it touches.
 *
 * @phpstan-import-type Shown from ProofsView
 */
final readonly class PlayedTape
{
    /**
     * @param \stdClass $shown as {@see ProofsView::proof()} says it
     * @param Proving $touches what it touches, without its changes
     */
    private function __construct(public \stdClass $shown, public Proving $touches)
    {
    }

    /** @return array<string, mixed> what is kept of it, as JSON */
    public static function kept(Proving $proving): array
    {
        $playback = $proving->playback;

        return [
            'shown' => ProofsView::proof($proving),
            'hits' => $playback->hits,
            'scenes' => array_keys($playback->scenes),
            'orders' => array_map(array_keys(...), $playback->orders),
        ];
    }

    public static function of(KeptTape $tape, mixed $kept): self
    {
        /** @var array{shown: array<string, mixed>, hits: list<int>, scenes: list<int>, orders: array<int, list<int>>} $said */
        $said = json_decode((string) json_encode($kept), true);
        $unreadable = $said['shown']['unreadable'] ?? null;
        $playback = Playback::remembered(
            $said['hits'],
            array_fill_keys($said['scenes'], true),
            array_map(static fn (array $to): array => array_fill_keys($to, true), $said['orders']),
        );

        return new self((object) $said['shown'], Proving::remembered($tape, $playback, \is_string($unreadable) ? $unreadable : null));
    }

    public function name(): string
    {
        return \is_string($this->shown->name ?? null) ? $this->shown->name : '';
    }

    public function differs(): bool
    {
        return [] !== ($this->shown->changes ?? []);
    }

    public function isReadable(): bool
    {
        return null === $this->touches->unreadable;
    }
}
