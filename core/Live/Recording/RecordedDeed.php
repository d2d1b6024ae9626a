<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Recording;

use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Ports;
use ZigzagPost\Core\Midi\Bytes;

/** Entries of a journal as deeds on a tape, and back. Scenes and songs are counted from 1 there. */
final class RecordedDeed
{
    /** How everything stood when the recording began. */
    public const STATE = 'state';
    /** Until when it was recorded. */
    public const END = 'end';
    private const KEPT_BACK = 'kept-back';
    private const AGAIN = 'again';
    private const OWED = 'owed';
    private const TOLD = 'told';

    private const WORDS = [
        'gone' => EntrySort::Gone,
        'panic' => EntrySort::Panic,
        'scene' => EntrySort::Scene,
        'song' => EntrySort::Song,
        'restore' => EntrySort::Restore,
        'rules' => EntrySort::Rules,
        'late' => EntrySort::Late,
    ];

    /** @param string $message bytes of the message that was kept back, or sent again */
    public static function of(Entry $entry, Ports $ports, string $message = ''): ?TapeDeed
    {
        $word = array_search($entry->sort, self::WORDS, true);
        $port = $ports->names[$entry->port] ?? '';

        return match ($entry->sort) {
            EntrySort::Gone => new TapeDeed($entry->timeUs, 'gone', trim("{$port} {$entry->text}")),
            EntrySort::Scene, EntrySort::Song => new TapeDeed($entry->timeUs, (string) $word, (string) ($entry->number + 1)),
            EntrySort::Panic, EntrySort::Late, EntrySort::Restore => new TapeDeed($entry->timeUs, (string) $word, $entry->text),
            EntrySort::KeptBack => new TapeDeed($entry->timeUs, self::KEPT_BACK, "{$port} {$entry->number} {$entry->reason?->value} ".Bytes::toHex($message)),
            EntrySort::Again => new TapeDeed($entry->timeUs, self::AGAIN, "{$port} {$entry->number} ".Bytes::toHex($message)),
            EntrySort::Owed => new TapeDeed($entry->timeUs, self::OWED, "{$port} ".Bytes::toHex($entry->text)),
            EntrySort::Told => new TapeDeed($entry->timeUs, self::TOLD, str_replace(["\n", '#'], ' ', $entry->text)),
            default => null,
        };
    }

    /**
     * What a deed did to the engine; null where it only tells something.
     *
     * @throws UnknownDeed
     */
    public static function entry(TapeDeed $deed, Ports $ports): ?Entry
    {
        if (\in_array($deed->word, [self::STATE, self::END, self::KEPT_BACK, self::AGAIN, self::OWED, self::TOLD], true)) {
            return null;
        }
        $sort = self::WORDS[$deed->word] ?? throw UnknownDeed::word($deed->word);
        if (EntrySort::Gone === $sort) {
            $port = $ports->number(explode(' ', $deed->details)[0]);

            return null === $port ? throw UnknownDeed::port($deed->details) : new Entry($sort, $deed->timeUs, $port);
        }
        if (EntrySort::Scene === $sort || EntrySort::Song === $sort) {
            return 1 === preg_match('/^[1-9]\d{0,4}$/D', $deed->details)
                ? new Entry($sort, $deed->timeUs, 0, (int) $deed->details - 1)
                : throw UnknownDeed::number($deed->word, $deed->details);
        }

        return new Entry($sort, $deed->timeUs, 0, 0, EntrySort::Rules === $sort ? implode("\n", $deed->lines)."\n" : $deed->details);
    }
}
