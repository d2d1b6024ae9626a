<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Definitions;
use ZigzagPost\Core\Data\Reading;
use ZigzagPost\Core\Data\Type;

/** The text of a tape. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class TapeText implements Type
{
    public const MAX_BYTES = 4 << 20;

    public function read(mixed $json, Reading $reading, string $path): ?string
    {
        if (!\is_string($json)) {
            return $reading->expected($path, 'the text of a tape', $json);
        }

        return \strlen($json) > self::MAX_BYTES ? $reading->problem($path, 'a kept tape is at most 4 MiB of text') : $json;
    }

    public function holds(mixed $value): bool
    {
        return \is_string($value);
    }

    public function write(mixed $value): mixed
    {
        return $value;
    }

    public function schema(Definitions $definitions): array
    {
        return ['type' => 'string', 'maxLength' => self::MAX_BYTES];
    }
}
