<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A part of the show: what is sent when it begins and ends, and the rules in force while it lasts. */
final class Scene
{
    /** @var list<Step> */
    public array $onEnter = [];
    /** @var list<Step> */
    public array $onLeave = [];

    public function __construct(public readonly string $title, public readonly Span $span)
    {
    }
}
