<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** An object whose keys are free and whose values are all of one type. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class MapOf implements Type
{
    /** @param string|null $keys what keys have to match, as a regular expression without delimiters */
    public function __construct(private Type $of, private ?string $keys = null, private string $keysAre = 'text', private int $most = 20000)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): mixed
    {
        $isObject = $json instanceof \stdClass;
        $json = Reading::plain($json);
        if (!\is_array($json) || (!$isObject && array_is_list($json) && [] !== $json && null === $this->keys)) {
            return $reading->expected($path, 'an object', $json);
        }
        if (\count($json) > $this->most) {
            return $reading->problem($path, \sprintf('has %d entries; %d at most', \count($json), $this->most));
        }
        $values = [];
        foreach ($json as $key => $each) {
            $shown = mb_strimwidth((string) $key, 0, 40, '…');
            if (
                '' === (string) $key
                || \strlen((string) $key) > 800
                || (null !== $this->keys && 1 !== preg_match("/{$this->keys}/Du", (string) $key))
            ) {
                $reading->problem($path, "\"{$shown}\" is not {$this->keysAre}");
            } else {
                $values[$key] = $this->of->read($each, $reading, "{$path}.{$shown}");
            }
        }

        return $values;
    }

    public function holds(mixed $value): bool
    {
        return \is_array($value);
    }

    public function write(mixed $value): mixed
    {
        return (object) array_map($this->of->write(...), \is_array($value) ? $value : []);
    }

    public function schema(Definitions $definitions): array
    {
        return [
            'type' => ['object', 'array'],
            'maxItems' => 0,
            'additionalProperties' => $this->of->schema($definitions),
            'maxProperties' => $this->most,
            'propertyNames' => ['minLength' => 1, ...null === $this->keys ? [] : ['pattern' => $this->keys]],
        ];
    }
}
