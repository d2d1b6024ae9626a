<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\LitLamp;
use ZigzagPost\Core\Rulebook\Code\Storing;

/** A rulebook whose names have been looked up in a rig, which can be compiled; without a rig it has none and is what was written. */
final class ResolvedRulebook extends Rulebook
{
    /** @var list<LitLamp> lamps to be kept true */
    public array $lit = [];
    /** @var list<Storing> devices whose programs store parameters */
    public array $storing = [];
    /** @var list<string|null> the first scene of each song of the set list */
    public array $songs = [];
    /** @var list<string> what each of them is called by */
    public array $songIds = [];
    /** What names of devices mean; null without a rig. */
    public ?Devices $devices = null;

    /** A rulebook that names nothing of a rig, or whose names are still to be looked up. */
    public static function of(Rulebook $written): self
    {
        $resolved = new self();
        [$resolved->text, $resolved->title, $resolved->lines, $resolved->unreadable] = [
            $written->text,
            $written->title,
            $written->lines,
            $written->unreadable,
        ];
        [$resolved->middle, $resolved->programsFrom] = [$written->middle, $written->programsFrom];
        [$resolved->ports, $resolved->tables, $resolved->curves] = [$written->ports, $written->tables, $written->curves];
        [$resolved->memories, $resolved->clocks, $resolved->groups] = [$written->memories, $written->clocks, $written->groups];
        [$resolved->lamps, $resolved->stacks] = [$written->lamps, $written->stacks];
        [$resolved->scenes, $resolved->rules] = [$written->scenes, $written->rules];

        return $resolved;
    }
}
