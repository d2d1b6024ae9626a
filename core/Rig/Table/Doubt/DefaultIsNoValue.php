<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Its default is none of its values. */
final readonly class DefaultIsNoValue implements Doubt
{
    public function __construct(public string $default)
    {
    }

    public function text(): string
    {
        return "the default \"{$this->default}\" is none of its values; it is taken without one";
    }
}
