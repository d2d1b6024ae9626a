<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\Assert;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Document\Lead;
use ZigzagPost\Core\Rig\Plan\Conflict\Freeing;
use ZigzagPost\Core\Rig\Plan\Conflict\Why;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Rule;

/**
 * What is computed stays as it was, as text beside the test. Whoever means to change it runs the test with ZIGZAG_RENEW=1, and reads the
 * difference before it is kept.
 */
final class Kept
{
    public static function asIn(string $file, string $text): void
    {
        if (false !== getenv('ZIGZAG_RENEW')) {
            file_put_contents($file, $text);
        }

        Assert::assertStringEqualsFile($file, $text);
    }

    /** A line of plain values. */
    public static function line(mixed ...$values): string
    {
        return implode(
            ' | ',
            array_map(
                static fn (mixed $value): string => \is_string($value)
                    ? $value
                    : json_encode(
                        $value,
                        \JSON_UNESCAPED_UNICODE
                            | \JSON_UNESCAPED_SLASHES
                            | \JSON_PRESERVE_ZERO_FRACTION
                            | \JSON_INVALID_UTF8_SUBSTITUTE
                            | \JSON_THROW_ON_ERROR,
                    ),
                $values,
            ),
        )."\n";
    }

    /** What can be seen of a value; of what has a name of its own in the rig, that name. */
    public static function plain(mixed $value): mixed
    {
        return match (true) {
            $value instanceof \UnitEnum => $value->name,
            $value instanceof Device, $value instanceof Chart, $value instanceof Control, $value instanceof Parameter => $value->name,
            $value instanceof Lead => $value->id,
            $value instanceof Rule => $value->span->line,
            $value instanceof Why, $value instanceof Freeing => $value->words(),
            $value instanceof \Closure => 'a function',
            \is_object($value) => array_map(self::plain(...), get_object_vars($value)),
            \is_array($value) => array_map(self::plain(...), $value),
            \is_string($value) && !mb_check_encoding($value, 'UTF-8') => bin2hex($value),
            default => $value,
        };
    }
}
