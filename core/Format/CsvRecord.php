<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Events of tracks as the records of the widespread CSV form of MIDI files, without track and time; and back. */
final class CsvRecord
{
    /** Text records by type of meta event. */
    private const TEXTS = [
        0x01 => 'Text_t',
        0x02 => 'Copyright_t',
        0x03 => 'Title_t',
        0x04 => 'Instrument_name_t',
        0x05 => 'Lyric_t',
        0x06 => 'Marker_t',
        0x07 => 'Cue_point_t',
    ];

    /** Channel records: status byte and, for each value after the channel, its highest. */
    private const CHANNEL = [
        'note_off_c' => [0x80, [127, 127]],
        'note_on_c' => [0x90, [127, 127]],
        'poly_aftertouch_c' => [0xA0, [127, 127]],
        'control_c' => [0xB0, [127, 127]],
        'program_c' => [0xC0, [127]],
        'channel_aftertouch_c' => [0xD0, [127]],
        'pitch_bend_c' => [0xE0, [16383]],
    ];

    private const MAJOR_OR_MINOR = ['major', 'minor'];

    public static function of(TrackEvent $event): string
    {
        return match (true) {
            TrackEvent::SYSEX === $event->status => self::list('System_exclusive', $event->data),
            TrackEvent::ESCAPE === $event->status => self::list('System_exclusive_packet', $event->data),
            $event->isMeta() => self::meta($event),
            default => self::channel($event->data),
        };
    }

    /**
     * The event of a record; null when it stands for none (the start of a track).
     *
     * @param list<string> $fields with track and time
     *
     * @throws BadFile
     */
    public static function read(array $fields, int $tick, string $file, int $line): ?TrackEvent
    {
        $type = strtolower($fields[2]);
        $number = static fn (int $index, int $highest): int => self::number($fields, $index, $highest, $file, $line);
        if (isset(self::CHANNEL[$type])) {
            return self::channelEvent($type, $tick, $number);
        }
        $text = array_search($type, array_map(strtolower(...), self::TEXTS), true);
        if (false !== $text) {
            return new TrackEvent($tick, TrackEvent::META, self::unescaped($fields[3] ?? ''), $text);
        }
        $list = static function (int $at) use ($fields, $number, $file, $line): string {
            $length = $number($at, 1 << 20);
            if (\count($fields) - $at - 1 < $length) {
                throw BadFile::atLine($file, $line, \sprintf('%d bytes are announced, but only %d stand here', $length, \count($fields) - $at - 1));
            }

            return implode('', array_map(static fn (int $i): string => \chr($number($at + 1 + $i, 255)), 0 === $length ? [] : range(0, $length - 1)));
        };
        $meta = static fn (int $kind, string $data): TrackEvent => new TrackEvent($tick, TrackEvent::META, $data, $kind);

        return match ($type) {
            'system_exclusive' => new TrackEvent($tick, TrackEvent::SYSEX, $list(3)),
            'system_exclusive_packet' => new TrackEvent($tick, TrackEvent::ESCAPE, $list(3)),
            'tempo' => $meta(TrackEvent::TEMPO, substr(pack('N', $number(3, 0xFFFFFF)), 1)),
            'sequence_number' => $meta(TrackEvent::SEQUENCE_NUMBER, pack('n', $number(3, 0xFFFF))),
            'channel_prefix' => $meta(TrackEvent::CHANNEL_PREFIX, \chr($number(3, 15))),
            'midi_port' => $meta(TrackEvent::MIDI_PORT, \chr($number(3, 255))),
            'time_signature' => $meta(
                TrackEvent::TIME_SIGNATURE,
                \chr($number(3, 255)).\chr($number(4, 255)).\chr($number(5, 255)).\chr($number(6, 255)),
            ),
            'smpte_offset' => $meta(
                TrackEvent::SMPTE_OFFSET,
                implode('', array_map(static fn (int $i): string => \chr($number($i, 255)), range(3, 7))),
            ),
            'key_signature' => $meta(TrackEvent::KEY_SIGNATURE, self::key($fields, $file, $line)),
            'sequencer_specific' => $meta(TrackEvent::SEQUENCER_SPECIFIC, $list(3)),
            'unknown_meta_event' => $meta($number(3, 127), $list(4)),
            'end_track' => $meta(TrackEvent::END_OF_TRACK, ''),
            'start_track' => null,
            default => throw BadFile::atLine($file, $line, "\"{$fields[2]}\" is not a record of this format"),
        };
    }

    /**
     * @param list<string> $fields
     *
     * @throws BadFile
     */
    public static function number(array $fields, int $index, int $highest, string $file, int $line): int
    {
        $text = $fields[$index] ?? '';
        if (1 !== preg_match('/^\d{1,15}$/D', $text) || (int) $text > $highest) {
            throw BadFile::atLine($file, $line, \sprintf('value %d should be a number from 0 to %d', $index + 1, $highest));
        }

        return (int) $text;
    }

    /** @param \Closure(int, int): int $number */
    private static function channelEvent(string $type, int $tick, \Closure $number): TrackEvent
    {
        [$status, $highest] = self::CHANNEL[$type];
        $status |= $number(3, 15);
        $bytes = \chr($status);
        foreach ($highest as $index => $limit) {
            $value = $number(4 + $index, $limit);
            $bytes .= \chr($value & 0x7F).($limit > 127 ? \chr($value >> 7) : '');
        }

        return new TrackEvent($tick, $status, $bytes);
    }

    /**
     * @param list<string> $fields
     *
     * @throws BadFile
     */
    private static function key(array $fields, string $file, int $line): string
    {
        $sharps = $fields[3] ?? '';
        $mode = array_search(strtolower($fields[4] ?? ''), self::MAJOR_OR_MINOR, true);
        if (1 !== preg_match('/^-?\d{1,3}$/D', $sharps) || abs((int) $sharps) > 127 || false === $mode) {
            throw BadFile::atLine($file, $line, 'a key signature is a number of sharps (flats below 0) and "major" or "minor"');
        }

        return \chr((int) $sharps & 0xFF).\chr($mode);
    }

    private static function channel(string $message): string
    {
        $channel = \ord($message[0]) & 0x0F;
        $first = \ord($message[1]);
        $second = \ord($message[2] ?? "\0");

        return match (\ord($message[0]) & 0xF0) {
            0x80 => "Note_off_c, {$channel}, {$first}, {$second}",
            0x90 => "Note_on_c, {$channel}, {$first}, {$second}",
            0xA0 => "Poly_aftertouch_c, {$channel}, {$first}, {$second}",
            0xB0 => "Control_c, {$channel}, {$first}, {$second}",
            0xC0 => "Program_c, {$channel}, {$first}",
            0xD0 => "Channel_aftertouch_c, {$channel}, {$first}",
            default => "Pitch_bend_c, {$channel}, ".(($second << 7) | $first),
        };
    }

    private static function meta(TrackEvent $event): string
    {
        $bytes = array_map(\ord(...), '' === $event->data ? [] : str_split($event->data));
        $isLong = static fn (int $length): bool => \count($bytes) === $length;

        return match (true) {
            isset(self::TEXTS[$event->meta]) => self::TEXTS[$event->meta].', "'.self::escaped($event->data).'"',
            TrackEvent::END_OF_TRACK === $event->meta => 'End_track',
            TrackEvent::TEMPO === $event->meta => 'Tempo, '.(($bytes[0] << 16) | ($bytes[1] << 8) | $bytes[2]),
            TrackEvent::SEQUENCE_NUMBER === $event->meta && $isLong(2) => 'Sequence_number, '.(($bytes[0] << 8) | $bytes[1]),
            TrackEvent::CHANNEL_PREFIX === $event->meta && $isLong(1) && $bytes[0] < 16 => "Channel_prefix, {$bytes[0]}",
            TrackEvent::MIDI_PORT === $event->meta && $isLong(1) => "MIDI_port, {$bytes[0]}",
            TrackEvent::TIME_SIGNATURE === $event->meta && $isLong(4) => 'Time_signature, '.implode(', ', $bytes),
            TrackEvent::SMPTE_OFFSET === $event->meta && $isLong(5) => 'SMPTE_offset, '.implode(', ', $bytes),
            TrackEvent::KEY_SIGNATURE === $event->meta && $isLong(2) && $bytes[1] < 2 => 'Key_signature, '.
                ($bytes[0] > 127 ? $bytes[0] - 256 : $bytes[0]).
                ', "'.
                self::MAJOR_OR_MINOR[$bytes[1]].
                '"',
            TrackEvent::SEQUENCER_SPECIFIC === $event->meta => self::list('Sequencer_specific', $event->data),
            default => self::list("Unknown_meta_event, {$event->meta}", $event->data),
        };
    }

    private static function list(string $type, string $data): string
    {
        return implode(', ', [$type, \strlen($data), ...array_map(\ord(...), '' === $data ? [] : str_split($data))]);
    }

    /** Quotation marks doubled; what is no printable ASCII as a backslash and three octal digits. */
    private static function escaped(string $text): string
    {
        $escaped = preg_replace_callback(
            '/[\x00-\x1F\x7F-\xFF]/',
            static fn (array $match): string => \sprintf('\\%03o', \ord($match[0])),
            str_replace('\\', '\\\\', $text),
        );

        return str_replace('"', '""', (string) $escaped);
    }

    private static function unescaped(string $text): string
    {
        return (string) preg_replace_callback(
            '/\\\\([0-7]{3}|\\\\)/',
            static fn (array $match): string => '\\' === $match[1] ? '\\' : \chr((int) octdec($match[1]) & 0xFF),
            $text,
        );
    }
}
