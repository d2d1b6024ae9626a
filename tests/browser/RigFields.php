<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use ZigzagPost\Core\Data\Json;

/** The fields of units and leads, as the published schema has them and as they stand in a rig: "/units/labels/*\/text". */
final class RigFields
{
    private const LISTS = ['units' => 'Unit', 'leads' => 'Lead'];
    /** Fields whose keys are names. */
    private const MAPS = ['settings', 'assigned', 'measured', 'programs', 'labels', 'contacts', 'stores'];

    /** @return list<string> */
    public static function ofSchema(): array
    {
        $schema = Json::decode((string) file_get_contents(\dirname(__DIR__, 2).'/docs/schema/rig.schema.json'));
        $defs = \is_array($schema) && \is_array($schema['$defs'] ?? null) ? $schema['$defs'] : [];
        $places = [];
        foreach (self::LISTS as $list => $def) {
            array_push($places, ...self::below($defs, $defs[$def] ?? null, "/{$list}"));
        }

        return array_values(array_unique($places));
    }

    /**
     * @param array<mixed> $rig
     *
     * @return list<string>
     */
    public static function of(array $rig): array
    {
        $places = [];
        foreach (array_keys(self::LISTS) as $list) {
            foreach (\is_array($rig[$list] ?? null) ? $rig[$list] : [] as $each) {
                array_push($places, ...self::leaves($each, "/{$list}", false));
            }
        }

        return array_values(array_unique($places));
    }

    /**
     * @param array<mixed> $defs
     *
     * @return list<string>
     */
    private static function below(array $defs, mixed $shape, string $path): array
    {
        if (!\is_array($shape)) {
            return [];
        }
        if (\is_string($shape['$ref'] ?? null)) {
            return self::below($defs, $defs[basename($shape['$ref'])] ?? null, $path);
        }
        $places = [];
        foreach (['anyOf', 'oneOf'] as $either) {
            foreach (\is_array($shape[$either] ?? null) ? $shape[$either] : [] as $one) {
                array_push($places, ...self::below($defs, $one, $path));
            }
        }
        foreach (\is_array($shape['properties'] ?? null) ? $shape['properties'] : [] as $key => $each) {
            array_push($places, ...self::below($defs, $each, "{$path}/{$key}"));
        }
        foreach (['additionalProperties', 'items'] as $any) {
            array_push($places, ...self::below($defs, $shape[$any] ?? null, "{$path}/*"));
        }
        foreach (\is_array($shape['prefixItems'] ?? null) ? $shape['prefixItems'] : [] as $each) {
            array_push($places, ...self::below($defs, $each, "{$path}/*"));
        }

        return [] === $places ? [$path] : $places;
    }

    /** @return list<string> */
    private static function leaves(mixed $value, string $path, bool $isMap): array
    {
        if (!\is_array($value)) {
            return [$path];
        }
        $places = [];
        foreach ($value as $key => $each) {
            $step = $isMap || \is_int($key) ? '*' : $key;
            array_push($places, ...self::leaves($each, "{$path}/{$step}", !$isMap && \in_array($key, self::MAPS, true)));
        }

        return $places;
    }
}
