<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A text of many lines, such as a rulebook or a tape. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class LongText implements Type
{
    /**
     * @param string $what it is, with its article
     * @param int $mebibytes of text at most
     */
    public function __construct(private string $what, private int $mebibytes)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?string
    {
        if (!\is_string($json)) {
            return $reading->expected($path, "the text of {$this->what}", $json);
        }

        return \strlen($json) > $this->mebibytes << 20 ? $reading->problem($path, "{$this->what} is at most {$this->mebibytes} MiB of text") : $json;
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
        return ['type' => 'string', 'maxLength' => $this->mebibytes << 20];
    }
}
