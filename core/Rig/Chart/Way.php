<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Which way a plug or a stream goes, as its own device sees it. */
enum Way: string
{
    case In = 'in';
    case Out = 'out';
    case Both = 'both';

    public function sends(): bool
    {
        return self::In !== $this;
    }

    public function receives(): bool
    {
        return self::Out !== $this;
    }
}
