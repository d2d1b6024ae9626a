<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Live\Journal\DamagedJournal;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Journal\KeptBackFor;
use ZigzagPost\Tests\Core\Cases;

/** The journal as bytes: it is read as it was written, wherever it was cut off, and no bytes whatever make anything fall over. */
final class EntryTest extends TestCase
{
    private const OF_PORTS = ['Came', 'Gone', 'Owed', 'Begun', 'Sent', 'Again', 'KeptBack', 'Opened', 'Closed', 'Muted', 'Unmuted', 'Stuck', 'LoopCut'];
    private const NUMBERED = ['Begun', 'Sent', 'Again', 'KeptBack', 'Scene', 'Song', 'Opened', 'Closed', 'LoopCut', 'Stalled'];

    public function testWhatIsWrittenIsReadUpToTheLastWholeEntry(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(4));
        $entries = [];
        $bytes = '';
        for ($i = 0; $i < 500; ++$i) {
            $sort = EntrySort::cases()[$random->getInt(0, \count(EntrySort::cases()) - 1)];
            $isOfPort = \in_array($sort->name, self::OF_PORTS, true);
            $isNumbered = \in_array($sort->name, self::NUMBERED, true);
            $isText = !$isNumbered || EntrySort::Opened === $sort || EntrySort::Closed === $sort;
            $entries[] = $entry = new Entry(
                $sort,
                $random->getInt(0, 1 << 50),
                $isOfPort ? $random->getInt(0, 255) : 0,
                $isNumbered ? $random->getInt(0, 0xFFFFFFFF) : 0,
                $isText ? $random->getBytes($random->getInt(1, 60)) : '',
                EntrySort::KeptBack === $sort ? KeptBackFor::cases()[$random->getInt(0, 5)] : null,
            );
            $bytes .= $entry->bytes();
        }
        $at = 0;
        self::assertEquals($entries, iterator_to_array(Entry::read($bytes, $at), false));
        self::assertSame(\strlen($bytes), $at);
        for ($cut = 0; $cut < 400; ++$cut) {
            $at = 0;
            $read = iterator_to_array(Entry::read(substr($bytes, 0, $cut), $at), false);
            self::assertEquals(\array_slice($entries, 0, \count($read)), $read);
            self::assertLessThanOrEqual($cut, $at);
        }
    }

    public function testRandomBytesAreAJournalOrDamaged(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        $damaged = 0;
        for ($i = 0; $i < max(2_000, Cases::number(2_000)); ++$i) {
            $bytes = $random->getBytes($random->getInt(1, 60));
            $bytes = 0 === $i % 2 ? pack('V', $random->getInt(9, 40)).$bytes : $bytes;
            try {
                $at = 0;
                foreach (Entry::read($bytes, $at) as $entry) {
                    $again = 0;
                    self::assertEquals([$entry], iterator_to_array(Entry::read($entry->bytes(), $again), false));
                }
            } catch (DamagedJournal) {
                ++$damaged;
            }
        }
        self::assertGreaterThan(100, $damaged);
    }
}
