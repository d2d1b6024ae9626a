<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A part of the show: what is sent when it begins and ends, and the rules in force while it lasts. */
final class Scene
{
    /** @var list<Step> */
    public array $onEnter = [];
    /** @var list<Step> */
    public array $onLeave = [];

    /** @param Token $name the title, with the place of its quotes */
    public function __construct(public readonly string $title, public readonly Span $span, public readonly Token $name)
    {
    }
}
