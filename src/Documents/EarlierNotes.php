<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\Json;

/** Until November 2026 log and ticks of a rig were kept in one text beside it, ticks by "unit what setting". */
final class EarlierNotes
{
    /** A whole rig of an earlier library. */
    public static function join(string $text, string $notes): string
    {
        [$rig, $kept] = [json_decode($text), json_decode($notes)];
        if (!$rig instanceof \stdClass || !$kept instanceof \stdClass) {
            return $text;
        }
        foreach (['done', 'log'] as $field) {
            unset($rig->{$field});
            if (isset($kept->{$field})) {
                $rig->{$field} = $kept->{$field};
            }
        }
        Ticks::put($rig, self::ticks($rig, (array) ($kept->ticks ?? [])));

        return Json::encode($rig);
    }

    /** @param array<mixed> $ticks by unit, what and setting, with a space between them */
    private static function ticks(\stdClass $rig, array $ticks): \stdClass
    {
        $units = new \stdClass();
        foreach (\is_array($rig->units ?? null) ? $rig->units : [] as $unit) {
            $name = $unit instanceof \stdClass && \is_string($unit->name ?? null) ? $unit->name : '';
            $units->{$name} = (object) ['settings' => self::under($ticks, "{$name} settings "), 'assigned' => self::under($ticks, "{$name} assigned ")];
        }

        return (object) ['units' => $units];
    }

    /** @param array<mixed> $ticks */
    private static function under(array $ticks, string $begins): \stdClass
    {
        $found = new \stdClass();
        foreach ($ticks as $where => $tick) {
            if (str_starts_with((string) $where, $begins)) {
                $found->{substr((string) $where, \strlen($begins))} = $tick;
            }
        }

        return $found;
    }
}
