<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A list whose entries are all of one type. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class ListOf implements Type
{
    public function __construct(private Type $of, private int $most = 20000, private int $least = 0)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): mixed
    {
        $json = Reading::plain($json);
        if (!\is_array($json) || !array_is_list($json)) {
            return $reading->expected($path, 'a list', $json);
        }
        if (\count($json) < $this->least || \count($json) > $this->most) {
            return $reading->problem(
                $path,
                \sprintf(
                    'has %d entries; it can have %s',
                    \count($json),
                    $this->least === $this->most ? "{$this->least} exactly" : "{$this->least} to {$this->most}",
                ),
            );
        }
        $values = [];
        foreach ($json as $index => $each) {
            $values[] = $this->of->read($each, $reading, "{$path}[{$index}]");
        }

        return $values;
    }

    public function holds(mixed $value): bool
    {
        foreach (\is_array($value) ? $value : [null] as $each) {
            if (!$this->of->holds($each)) {
                return false;
            }
        }

        return true;
    }

    public function write(mixed $value): mixed
    {
        return array_map($this->of->write(...), \is_array($value) ? array_values($value) : []);
    }

    public function schema(Definitions $definitions): array
    {
        return ['type' => 'array', 'items' => $this->of->schema($definitions), 'minItems' => $this->least, 'maxItems' => $this->most];
    }
}
