<?php

declare(strict_types=1);

namespace App\Live;

/** Raw MIDI devices of this computer, by the names that the system gives them: they stay as they are however things are plugged in. */
final class Devices
{
    private const CARDS = '/proc/asound';
    private const FOLDER = '/dev/snd';

    /** @return list<FoundDevice> by name */
    public static function list(string $root = ''): array
    {
        $found = [];
        foreach (glob($root.self::FOLDER.'/midiC*D*') ?: [] as $path) {
            if (1 !== preg_match('/midiC(\d+)D(\d+)$/D', $path, $part)) {
                continue;
            }
            [, $card, $device] = $part;
            $id = trim((string) @file_get_contents("{$root}".self::CARDS."/card{$card}/id"));
            $info = (string) @file_get_contents("{$root}".self::CARDS."/card{$card}/midi{$device}");
            $title = trim(explode("\n", $info, 2)[0]);
            $name = ('' === $id ? "card{$card}" : $id).('0' === $device ? '' : "/{$device}");
            $plugs = max(substr_count($info, "\nOutput "), substr_count($info, "\nInput "));
            foreach ($plugs > 1 ? range(1, $plugs) : [null] as $plug) {
                $found[] = new FoundDevice(null === $plug ? $name : "{$name}:{$plug}", $path, null === $plug ? $title : "{$title}, plug {$plug}", $plug);
            }
        }
        usort($found, static fn (FoundDevice $a, FoundDevice $b): int => $a->name <=> $b->name);

        return $found;
    }

    /**
     * The device of a name, as it is now.
     *
     * @param string $name a path, or the name of a device
     *
     * @throws CannotPlay where there is no such device, or several
     */
    public static function find(string $name, string $root = ''): FoundDevice
    {
        if (str_starts_with($name, '/')) {
            return new FoundDevice($name, $name, $name, null);
        }
        $all = self::list($root);
        $found = array_values(array_filter($all, static fn (FoundDevice $each): bool => $each->name === $name));
        $found = [] === $found ? array_values(array_filter($all, static fn (FoundDevice $each): bool => $each->title === $name)) : $found;

        return match (\count($found)) {
            0 => throw CannotPlay::because("there is no device \"{$name}\" on this computer; \"bin/zigzag live --list\" shows those there are"),
            1 => $found[0],
            default => throw CannotPlay::because(
                \count($found)." devices are named \"{$name}\"; name one of ".implode(', ', array_map(static fn ($each): string => $each->name, $found)),
            ),
        };
    }
}
