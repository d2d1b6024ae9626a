<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** PHP that makes a value again: of scalars, arrays, enums, and objects whose constructor takes what they show. */
final class PhpCode
{
    /** @var array<class-string, list<string>> names of arguments */
    private static array $arguments = [];

    public static function of(mixed $value): string
    {
        return match (true) {
            \is_array($value) => self::ofArray($value),
            $value instanceof \UnitEnum => '\\'.$value::class.'::'.$value->name,
            \is_object($value) => self::ofObject($value),
            default => var_export($value, true),
        };
    }

    /** @param array<mixed> $array */
    private static function ofArray(array $array): string
    {
        $code = '';
        foreach ($array as $key => $value) {
            $code .= (array_is_list($array) ? '' : var_export($key, true).'=>').self::of($value).',';
        }

        return "[{$code}]";
    }

    private static function ofObject(object $object): string
    {
        $class = $object::class;
        self::$arguments[$class] ??= array_map(
            static fn (\ReflectionParameter $parameter): string => $parameter->getName(),
            (new \ReflectionClass($class))->getConstructor()?->getParameters() ?? [],
        );
        $code = '';
        foreach (self::$arguments[$class] as $name) {
            $code .= "{$name}:".self::of($object->{$name}).',';
        }

        return "new \\{$class}({$code})";
    }
}
