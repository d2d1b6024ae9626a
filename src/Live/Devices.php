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
            $found[] = new FoundDevice(('' === $id ? "card{$card}" : $id).('0' === $device ? '' : "/{$device}"), $path, $title, substr_count($info, "\nOutput "));
        }
        usort($found, static fn (FoundDevice $a, FoundDevice $b): int => $a->name <=> $b->name);

        return $found;
    }

    /**
     * Where a device is now.
     *
     * @param string $name a path, or the name of a device
     *
     * @throws CannotPlay where there is no such device, or several
     */
    public static function path(string $name, string $root = ''): string
    {
        if (str_starts_with($name, '/')) {
            return $name;
        }
        $found = array_values(array_filter(self::list($root), static fn (FoundDevice $each): bool => $each->name === $name || $each->title === $name));

        return match (\count($found)) {
            0 => throw CannotPlay::because("there is no device \"{$name}\" on this computer; \"bin/zigzag live --list\" shows those there are"),
            1 => $found[0]->path,
            default => throw CannotPlay::because(
                \count($found)." devices are named \"{$name}\"; name one of ".implode(', ', array_map(static fn ($each): string => $each->name, $found)),
            ),
        };
    }
}
