<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Gathers what is wrong while a document is read. */
final class Reading
{
    /** Problems told at most. */
    public const MOST = 200;

    /** @var list<Problem> */
    public array $problems = [];

    public function problem(string $path, string $text): null
    {
        if (\count($this->problems) < self::MOST) {
            $this->problems[] = new Problem($path, $text);
        }

        return null;
    }

    /** Says what was expected and what stands there. */
    public function expected(string $path, string $what, mixed $json): null
    {
        return $this->problem($path, "expected {$what}, found ".self::describe($json));
    }

    /** An object as an array of its members; anything else as it is. */
    public static function plain(mixed $json): mixed
    {
        return $json instanceof \stdClass ? (array) $json : $json;
    }

    public static function describe(mixed $json): string
    {
        $json = self::plain($json);

        return match (true) {
            null === $json => 'null; leave out what is not known',
            \is_bool($json) => $json ? 'true' : 'false',
            \is_int($json), \is_float($json) => (string) $json,
            \is_string($json) => '"'.mb_strimwidth($json, 0, 40, '…').'"',
            \is_array($json) => array_is_list($json) && [] !== $json ? 'a list' : ([] === $json ? 'an empty list or object' : 'an object'),
            default => get_debug_type($json),
        };
    }
}
