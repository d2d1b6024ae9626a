<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Setup\Device;

/** A unit of the rig on the bench: a device made from its chart, with what it was last told in front. */
final class DeviceReceiver implements Receiver
{
    /** Parameters shown at most. */
    private const MOST = 6;

    private readonly SimulatedDevice $device;
    private readonly LitLamps $lamps;
    /** @var list<string> titles of parameters, the one moved last first */
    private array $moved = [];
    private int $pulses = 0;
    private int $messages = 0;
    private int $unheard = 0;

    public function __construct(Device $box)
    {
        $this->device = new SimulatedDevice($box);
        $this->lamps = new LitLamps($box);
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
        } elseif (null !== $part && '' !== $bytes) {
            $heard = $this->device->hear($timeUs, $part, $bytes);
            \ord($bytes[0]) < 0xF8 && ++$this->messages;
            $isLamp = $this->lamps->hear($bytes);
            $did = $isLamp ? 'a lamp' : null;
            $this->unheard += !$isLamp && [] === $heard && $this->device->wasMeant($part, $bytes) ? 1 : 0;
            foreach ($heard as $each) {
                $did = $this->told($each);
                if (Heard::PARAMETER === $each->what) {
                    $this->moved = \array_slice([$each->title, ...array_values(array_diff($this->moved, [$each->title]))], 0, self::MOST);
                }
            }
        }

        return $did;
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

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        foreach ($this->device->box->chart->hears ?? [] as $part) {
            $this->hearAt($part->id, $timeUs, $bytes, $pulseUs);
        }
    }

    public function view(MiddleC $middle): array
    {
        $chart = $this->device->box->chart;
        $program = $this->device->program();

        return [
            'face' => 'device',
            'channel' => 0,
            'label' => $this->device->box->label(),
            'sort' => $chart->sort->value,
            'program' => null === $program
                    ? null
                    : [
                        'shown' => $chart->programs?->label($program) ?? '',
                        'name' => ($this->device->box->unit->programs[$program] ?? null)->name ?? ($chart->programs->names[$program] ?? ''),
                    ],
            'values' => array_values(array_filter(array_map($this->value(...), $this->moved))),
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

    public function save(): array
    {
        return [$this->device->save(), $this->moved, $this->pulses, $this->messages, $this->unheard, $this->lamps->lit];
    }

    public function restore(array $saved): void
    {
        /** @var array{array<mixed>, list<string>, int, int, int, array<string, string>} $saved */
        [$device, $this->moved, $this->pulses, $this->messages, $this->unheard, $this->lamps->lit] = $saved;
        $this->device->restore($device);
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
                'low' => $parameter->raw[0],
                'high' => $parameter->raw[1],
                'shown' => self::shown($parameter, $value),
            ];
    }

    /** What the device shows for a raw value: a name, or a number of its table with its unit. */
    private static function shown(Parameter $parameter, int $value): string
    {
        foreach ($parameter->named ?? [] as $named) {
            if ($value >= $named->from && $value <= $named->to) {
                return $named->name;
            }
        }
        $number = $parameter->shownAt($value);

        return null === $number ? (string) $value : trim(round($number, 1)." {$parameter->unit}");
    }
}
