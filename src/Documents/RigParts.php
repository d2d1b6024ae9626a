<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\Json;

/** A rig as one file holds it, taken apart and put together again; whatever is no rig stays as it is. */
final class RigParts
{
    public static function split(string $whole): TakenApart
    {
        $rig = self::decode($whole);
        if (null === $rig) {
            return new TakenApart($whole, []);
        }
        $parts = [];
        $isTaken = false;
        foreach (RigPart::cases() as $part) {
            $holds = RigPart::Ticks === $part ? Ticks::take($rig) : new \stdClass();
            foreach ($part->fields() as $field) {
                $isTaken = $isTaken || isset($rig->{$field});
                if (isset($rig->{$field}) && [] !== (array) $rig->{$field}) {
                    $holds->{$field} = $rig->{$field};
                }
                unset($rig->{$field});
            }
            if ([] !== (array) $holds) {
                $parts[$part->value] = Json::encode($holds);
            }
        }

        return new TakenApart($isTaken || [] !== $parts ? Json::encode($rig) : $whole, $parts);
    }

    /** @param array<string, string> $parts texts by {@see RigPart} */
    public static function join(string $rig, array $parts): string
    {
        $whole = [] === $parts ? null : self::decode($rig);
        if (null === $whole) {
            return $rig;
        }
        foreach (RigPart::cases() as $part) {
            $holds = self::decode($parts[$part->value] ?? '');
            foreach (null === $holds ? [] : $part->fields() as $field) {
                if (isset($holds->{$field})) {
                    $whole->{$field} = $holds->{$field};
                }
            }
            if (RigPart::Ticks === $part && null !== $holds) {
                Ticks::put($whole, $holds);
            }
        }

        return Json::encode($whole);
    }

    /** Whether two texts mean the same, whatever the order of their fields, and 96 as 96.0. */
    public static function areSame(string $one, string $other): bool
    {
        return $one === $other || Meaning::of(self::edited($one)) === Meaning::of(self::edited($other));
    }

    /**
     * What a rig plays: its show, and its units, leads and charts without ticks. Two that mean the same are told the same.
     *
     * @return array{show: string, rig: string}
     */
    public static function played(string $text): array
    {
        $rig = self::edited($text);
        $rig = $rig instanceof \stdClass ? $rig : new \stdClass();

        return [
            'show' => Meaning::of($rig->show ?? []),
            'rig' => Meaning::of(array_intersect_key((array) $rig, ['units' => 0, 'leads' => 0, 'charts' => 0, 'wants' => 0])),
        ];
    }

    /** What a person edits of a rig: without ticks, and without settings that only say what the factory has set. */
    private static function edited(string $text): mixed
    {
        $rig = self::decode($text);
        if (null === $rig) {
            return $text;
        }
        foreach (RigPart::cases() as $part) {
            foreach ($part->fields() as $field) {
                unset($rig->{$field});
            }
        }
        Ticks::clear($rig);

        return $rig;
    }

    private static function decode(string $text): ?\stdClass
    {
        $json = json_decode($text);

        return $json instanceof \stdClass ? $json : null;
    }
}
