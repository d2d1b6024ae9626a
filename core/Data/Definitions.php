<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Gathers the definitions of a JSON Schema: one for each class. */
final class Definitions
{
    /** @var array<string, array<string, mixed>> by name */
    public array $found = [];

    /**
     * @param class-string $class
     *
     * @return array<string, mixed> a reference to the definition
     */
    public function refer(string $class): array
    {
        $name = substr((string) strrchr($class, '\\'), 1);
        if (!isset($this->found[$name])) {
            $this->found[$name] = [];
            $this->found[$name] = Shape::of($class)->schema($this);
        }

        return ['$ref' => "#/\$defs/{$name}"];
    }
}
