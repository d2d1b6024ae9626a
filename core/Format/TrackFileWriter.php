<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** Writes tracks as they are, with their names, markers, lyrics and tempo map, as a MIDI file or as CSV. */
final class TrackFileWriter
{
    /**
     * @param resource $stream
     * @param bool $oneTrack all tracks as one (type 0)
     *
     * @throws WriteFailed
     * @throws BadFile
     */
    public static function midiFile(TrackFile $song, $stream, bool $oneTrack): void
    {
        $chunks =
            $oneTrack && 1 < \count($song->tracks)
                ? [self::merged($song)]
                : array_map(static fn (Track $track): string => $track->chunk(), $song->tracks);
        Sink::put($stream, 'MThd'.pack('Nnnn', 6, $oneTrack ? 0 : 1, \count($chunks), $song->division->word));
        foreach ($chunks as $chunk) {
            Sink::put($stream, 'MTrk'.pack('N', \strlen($chunk)).$chunk);
        }
    }

    /**
     * @param resource $stream
     *
     * @throws WriteFailed
     * @throws BadFile
     */
    public static function csv(TrackFile $song, $stream): void
    {
        Sink::put($stream, \sprintf("0, 0, Header, %d, %d, %d\n", $song->type, \count($song->tracks), $song->division->word));
        foreach ($song->tracks as $index => $track) {
            $number = $index + 1;
            Sink::put($stream, "{$number}, 0, Start_track\n");
            foreach ($track->events() as $event) {
                Sink::put($stream, "{$number}, {$event->tick}, ".CsvRecord::of($event)."\n");
            }
        }
        Sink::put($stream, "0, 0, End_of_file\n");
    }

    /** @throws BadFile */
    private static function merged(TrackFile $song): string
    {
        $chunk = '';
        $last = $end = 0;
        foreach ($song->merged() as $event) {
            $end = max($end, $event->tick);
            if (!$event->isMeta() || TrackEvent::END_OF_TRACK !== $event->meta) {
                $chunk .= VariableLength::delta($event->tick - $last).$event->encoded();
                $last = $event->tick;
            }
        }

        return $chunk.VariableLength::delta($end - $last)."\xFF\x2F\x00";
    }
}
