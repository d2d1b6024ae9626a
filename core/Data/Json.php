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
        return self::ofValue($class, self::decode($text));
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

    /** @throws BadData */
    public static function decode(string $text): mixed
    {
        if (\strlen($text) > self::MAX_BYTES) {
            throw new BadData([new Problem('', 'this is larger than the 32 MiB that are read')]);
        }
        try {
            return json_decode(str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text, true, self::DEPTH, \JSON_THROW_ON_ERROR);
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
