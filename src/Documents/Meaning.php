<?php

declare(strict_types=1);

namespace App\Documents;

/** JSON, told so that two values that mean the same are told the same: whatever the order of their fields, and 96 as 96.0. */
final class Meaning
{
    /** Whether two texts in JSON mean the same. */
    public static function areSame(string $one, string $other): bool
    {
        return $one === $other || self::of(json_decode($one)) === self::of(json_decode($other));
    }

    public static function of(mixed $value): string
    {
        if ($value instanceof \stdClass || \is_array($value)) {
            $value = (array) $value;
            if (!array_is_list($value)) {
                ksort($value, \SORT_STRING);
            }
            $told = [];
            foreach ($value as $key => $each) {
                $told[] = json_encode((string) $key, \JSON_INVALID_UTF8_SUBSTITUTE).':'.self::of($each);
            }

            return '['.implode(',', $told).']';
        }

        return \is_float($value) && floor($value) === $value && abs($value) < 1e15
            ? (string) (int) $value
            : (string) json_encode($value, \JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
