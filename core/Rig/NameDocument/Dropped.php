<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\NameDocument;

/** What of a chart is not there any more once it has gone out as a name document and come in again: found by comparing, so that nothing is forgotten. */
final class Dropped
{
    private const PARTS = [
        'sort' => 'what it is',
        'firmwareMin' => 'the smallest firmware',
        'hazards' => 'hazards',
        'settings' => 'settings',
        'plugs' => 'plugs',
        'routes' => 'passing on',
        'sends' => 'what it sends',
        'hears' => 'where it hears',
        'automatic' => 'automatic messages',
        'surface' => 'the control surface',
        'clock' => 'the clock',
        'procedures' => 'procedures',
        'readyMade' => 'ready-made rules',
        'programs' => 'programs',
        'keys' => 'keys',
    ];
    private const OF_PARAMETERS = [
        'reach' => 'whether hands alone reach',
        'raw' => 'the range',
        'family' => 'the group',
        'part' => 'the part that hears',
        'message' => 'the channel of the message',
        'assign' => 'how the number is assigned',
        'behaviour' => 'the behaviour',
        'centre' => 'the centre',
        'named' => 'from where to where a name counts',
        'shown' => 'what is shown',
        'between' => 'what is shown in between',
        'unit' => 'the unit',
        'rest' => 'the resting value',
        'stored' => 'whether programs store it',
        'dependsOn' => 'what it depends on',
        'note' => 'the remark',
    ];
    private const OF_PROGRAMS = [
        'bankSend' => 'when the bank is sent',
        'repeatCuts' => 'whether repeating a program cuts the sound',
        'mapOnBox' => 'whether the box has a map of its own',
        'specials' => 'special programs',
        'bypass' => 'whether bypass is in the program',
        'names' => 'names of programs',
        'count' => 'programs that no message calls',
    ];
    private const OF_KEYS = [
        'low' => 'the lowest key',
        'high' => 'the highest key',
        'key60' => 'what key 60 is called',
        'names' => 'names of keys',
        'ignoresRelease' => 'whether the release is ignored',
        'voices' => 'voices',
    ];

    /**
     * @param array<mixed> $was JSON of the chart
     * @param array<mixed> $is JSON of what came back; empty where nothing did
     *
     * @return list<string>
     */
    public static function of(array $was, array $is): array
    {
        $dropped = [];
        foreach (array_diff_key($was, ['schema' => 0, 'name' => 0, 'parameters' => 0]) as $part => $value) {
            $there = $is[$part] ?? null;
            $words = self::PARTS[$part] ?? (string) $part;
            $fields = match ($part) {
                'programs' => self::OF_PROGRAMS,
                'keys' => self::OF_KEYS,
                default => null,
            };
            if (null !== $fields && null !== $there) {
                array_push($dropped, ...self::fields(self::all($value), self::all($there), $fields));
            } elseif ([] !== $value && ($there != $value || \in_array($part, ['settings', 'plugs', 'hears'], true))) {
                // what every device is given stands for nothing of this one
                $dropped[] = $words;
            }
        }

        return [...$dropped, ...self::ofParameters(self::all($was['parameters'] ?? []), self::all($is['parameters'] ?? []))];
    }

    /**
     * @param array<mixed> $was
     * @param array<mixed> $is
     * @param array<string, string> $words
     *
     * @return list<string>
     */
    private static function fields(array $was, array $is, array $words): array
    {
        $isThere = static fn (int|string $field): bool => 'names' === $field
            ? self::all($was[$field]) == array_intersect_key(self::all($is[$field] ?? []), self::all($was[$field]))
            : \array_key_exists($field, $is) && $is[$field] == $was[$field];

        return array_values(
            array_filter($words, static fn (int|string $field): bool => isset($was[$field]) && !$isThere($field), \ARRAY_FILTER_USE_KEY),
        );
    }

    /**
     * @param array<mixed> $was
     * @param array<mixed> $is
     *
     * @return list<string>
     */
    private static function ofParameters(array $was, array $is): array
    {
        $there = [];
        foreach ($is as $each) {
            $parameter = self::all($each);
            $there[mb_strtolower(\is_string($parameter['name'] ?? null) ? $parameter['name'] : '')] = $parameter;
        }
        $dropped = $fields = [];
        foreach ($was as $each) {
            $parameter = self::all($each);
            $name = \is_string($parameter['name'] ?? null) ? $parameter['name'] : '';
            $again = $there[mb_strtolower($name)] ?? null;
            if (null === $again) {
                $dropped[] = "parameter \"{$name}\"";
                continue;
            }
            foreach (self::fields($parameter, $again, self::OF_PARAMETERS) as $words) {
                $fields[$words] = ($fields[$words] ?? 0) + 1;
            }
        }

        return [
            ...$dropped,
            ...array_map(
                static fn (int|string $words, int $count): string => (1 === $count ? 'of a parameter' : "of {$count} parameters").": {$words}",
                array_keys($fields),
                $fields,
            ),
        ];
    }

    /** @return array<mixed> */
    private static function all(mixed $value): array
    {
        return \is_object($value) ? get_object_vars($value) : (\is_array($value) ? $value : []);
    }
}
