<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;

/** What a player tells, in words. */
final class Wording
{
    /** @param list<string> $ports names, by number */
    public static function of(Entry $entry, array $ports): ?string
    {
        $port = $ports[$entry->port] ?? '';
        $isOut = Entry::OUT === $entry->number;

        return match ($entry->sort) {
            EntrySort::Told => $entry->text,
            EntrySort::Opened => $isOut ? "{$port} sends to {$entry->text}" : "{$port} hears {$entry->text}",
            EntrySort::Closed => "{$port}: {$entry->text} is gone".($isOut ? '' : '; what it held is let go'),
            EntrySort::Playing => 'playing',
            EntrySort::Ended => 'ended',
            EntrySort::Connected => 'other devices are connected',
            EntrySort::Armed => "{$entry->text} is armed",
            EntrySort::Disarmed => "{$entry->text} is not armed: nothing is sent to it",
            EntrySort::Muted => "{$port} is muted",
            EntrySort::Unmuted => "{$port} is heard again",
            EntrySort::Stuck => "{$port} takes nothing; what waited there is left out",
            EntrySort::LoopCut => "what leaves at {$port} comes back at {$ports[$entry->number]} again and again; that way is cut",
            EntrySort::Stalled => "the player stood still for {$entry->number} ms; ticks and delayed notes that were too late are left out",
            default => null,
        };
    }
}
