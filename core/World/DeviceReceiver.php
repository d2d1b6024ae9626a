<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Device;

/** A unit of the rig on the bench: a device made from its chart, with what it was last told in front. */
final class DeviceReceiver
{
    /** Parameters shown at most. */
    private const MOST = 6;
    /** Voices shown at most. */
    private const MOST_VOICES = 8;

    private readonly SimulatedDevice $device;
    private readonly LitLamps $lamps;
    /** Null where the chart does not say how many there are, or there are too many to look at. */
    private readonly ?Voices $voices;
    private readonly FeltTempo $tempo;
    /** @var list<string> titles of parameters, the one moved last first */
    private array $moved = [];
    private int $pulses = 0;
    private int $messages = 0;
    private int $unheard = 0;

    /** @param SeatedStandIn|null $standIn what it is; null for a unit of a rig */
    public function __construct(Device $box, private readonly ?SeatedStandIn $standIn = null)
    {
        $this->device = new SimulatedDevice($box);
        $this->lamps = new LitLamps($box);
        $this->tempo = new FeltTempo($box);
        $voices = $box->chart->keys->voices ?? 0;
        $this->voices = $voices < 1 || $voices > self::MOST_VOICES ? null : new Voices($voices);
    }

    /**
     * Hears at one of its parts.
     *
     * @return string|null what that did, such as "Mix 80 %"; null where it did nothing
     */
    public function hearAt(string $partId, int $timeUs, string $bytes, ?int $pulseUs): ?string
    {
        $did = null;
        $part = $this->device->box->chart->part($partId);
        if (null !== $pulseUs) {
            ++$this->pulses;
            $this->tempo->hear($timeUs, '', $pulseUs);
        } elseif (null !== $part && '' !== $bytes) {
            $heard = $this->device->hear($timeUs, $part, $bytes);
            \ord($bytes[0]) < 0xF8 && ++$this->messages;
            $isLamp = $this->lamps->hear($bytes);
            $did = $isLamp ? 'a lamp' : null;
            $isFelt = $isLamp || $this->follow($timeUs, $part, $bytes);
            $this->unheard += !$isFelt && [] === $heard && $this->device->wasMeant($part, $bytes) ? 1 : 0;
            foreach ($heard as $each) {
                $did = $this->told($each);
                if (Heard::PARAMETER === $each->what) {
                    $this->moved = \array_slice([$each->title, ...array_values(array_diff($this->moved, [$each->title]))], 0, self::MOST);
                }
            }
        }

        return $did;
    }

    /** Voices and tempo; whether it was a press for the tempo. */
    private function follow(int $timeUs, Hears $part, string $bytes): bool
    {
        if (\ord($bytes[0]) < 0xF0 && !$this->device->answers($part, (\ord($bytes[0]) & 0x0F) + 1)) {
            return false;
        }
        $this->voices?->hear($bytes);
        $this->tempo->hear($timeUs, $bytes, null);

        return $this->tempo->isTap($bytes);
    }

    private function told(Heard $heard): string
    {
        return match ($heard->what) {
            Heard::PARAMETER => "{$heard->title} ".($this->value($heard->title)['shown'] ?? $heard->value),
            Heard::PROGRAM => "program {$heard->title}",
            default => $this->device->box->chart->keys->names[$heard->value] ?? 'a note',
        };
    }

    public function standing(): UnitStanding
    {
        return new UnitStanding($this->device->program(), $this->device->values());
    }

    public function label(): string
    {
        return $this->device->box->label();
    }

    /**
     * What it shows now.
     *
     * @param MiddleC $middle what key 60 is called
     *
     * @return array<string, mixed>
     */
    public function view(MiddleC $middle): array
    {
        $chart = $this->device->box->chart;
        $program = $this->device->program();

        return [
            'label' => $this->device->box->label(),
            'sort' => $chart->sort->value,
            'standIn' => $this->standIn?->view(),
            'program' => null === $program
                    ? null
                    : [
                        'shown' => $chart->programs?->label($program) ?? '',
                        'name' => ($this->device->box->unit->programs[$program] ?? null)->name ?? ($chart->programs->names[$program] ?? ''),
                    ],
            'values' => array_values(array_filter(array_map($this->value(...), $this->moved))),
            'voices' => $this->voices?->view($middle),
            'stolen' => $this->voices?->stolen() ?? 0,
            'tempo' => $this->tempo->view(),
            'notes' => array_map(static fn (int $key): string => $chart->keys->names[$key] ?? KeyName::of($key, $middle), $this->device->sounding()),
            'lamps' => array_map(
                static fn (int|string $control, string $colour): array => ['control' => (string) $control, 'colour' => $colour],
                array_keys($this->lamps->lit),
                $this->lamps->lit,
            ),
            'pulses' => $this->pulses,
            'messages' => $this->messages,
            'elsewhere' => $this->unheard,
        ];
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'device' => $this->device->save(),
            'moved' => $this->moved,
            'pulses' => $this->pulses,
            'messages' => $this->messages,
            'unheard' => $this->unheard,
            'lit' => $this->lamps->lit,
            'voices' => $this->voices?->save(),
            'tempo' => $this->tempo->save(),
        ];
    }

    /** @param array<mixed> $saved what save() gives, or gave before there were names in it; what other devices gave is left alone */
    public function restore(array $saved): void
    {
        if (6 === \count($saved) && array_is_list($saved)) {
            $saved = array_combine(['device', 'moved', 'pulses', 'messages', 'unheard', 'lit'], $saved);
        }
        if (!isset($saved['device'])) {
            return;
        }
        /**
         * @var array{device: array<mixed>, moved: list<string>, pulses: int, messages: int, unheard: int, lit: array<string, string>,
         *     voices?: array<string, mixed>|null, tempo?: array<string, mixed>} $saved
         */
        $this->device->restore($saved['device']);
        [$this->moved, $this->pulses, $this->messages, $this->unheard] = [$saved['moved'], $saved['pulses'], $saved['messages'], $saved['unheard']];
        $this->lamps->lit = $saved['lit'];
        if (isset($saved['voices'])) {
            $this->voices?->restore($saved['voices']);
        }
        if (isset($saved['tempo'])) {
            $this->tempo->restore($saved['tempo']);
        }
    }

    /** @return array{name: string, value: int, low: int, high: int, shown: string}|null */
    private function value(string $title): ?array
    {
        $parameter = $this->device->box->parameter($title);
        $value = $this->device->values()[$title] ?? null;

        return null === $parameter || null === $value
            ? null
            : [
                'name' => $title,
                'value' => $value,
                'low' => $parameter->raw->low,
                'high' => $parameter->raw->high,
                'shown' => $parameter->wordsAt($value),
            ];
    }
}
