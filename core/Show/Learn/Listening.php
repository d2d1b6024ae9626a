<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\TimedValue;

/** Bytes that came in while somebody listened, sorted by the control that sent them: parameter messages and pairs are put together. */
final class Listening
{
    /** Halves of one 14-bit value come within this time of each other. */
    private const PAIR_US = 20_000;

    /** @var array<string, Played> */
    private array $played = [];
    /** @var array<string, SelectedParameter> by port and channel */
    private array $selected = [];
    /** @var array<string, int> kinds that are no control, and how many came */
    public array $besides = [];

    /** @param list<Event> $events in the order of their times */
    public static function of(array $events): self
    {
        $listening = new self();
        $decoders = [];
        foreach ($events as $event) {
            $faults = [];
            foreach (($decoders[$event->port] ??= new Decoder())->feed($event->bytes, $faults) as $message) {
                $listening->hear($event->timeUs, $event->port, $message);
            }
        }
        $listening->pair();

        return $listening;
    }

    /** @return list<Played> in the order in which they were first heard */
    public function played(): array
    {
        return array_values($this->played);
    }

    private function hear(int $timeUs, string $port, string $bytes): void
    {
        $status = \ord($bytes[0]);
        [$one, $two] = [\ord($bytes[1] ?? "\0"), \ord($bytes[2] ?? "\0")];
        $channel = ($status & 0x0F) + 1;
        match ($status & 0xF0) {
            0x80 => $this->add($timeUs, $port, Kind::Note, $channel, $one, 0),
            0x90 => $this->add($timeUs, $port, Kind::Note, $channel, $one, $two),
            0xA0 => $this->add($timeUs, $port, Kind::PolyPressure, $channel, $one, $two),
            0xB0 => $this->controller($timeUs, $port, $channel, $one, $two),
            0xC0 => $this->add($timeUs, $port, Kind::Program, $channel, $one, $one),
            0xD0 => $this->add($timeUs, $port, Kind::Pressure, $channel, null, $one),
            0xE0 => $this->add($timeUs, $port, Kind::Bend, $channel, null, (($two << 7) | $one) - 8192),
            default => $this->system($timeUs, $port, $status),
        };
    }

    private function system(int $timeUs, string $port, int $status): void
    {
        $kind = 0xF0 === $status ? Kind::Sysex : Kind::ofSystemStatus($status);
        if (null === $kind) {
            return;
        }
        if (\in_array($kind, [Kind::Start, Kind::Stop, Kind::Continue, Kind::Song], true)) {
            $this->add($timeUs, $port, $kind, null, null, 0);
        } else {
            $this->besides[$kind->value] = ($this->besides[$kind->value] ?? 0) + 1;
        }
    }

    private function controller(int $timeUs, string $port, int $channel, int $number, int $value): void
    {
        $at = "{$port} {$channel}";
        if (\in_array($number, [98, 99, 100, 101], true)) {
            $upper = $number <= 99 ? 99 : 101;
            $this->selected[$at] = ($this->selected[$at] ?? new SelectedParameter($upper))->with($upper, $number, $value);

            return;
        }
        $selected = $this->selected[$at] ?? null;
        $parameter = $selected?->number();
        if (null !== $selected && null !== $parameter && (6 === $number || 38 === $number)) {
            $kind = 99 === $selected->upper ? Kind::Nrpn : Kind::Rpn;
            $selected = $this->selected[$at] = 6 === $number ? $selected->withData($value) : $selected;
            $played = $this->add(
                $timeUs,
                $port,
                $kind,
                $channel,
                $parameter,
                (($selected->dataMsb ?? 0) << 7) | (38 === $number ? $value : 0),
            );
            if (38 === $number) {
                $played->values = [...\array_slice($played->values, 0, -2), $played->values[\count($played->values) - 1]]; // the two halves are one value
            }

            return;
        }
        $this->add($timeUs, $port, $number >= Kind::FIRST_MODE_NUMBER ? Kind::Mode : Kind::Cc, $channel, $number, $value);
    }

    private function add(int $timeUs, string $port, Kind $kind, ?int $channel, ?int $number, int $value): Played
    {
        $played = $this->played["{$port} {$kind->value} {$channel} {$number}"] ??= new Played($port, $kind, $channel, $number);
        $played->values[] = new TimedValue($timeUs, $value);

        return $played;
    }

    /** Two controllers 32 apart are the halves of one of 14 bits where the coarse one never comes without the fine one, which may follow alone. */
    private function pair(): void
    {
        foreach ($this->played as $key => $coarse) {
            if (Kind::Cc !== $coarse->kind || null === $coarse->number || $coarse->number >= 32) {
                continue;
            }
            $fine = $this->played["{$coarse->port} cc {$coarse->channel} ".($coarse->number + 32)] ?? null;
            $pair = null === $fine ? null : $this->halves($coarse, $fine);
            if (null === $pair) {
                continue;
            }
            unset($this->played["{$coarse->port} cc {$coarse->channel} ".($coarse->number + 32)]);
            $this->played[$key] = $pair;
        }
    }

    /** Both as one, each fine half with the coarse one that stands; null where they do not belong together. */
    private function halves(Played $coarse, Played $fine): ?Played
    {
        $pair = new Played($coarse->port, Kind::Cc14, $coarse->channel, $coarse->number);
        $next = 0;
        foreach ($fine->values as $each) {
            [$timeUs, $value] = [$each->timeUs, $each->value];
            if (isset($coarse->values[$next]) && abs($coarse->values[$next]->timeUs - $timeUs) <= self::PAIR_US) {
                ++$next;
            } elseif (0 === $next || (isset($coarse->values[$next]) && $coarse->values[$next]->timeUs < $timeUs)) {
                return null;
            }
            $pair->values[] = new TimedValue($timeUs, ($coarse->values[$next - 1]->value << 7) | $value);
        }

        return $next === \count($coarse->values) ? $pair : null;
    }
}
