<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Rulebook\Declaration\Curve;
use ZigzagPost\Core\Rulebook\Declaration\Group;
use ZigzagPost\Core\Rulebook\Declaration\MpeZone;
use ZigzagPost\Core\Rulebook\Declaration\Table;
use ZigzagPost\Core\Rulebook\Text\Token;

/** What a checked rulebook declares, for the steps that use it by name. */
interface Declared
{
    /** Position of a port. */
    public function portAt(Token $name): int;

    public function zoneAt(Token $name): ?MpeZone;

    public function group(Token $name): Group;

    public function table(Token $name): Table;

    public function curve(Token $name): Curve;

    /** Position of a scene. */
    public function sceneAt(Token $title): int;

    /** What the first program is called: 0 or 1. */
    public function firstProgram(): int;
}
