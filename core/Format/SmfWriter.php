<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * Writes Standard MIDI Files: type 1 with a track per port, or type 0 with everything in one (RP-001).
 *
 * System messages other than system exclusive go in as escape events (F7), pulses as cue points.
 */
final class SmfWriter implements EventWriter
{
    private readonly TickTracks $tracks;

    /**
     * @param resource $stream
     * @param list<string> $ports
     *
     * @throws WriteFailed
     */
    public function __construct(private readonly mixed $stream, array $ports = [], private readonly bool $oneTrack = false)
    {
        $this->tracks = new TickTracks($oneTrack ? ['all'] : $ports);
    }

    /** @throws WriteFailed */
    public function write(Event $event): void
    {
        $this->tracks->add(
            $this->oneTrack ? 'all' : $event->port,
            $event->timeUs,
            static fn (int $tick, int $delta): string => VariableLength::delta($delta).self::encode($event),
        );
    }

    /** @throws WriteFailed */
    public function finish(): void
    {
        $ports = $this->tracks->ports();
        Sink::put($this->stream, 'MThd'.pack('Nnnn', 6, $this->oneTrack ? 0 : 1, $this->oneTrack ? 1 : 1 + \count($ports), TickTracks::TICKS_PER_QUARTER));
        $tempo = "\x00\xFF\x51\x03".substr(pack('N', TickTracks::US_PER_QUARTER), 1);
        if (!$this->oneTrack) {
            $this->chunk($tempo, null);
        }
        foreach ($ports as $port) {
            $this->chunk($this->oneTrack ? $tempo : "\x00\xFF\x03".VariableLength::of(\strlen($port)).$port, $port);
        }
    }

    /** @throws WriteFailed */
    private function chunk(string $head, ?string $port): void
    {
        $end = "\x00\xFF\x2F\x00";
        $length = \strlen($head) + (null === $port ? 0 : $this->tracks->length($port)) + \strlen($end);
        Sink::put($this->stream, 'MTrk'.pack('N', $length).$head);
        if (null !== $port) {
            $this->tracks->copy($port, $this->stream);
        }
        Sink::put($this->stream, $end);
    }

    private static function encode(Event $event): string
    {
        if (null !== $event->pulseUs) {
            $text = Track::cueText($event->pulseUs);

            return "\xFF\x07".VariableLength::of(\strlen($text)).$text;
        }
        $status = \ord($event->bytes[0]);
        if ($status < 0xF0) {
            return $event->bytes;
        }
        if (0xF0 === $status) {
            return "\xF0".VariableLength::of(\strlen($event->bytes) - 1).substr($event->bytes, 1);
        }

        return "\xF7".VariableLength::of(\strlen($event->bytes)).$event->bytes;
    }
}
