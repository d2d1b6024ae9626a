<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** No column says by which message it is moved. */
final readonly class HasNoNumber implements Doubt
{
    public function text(): string
    {
        return 'has no number; it is taken without one';
    }
}
