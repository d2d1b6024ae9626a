<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** The tempo that a device takes from what it hears: clock messages, presses, or pulses, as its chart says. */
final class FeltTempo
{
    private const LONGEST_US = 3_000_000;

    private ?float $beatUs = null;
    private string $source = '';
    /** @var array<string, int> when each source was last heard */
    private array $last = [];
    /** @var list<int> between clocks, of one beat at most */
    private array $intervals = [];

    public function __construct(private readonly Device $device)
    {
    }

    /** @param string $bytes a whole message on a channel that the device answers on; empty for a pulse */
    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        $clock = $this->device->chart->clock;
        if (null !== $pulseUs) {
            $this->feel('pulses', $timeUs, $clock->pulse->perBeat ?? 1.0);
        } elseif (\chr((int) Kind::Clock->systemStatus()) === $bytes) {
            if (true === $this->device->isOn($clock->obeys ?? null)) {
                $this->clock($timeUs);
            }
        } elseif ($this->isTap($bytes) && \ord($bytes[2] ?? "\0") >= 64) {
            $this->feel('presses', $timeUs, 1.0);
        }
    }

    /** Whether a message is of the control that it takes its tempo from, pressed or let go. */
    public function isTap(string $bytes): bool
    {
        $message = $this->device->chart->clock?->taps?->message;

        return KindName::Cc === $message?->kind
            && 0xB0 === (\ord($bytes[0] ?? "\0") & 0xF0)
            && \ord($bytes[1] ?? "\0") === $message->number;
    }

    /** @return array{bpm: float, source: string}|null beats a minute, from 1 to 1000 */
    public function view(): ?array
    {
        return null === $this->beatUs ? null : ['bpm' => round(60_000_000 / $this->beatUs, 1), 'source' => $this->source];
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return ['beatUs' => $this->beatUs, 'source' => $this->source, 'last' => $this->last, 'intervals' => $this->intervals];
    }

    /** @param array<string, mixed> $saved what save() gave */
    public function restore(array $saved): void
    {
        /** @var array{beatUs: float|null, source: string, last: array<string, int>, intervals: list<int>} $saved */
        [$this->beatUs, $this->source, $this->last, $this->intervals] = [$saved['beatUs'], $saved['source'], $saved['last'], $saved['intervals']];
    }

    private function clock(int $timeUs): void
    {
        $before = $this->last['clock'] ?? null;
        $this->last['clock'] = $timeUs;
        if (null === $before || $timeUs <= $before || $timeUs - $before >= self::LONGEST_US) {
            $this->intervals = [];

            return;
        }
        $this->intervals = \array_slice([...$this->intervals, $timeUs - $before], -Tempo::CLOCKS_A_BEAT);
        $this->beatUs = (Tempo::CLOCKS_A_BEAT * array_sum($this->intervals)) / \count($this->intervals);
        $this->source = 'clock';
    }

    /** @param float $perBeat how often in a beat it comes */
    private function feel(string $source, int $timeUs, float $perBeat): void
    {
        $before = $this->last[$source] ?? null;
        $this->last[$source] = $timeUs;
        if (null !== $before && $timeUs > $before && $timeUs - $before < self::LONGEST_US) {
            [$this->beatUs, $this->source] = [($timeUs - $before) * $perBeat, $source];
        }
    }
}
