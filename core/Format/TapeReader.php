<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

use ZigzagPost\Core\Midi\Bytes;

/** Reads tapes: one event a line, `MILLISECONDS PORT BYTES`, sorted by time. Reads line by line, in constant memory. */
final class TapeReader
{
    /** Longest line in bytes; a 64 KiB system exclusive message takes a fortieth of it. */
    private const MAX_LINE = 8 << 20;
    private const CHUNK = 4096;

    /**
     * The events of a tape that is at hand as text.
     *
     * @return \Generator<int, Event> keyed by line number
     *
     * @throws BadFile
     */
    public static function ofText(string $tape): \Generator
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            throw new \RuntimeException('no memory for a tape');
        }
        fwrite($stream, $tape);
        rewind($stream);
        yield from self::events($stream, 'tape');
    }

    /**
     * Reads the beginning of a tape, for who has to know what sort it is; it is handed to {@see all()} or {@see events()} then.
     *
     * @param resource $stream
     */
    public static function begin($stream): string
    {
        return (string) fgets($stream, self::CHUNK);
    }

    /**
     * What happened at ports; what people and the host did is read over.
     *
     * @param resource $stream
     * @param string $begun what {@see begin()} has read of it
     *
     * @return \Generator<int, Event> keyed by line number
     *
     * @throws BadFile
     */
    public static function events($stream, string $file, string $begun = ''): \Generator
    {
        foreach (self::all($stream, $file, $begun) as $line => $each) {
            if ($each instanceof Event) {
                yield $line => $each;
            }
        }
    }

    /**
     * Everything that stands on a tape.
     *
     * @param resource $stream
     * @param string $begun what {@see begin()} has read of it
     *
     * @return \Generator<int, Event|TapeDeed> keyed by line number
     *
     * @throws BadFile
     */
    public static function all($stream, string $file, string $begun = ''): \Generator
    {
        $previousUs = 0;
        $version = 1;
        /** @var TapeDeed|null $deed the last one, whose own lines may follow */
        $deed = null;
        $deedLine = 0;
        for ($line = 1; false !== ($text = '' === $begun ? fgets($stream, self::CHUNK) : $begun); ++$line) {
            $begun = '';
            while (!str_ends_with($text, "\n") && false !== ($more = fgets($stream, self::CHUNK))) {
                $text .= $more;
                if (\strlen($text) > self::MAX_LINE) {
                    throw BadFile::atLine($file, $line, 'this line is longer than 8 MiB; a tape has one event a line');
                }
            }
            $text = 1 === $line && str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text;
            if (1 === $line && self::isHeaderOfLive($text)) {
                $version = 2;
            }
            $isWhole = 1 === $version || str_ends_with($text, "\n");
            if (2 === $version && str_starts_with($text, '|')) {
                $deed = !$isWhole ? null : ($deed ?? throw BadFile::atLine($file, $line, 'lines that begin with | belong to a line with ! above them'))->with(
                    rtrim(substr($text, 1), "\r\n"),
                );
                continue;
            }
            if (null !== $deed) {
                yield $deedLine => $deed;
                $deed = null;
            }
            if (!$isWhole) {
                return; // half a line, as after a power cut
            }
            $comment = strpos($text, '#');
            $text = trim(false === $comment ? $text : substr($text, 0, $comment));
            if ('' === $text) {
                continue;
            }
            $event = 2 === $version ? TapeDeed::of($text) ?? self::event($text, $file, $line) : self::event($text, $file, $line);
            if ($event->timeUs < $previousUs) {
                throw BadFile::atLine(
                    $file,
                    $line,
                    \sprintf(
                        'time %s comes after %s; sort the tape by time',
                        Milliseconds::format($event->timeUs),
                        Milliseconds::format($previousUs),
                    ),
                );
            }
            $previousUs = $event->timeUs;
            if ($event instanceof TapeDeed) {
                [$deed, $deedLine] = [$event, $line];
            } else {
                yield $line => $event;
            }
        }
        if (null !== $deed) {
            yield $deedLine => $deed;
        }
    }

    /** Whether a tape whose first line this is is the recording of a live run. */
    public static function isHeaderOfLive(string $line): bool
    {
        return rtrim(str_starts_with($line, "\u{FEFF}") ? substr($line, 3) : $line) === rtrim(TapeWriter::HEADER_OF_LIVE);
    }

    /** @throws BadFile */
    private static function event(string $text, string $file, int $line): Event
    {
        // As tapes are written, in one look; anything else is read word by word.
        if (1 === preg_match('/^(\d{1,9})\.(\d{3}) ([a-z][a-z0-9_]*+) ((?:[0-9A-F]{2} )*+[0-9A-F]{2})$/D', $text, $part)) {
            return new Event(1000 * (int) $part[1] + (int) $part[2], $part[3], (string) hex2bin(str_replace(' ', '', $part[4])));
        }
        $part = preg_split('/[ \t]+/', $text, 3);
        if (false === $part || 3 !== \count($part)) {
            throw BadFile::atLine($file, $line, 'expected MILLISECONDS PORT BYTES, such as "0.000 keys 90 3C 64"');
        }
        $timeUs = Milliseconds::parse($part[0]);
        if (null === $timeUs && 1 === preg_match('/^\d{10,}(\.\d*)?$/D', $part[0])) {
            throw BadFile::atLine(
                $file,
                $line,
                \sprintf(
                    'the time %s is too late; the latest there is is %s, over eleven days',
                    self::excerpt($part[0]),
                    Milliseconds::format(Milliseconds::LATEST_US),
                ),
            );
        }
        if (null === $timeUs) {
            throw BadFile::atLine(
                $file,
                $line,
                \sprintf('"%s" is not a time; write milliseconds with up to three decimals, such as 12.500', self::excerpt($part[0])),
            );
        }
        if (1 !== preg_match('/^[a-z][a-z0-9_]*$/D', $part[1])) {
            throw BadFile::atLine($file, $line, \sprintf('"%s" is not a port name; use small letters, digits and _', self::excerpt($part[1])));
        }
        if (1 === preg_match('/^pulse[ \t]+(\S+)$/D', $part[2], $pulse)) {
            $lengthUs = Milliseconds::parse($pulse[1]);
            if (null === $lengthUs) {
                throw BadFile::atLine($file, $line, 'a pulse needs its length in milliseconds, such as "pulse 5"');
            }

            return new Event($timeUs, $part[1], '', $lengthUs);
        }
        $bytes = Bytes::fromHex($part[2]);
        if (null === $bytes) {
            throw BadFile::atLine($file, $line, \sprintf('"%s" is not a list of hexadecimal bytes such as 90 3C 64', self::excerpt($part[2])));
        }

        return new Event($timeUs, $part[1], $bytes);
    }

    private static function excerpt(string $text): string
    {
        $text = mb_scrub($text);

        return mb_strlen($text) > 40 ? mb_substr($text, 0, 40).'…' : $text;
    }
}
