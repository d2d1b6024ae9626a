<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** What a finding is about. */
interface Subject
{
    /** How it is called: "lead tilt", "unit moths channel"; what was put to rest is known by it, so that it never changes. */
    public function words(): string;
}
