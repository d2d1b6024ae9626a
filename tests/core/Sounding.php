<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\Assert;

/** Law 1 as a check of what was sent: every note-off is for what sounds, and at the end nothing does. */
final class Sounding
{
    /** @param string $tape what was sent, as a tape */
    public static function assertNothingHangs(string $tape, string $rules): void
    {
        $sounding = [];
        foreach (Play::events($tape) as $event) {
            $status = \ord($event->bytes[0]) & 0xF0;
            $note = $event->port.bin2hex(\chr(\ord($event->bytes[0]) & 0x0F).($event->bytes[1] ?? ''));
            if (0x90 === $status && "\0" !== $event->bytes[2]) {
                $sounding[$note] = true;
            } elseif (0x80 === $status || 0x90 === $status) {
                Assert::assertArrayHasKey($note, $sounding, "a note-off is sent for what sounds only, with\n{$rules}");
                unset($sounding[$note]);
            }
        }
        Assert::assertSame([], $sounding, "hanging with\n{$rules}");
    }
}
