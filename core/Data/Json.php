<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Documents in JSON: text to object and back, and the schema for it. */
final class Json
{
    public const MAX_BYTES = 32 << 20;
    private const DEPTH = 48;

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     *
     * @throws BadData with everything that is wrong
     */
    public static function read(string $class, string $text): object
    {
        return self::ofValue($class, self::decoded($text, false));
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     *
     * @throws BadData
     */
    public static function ofValue(string $class, mixed $json): object
    {
        $reading = new Reading();
        $value = Shape::of($class)->read($json, $reading, '');
        if (null === $value) {
            throw new BadData($reading->problems);
        }

        return $value;
    }

    public static function write(object $value): string
    {
        return self::encode(self::toValue($value));
    }

    public static function toValue(object $value): mixed
    {
        return Shape::of($value::class)->write($value);
    }

    public static function encode(mixed $json): string
    {
        return json_encode(
            $json,
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION,
        )."\n";
    }

    /**
     * Objects become arrays; an empty one, and one whose keys count from 0, can then no longer be told from a list. What is written
     * again is read with {@see members()}.
     *
     * @throws BadData
     */
    public static function decode(string $text): mixed
    {
        return self::decoded($text, true);
    }

    /**
     * Members of an object whose own objects stay objects: written again, each is what it was.
     *
     * @return array<mixed>
     *
     * @throws BadData
     */
    public static function members(string $text): array
    {
        $json = self::decoded($text, false);

        return $json instanceof \stdClass
            ? (array) $json
            : throw new BadData([new Problem('', 'expected an object, found '.Reading::describe($json))]);
    }

    /** @throws BadData */
    private static function decoded(string $text, bool $isArray): mixed
    {
        if (\strlen($text) > self::MAX_BYTES) {
            throw new BadData([new Problem('', 'this is larger than the 32 MiB that are read')]);
        }
        try {
            return json_decode(str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text, $isArray, self::DEPTH, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $bad) {
            $line = Misplaced::line($text);
            throw new BadData([new Problem(null === $line ? '' : "line {$line}", 'this is not JSON: '.lcfirst($bad->getMessage()))]);
        }
    }

    /**
     * The published JSON Schema of a class.
     *
     * @param class-string $class
     *
     * @return array<string, mixed>
     */
    public static function schema(string $class, string $title): array
    {
        $definitions = new Definitions();
        $root = $definitions->refer($class);
        ksort($definitions->found);

        return ['$schema' => 'https://json-schema.org/draft/2020-12/schema', 'title' => $title, ...$root, '$defs' => $definitions->found];
    }
}
