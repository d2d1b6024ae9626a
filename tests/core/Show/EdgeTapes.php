<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use ZigzagPost\Core\Format\Event;

/** Gestures at the very edges of what tells one from another. */
final class EdgeTapes
{
    private const AT_US = 1_000_000;
    private const END_US = 4_000_000;

    /** @return iterable<string, list<Event>> */
    public static function all(): iterable
    {
        yield from self::switches();
        yield from self::steps();
        yield from self::fingers();
        yield from self::streams();
        yield from self::halves();
        yield from self::parameters();
        foreach (['F0 7D 01 F7', 'F1 05', 'F2 01 02', 'F3 04', 'F6', 'F8', 'FA', 'FB', 'FC', 'FE', 'FF', 'B0 78 00', 'B0 77 05', 'A0 30 20', 'D0 20'] as $hex) {
            yield "once {$hex}" => self::events([[self::AT_US, str_replace(' ', '', $hex)]]);
            yield "twice {$hex}" => self::events([[self::AT_US, str_replace(' ', '', $hex)], [self::AT_US + 90_000, str_replace(' ', '', $hex)]]);
        }
    }

    /** @return iterable<string, list<Event>> pressed and let go, sooner and later */
    private static function switches(): iterable
    {
        foreach ([1, 149_999, 150_000, 150_001, 599_999, 600_000, 600_001] as $gap) {
            foreach (['7F 00', '00 7F', '7F 7F', '41 41', '01 01', '01 7F', '7E 00', '40 41'] as $values) {
                [$one, $other] = explode(' ', $values);
                yield "{$values} {$gap} us apart" => self::events([[self::AT_US, "B050{$one}"], [self::AT_US + $gap, "B050{$other}"]]);
                yield "{$values} {$gap} us apart, and once more" => self::events([
                    [self::AT_US, "B050{$one}"],
                    [self::AT_US + $gap, "B050{$other}"],
                    [self::AT_US + 2 * $gap, "B050{$one}"],
                ]);
            }
        }
    }

    /** @return iterable<string, list<Event>> values that are steps, or next to it */
    private static function steps(): iterable
    {
        foreach ([0, 1, 2, 15, 16, 17, 47, 48, 49, 62, 63, 64, 65, 66, 79, 80, 81, 111, 112, 113, 126, 127] as $value) {
            foreach ([[$value], [$value, 1, 2], [$value, 127, 126], [$value, 63, 62], [$value, 65, 66, 67], [$value, $value, $value]] as $values) {
                yield 'values '.implode(' ', $values) => self::events(
                    array_map(
                        static fn (int $place, int $each): array => [self::AT_US + 200_000 * $place, \sprintf('B010%02X', $each)],
                        array_keys($values),
                        $values,
                    ),
                );
            }
        }
        yield 'increment' => self::events([[self::AT_US, 'B06000']]);
        yield 'decrement' => self::events([[self::AT_US, 'B06100'], [self::AT_US + 9_000, 'B06100']]);
        yield 'neither' => self::events([[self::AT_US, 'B05F00'], [self::AT_US + 9_000, 'B06200']]);
    }

    /** @return iterable<string, list<Event>> what belongs to a note, or just not */
    private static function fingers(): iterable
    {
        foreach ([-5_001, -5_000, -4_999, 4_999, 5_000, 5_001] as $gap) {
            $note = [[self::AT_US, '913C50'], [self::AT_US + 300_000, '813C40']];
            $bend = [self::AT_US + $gap, 'E10040'];
            yield "bent {$gap} us from the note" => self::events([...$note, $bend]);
            yield "pressed {$gap} us from the note" => self::events([...$note, [self::AT_US + $gap, 'D120']]);
            yield "pressed {$gap} us from its end" => self::events([...$note, [self::AT_US + 300_000 + $gap, 'D120']]);
            yield "timbre {$gap} us from its end" => self::events([...$note, [self::AT_US, 'E10040'], [self::AT_US + 300_000 + $gap, 'B14A20']]);
            yield "bent and timbre, {$gap} us" => self::events([...$note, $bend, [self::AT_US + 20_000, 'B14A20'], [self::AT_US + 30_000, 'B14B20']]);
            yield "its key pressed, {$gap} us" => self::events([...$note, [self::AT_US + $gap, 'A13C20'], [self::AT_US + 10_000, 'A13D20']]);
            yield "bent on another channel, {$gap} us" => self::events([...$note, [self::AT_US + $gap, 'E20040'], [self::AT_US + 20_000, 'B24A20']]);
        }
    }

    /** @return iterable<string, list<Event>> what comes all the time, or nearly */
    private static function streams(): iterable
    {
        foreach ([399_999, 400_000, 400_001] as $first) {
            foreach ([2_999_999, 3_000_000, 3_000_001, 3_699_999, 3_700_001] as $last) {
                foreach ([3, 4, 5] as $count) {
                    $events = [];
                    for ($place = 0; $place < $count; ++$place) {
                        $events[] = [$first + intdiv(($last - $first) * $place, $count - 1), \sprintf('B010%02X', 20 + 3 * $place)];
                    }
                    yield "{$count} values from {$first} to {$last}" => self::events($events);
                }
            }
        }
        foreach ([29_999, 30_000, 30_001, 300_000] as $gap) {
            foreach ([1.0, 1.09, 1.1, 1.12] as $late) {
                $events = [];
                for ($at = 700_000, $place = 0; $at < self::END_US; ++$place) {
                    $events[] = [$at, 'B01040'];
                    $at += 1 === $place ? (int) ($gap * $late) : $gap;
                }
                yield "the same every {$gap} us, once {$late} of it" => self::events($events);
            }
        }
        foreach ([1_999_999, 2_000_000, 2_000_001] as $length) {
            $half = intdiv($length, 2);
            yield "the same for {$length} us" => self::events([[500_000, 'B01040'], [500_000 + $half, 'B01040'], [500_000 + $length, 'B01040']]);
            yield "another for {$length} us" => self::events([[500_000, 'B01040'], [500_000 + $half, 'B01041'], [500_000 + $length, 'B01040']]);
            yield "a key for {$length} us" => self::events([[500_000, '903C40'], [500_000 + $half, '903C40'], [500_000 + $length, '903C40']]);
        }
    }

    /** @return iterable<string, list<Event>> coarse and fine halves that belong together, or not */
    private static function halves(): iterable
    {
        foreach ([0, 19_999, 20_000, 20_001] as $gap) {
            foreach (['B00C' => 'B02C', 'B000' => 'B020', 'B01F' => 'B03F', 'B020' => 'B040', 'B10C' => 'B02C'] as $coarse => $fine) {
                $two = [[self::AT_US, "{$coarse}10"], [self::AT_US + $gap, "{$fine}01"]];
                $more = [[self::AT_US + 90_000, "{$coarse}11"], [self::AT_US + 90_000 + $gap, "{$fine}02"]];
                yield "{$coarse} and {$fine} {$gap} us apart" => self::events([...$two, ...$more]);
                $both = "{$coarse} and {$fine} {$gap} us apart";
                yield "{$both}, the fine one once more" => self::events([...$two, [self::AT_US + 50_000, "{$fine}05"], ...$more]);
                yield "{$both}, the coarse one once more" => self::events([...$two, ...$more, [self::AT_US + 150_000, "{$coarse}12"]]);
                yield "{$fine} before {$coarse}, {$gap} us" => self::events([[self::AT_US - $gap, "{$fine}01"], ...$two]);
            }
        }
    }

    /** @return iterable<string, list<Event>> parameter numbers with what follows them */
    private static function parameters(): iterable
    {
        $selections = [
            'B06303B06209' => 'nrpn',
            'B06503B06409' => 'rpn',
            'B06303' => 'a half of nrpn',
            'B0657FB0647F' => 'none',
            'B06303B06409' => 'mixed',
        ];
        foreach ($selections as $select => $title) {
            foreach (['B00610', 'B02611', 'B00610B02611', 'B00610B02611B00612', 'B06001', 'B02611B00610', 'B10610'] as $data) {
                yield "{$title} {$data}" => self::events([[self::AT_US, $select], [self::AT_US + 1_000, $data]]);
                yield "{$title} {$data} twice" => self::events([[self::AT_US, $select], [self::AT_US + 1_000, $data], [self::AT_US + 200_000, $data]]);
            }
        }
    }

    /**
     * @param list<array{int, string}> $messages microseconds and bytes
     *
     * @return list<Event>
     */
    private static function events(array $messages): array
    {
        return array_map(static fn (array $each): Event => new Event($each[0], 'board', (string) hex2bin($each[1])), $messages);
    }
}
