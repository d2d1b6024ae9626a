<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/**
 * What a value in a JSON document may be: how it is read, written and described. Types are attributes of the constructor
 * arguments of the classes that documents are read into.
 */
interface Type
{
    /** The value, or null after a problem was noted: it is not of this type. */
    public function read(mixed $json, Reading $reading, string $path): mixed;

    /** Whether a value can be one that read() gives. */
    public function holds(mixed $value): bool;

    /** The JSON value for what read() gave. */
    public function write(mixed $value): mixed;

    /** @return array<string, mixed> in JSON Schema, draft 2020-12 */
    public function schema(Definitions $definitions): array;
}
