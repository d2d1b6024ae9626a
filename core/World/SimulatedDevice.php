<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Setup\Device;

/**
 * A device made from its chart and its unit: it acts on what it hears at a part, on that part's channels, through its filters, with
 * the deaf time after a program change, and knows where its parameters stand.
 */
final class SimulatedDevice
{
    /** @var array<string, int> raw values by title, as far as they are known */
    private array $values = [];
    private ?int $program = null;
    /** @var array<int, true> keys that sound */
    private array $sounding = [];
    /** @var array<int, int> data entered for the parameter number that is selected, by channel */
    private array $data = [];
    /** @var array<int, string> whether an NRPN or an RPN was selected last, by channel; none while none is */
    private array $selected = [];
    /** @var array<int, array<int, int>> last value of each controller, by channel */
    private array $controllers = [];
    private int $deafUntilUs = 0;

    public function __construct(public readonly Device $box)
    {
        foreach ($box->chart->parameters ?? [] as $parameter) {
            if (null !== $parameter->rest) {
                $this->values[$parameter->name] = $parameter->rest;
            }
        }
    }

    /** @return array<string, int> */
    public function values(): array
    {
        return $this->values;
    }

    /** The place of the program that it plays, if that is known. */
    public function program(): ?int
    {
        return $this->program;
    }

    /** @return list<int> keys that sound */
    public function sounding(): array
    {
        return array_keys($this->sounding);
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'values' => $this->values,
            'program' => $this->program,
            'sounding' => $this->sounding,
            'data' => $this->data,
            'controllers' => $this->controllers,
            'deafUntilUs' => $this->deafUntilUs,
            'selected' => $this->selected,
        ];
    }

    /** @param array<mixed> $saved what save() gives, or gave before there were names in it */
    public function restore(array $saved): void
    {
        $names = ['values', 'program', 'sounding', 'data', 'controllers', 'deafUntilUs', 'selected'];
        /**
         * @var array{values: array<string, int>, program: int|null, sounding: array<int, true>, data: array<int, int|list<int>>,
         *     controllers: array<int, array<int, int>>, deafUntilUs: int, selected?: array<int, string>} $saved
         */
        $saved = array_is_list($saved) ? array_combine(\array_slice($names, 0, \count($saved)), $saved) : $saved;
        [$this->values, $this->program, $this->sounding] = [$saved['values'], $saved['program'], $saved['sounding']];
        [$this->controllers, $this->deafUntilUs] = [$saved['controllers'], $saved['deafUntilUs']];
        // It was kept as halves.
        $this->data = array_map(static fn (int|array $data): int => \is_int($data) ? $data : (($data[0] ?? 0) << 7) | ($data[1] ?? 0), $saved['data']);
        $this->selected = $saved['selected'] ?? array_fill_keys(array_keys($this->data), KindName::Nrpn->value); // kept before RPN were told apart
    }

    /** @return list<Heard> */
    public function hear(int $timeUs, Hears $part, string $bytes): array
    {
        $status = \ord($bytes[0] ?? "\0");
        if ($timeUs < $this->deafUntilUs || $status < 0x80) {
            return [];
        }
        if ($status >= 0xF0) {
            return $this->system($part, $bytes);
        }
        $channel = ($status & 0x0F) + 1;
        if (!$this->answers($part, $channel)) {
            return [];
        }
        [$first, $second] = [\ord($bytes[1] ?? "\0"), \ord($bytes[2] ?? "\0")];

        return match ($status & 0xF0) {
            0x80 => $this->note($part, $channel, $first, 0),
            0x90 => $this->note($part, $channel, $first, $second),
            0xA0 => $this->move($part, KindName::PolyPressure, $channel, $first, $second),
            0xB0 => $this->controller($part, $channel, $first, $second),
            0xC0 => $this->recall($timeUs, $part, $channel, $first),
            0xD0 => $this->move($part, KindName::Pressure, $channel, null, $first),
            default => $this->move($part, KindName::Bend, $channel, null, (($second << 7) | $first) - 8192),
        };
    }

    /**
     * Whether a message that did nothing is worth a word: it was on a channel of this part, and no key let go,
     * no bank and no select of a parameter, which do nothing by themselves.
     */
    public function wasMeant(Hears $part, string $bytes): bool
    {
        $status = \ord($bytes[0] ?? "\0");
        $isLetGo = 0x80 === ($status & 0xF0) || (0x90 === ($status & 0xF0) && 0 === \ord($bytes[2] ?? "\0"));
        $isHalf = 0xB0 === ($status & 0xF0) && \in_array(\ord($bytes[1] ?? "\0"), [0, 6, 32, 38, 98, 99, 100, 101], true);

        return $status >= 0x80 && $status < 0xF0 && !$isLetGo && !$isHalf && $this->answers($part, ($status & 0x0F) + 1);
    }

    /** Whether a part hears a kind at all; what is not known is taken for yes. */
    private function hears(Hears $part, KindName $kind): bool
    {
        return false !== $this->box->understands($part, $kind);
    }

    /** @param int $channel 1 to 16 */
    public function answers(Hears $part, int $channel): bool
    {
        if (null !== $part->zone) {
            $members = $this->box->members($part) ?? 15;

            return 'lower' === $part->zone->side->value ? $channel <= $members + 1 : $channel >= 16 - $members;
        }
        $own = $this->box->channel($part->channel);

        return ChannelType::OMNI === $own || (\is_int($own) && $channel >= $own && $channel < $own + $this->box->width($part));
    }

    /** @return list<Heard> */
    private function note(Hears $part, int $channel, int $key, int $velocity): array
    {
        $moved = $velocity > 0 ? $this->move($part, KindName::Note, $channel, $key, $velocity) : [];
        if ([] !== $moved) {
            return $moved; // a key that moves a parameter is no note
        }
        $keys = $this->box->chart->keys;
        if (!$this->hears($part, KindName::Note) || (null !== $keys && ($key < $keys->low || $key > $keys->high))) {
            return [];
        }
        if (0 === $velocity) {
            unset($this->sounding[$key]);

            return [];
        }
        if (true !== $keys?->ignoresRelease) {
            $this->sounding[$key] = true; // else it ends by itself
        }

        return [new Heard($this->box->name, Heard::NOTE, 'notes', $key, true)];
    }

    /** Switches it off and on again: it comes back as its chart says, and is deaf for a while. */
    public function power(int $timeUs): void
    {
        $this->values = [];
        foreach ($this->box->chart->parameters ?? [] as $parameter) {
            if (null !== $parameter->rest) {
                $this->values[$parameter->name] = $parameter->rest;
            }
        }
        [$this->program, $this->sounding, $this->data, $this->controllers, $this->selected] = [null, [], [], [], []];
        $this->deafUntilUs =
            $timeUs + 1000 * max([0, ...array_map(static fn (Hears $part): int => $part->deafMs->power ?? 0, $this->box->chart->hears ?? [])]);
    }

    /** @return list<Heard> */
    private function controller(Hears $part, int $channel, int $number, int $value): array
    {
        if ($number >= Kind::FIRST_MODE_NUMBER) {
            $this->sounding = 120 === $number || 123 === $number ? [] : $this->sounding; // all sound off, all notes off

            return $this->move($part, KindName::Mode, $channel, $number, $value);
        }
        $this->controllers[$channel][$number] = $value;
        $heard = [...$this->move($part, KindName::Cc, $channel, $number, $value), ...$this->parameterNumber($part, $channel, $number, $value)];
        if ($number < 32) {
            array_push($heard, ...$this->move($part, KindName::Cc14, $channel, $number, $value << 7));
        } elseif ($number < 64) {
            array_push(
                $heard,
                ...$this->move($part, KindName::Cc14, $channel, $number - 32, (($this->controllers[$channel][$number - 32] ?? 0) << 7) | $value),
            );
        }

        return $heard;
    }

    /**
     * Selection of a parameter number and data for it (MIDI 1.0 Detailed Specification, "Registered and Non-Registered Parameter Numbers").
     *
     * @return list<Heard>
     */
    private function parameterNumber(Hears $part, int $channel, int $number, int $value): array
    {
        if ($number >= 98 && $number <= 101) {
            $this->selected[$channel] = ($number < 100 ? KindName::Nrpn : KindName::Rpn)->value;
            $this->data[$channel] = 0;
        }
        $kind = KindName::tryFrom($this->selected[$channel] ?? '');
        if (null === $kind || !\in_array($number, [6, 38, 96, 97], true)) {
            return [];
        }
        [$upper, $lower] = KindName::Nrpn === $kind ? [99, 98] : [101, 100];
        $selected = (($this->controllers[$channel][$upper] ?? 127) << 7) | ($this->controllers[$channel][$lower] ?? 127);
        if (16383 === $selected) {
            return []; // none is selected
        }
        $before = $this->data[$channel] ?? 0;
        $data = match ($number) {
            6 => $value << 7,
            38 => ($before & ~127) | $value,
            default => max(0, min(16383, $before + (96 === $number ? 1 : -1))),
        };
        $this->data[$channel] = $data;

        return $this->move($part, $kind, $channel, $selected, $data);
    }

    /** @return list<Heard> */
    private function system(Hears $part, string $bytes): array
    {
        $kind = KindName::ofMessage($bytes);
        if (KindName::Sysex === $kind) {
            return $this->hears($part, KindName::Sysex) ? $this->sysex($part, $bytes) : [];
        }
        [$first, $second] = [\ord($bytes[1] ?? "\0"), \ord($bytes[2] ?? "\0")];

        return null === $kind ? [] : $this->move($part, $kind, 0, null, KindName::Position === $kind ? ($second << 7) | $first : $first);
    }

    /** @return list<Heard> */
    private function recall(int $timeUs, Hears $part, int $channel, int $number): array
    {
        $programs = $this->box->chart->programs;
        if (!$this->hears($part, KindName::Program) || null === $programs) {
            return $this->move($part, KindName::Program, $channel, null, $number);
        }
        $this->deafUntilUs = $timeUs + 1000 * ($part->deafMs->program ?? 0);
        $bank = [$this->controllers[$channel][0] ?? 0, $this->controllers[$channel][32] ?? 0];
        for ($ordinal = 0; $ordinal < min($programs->count, 16384); ++$ordinal) {
            $called = $programs->called($ordinal);
            if ($called?->program === $number && ($called->msb ?? $bank[0]) === $bank[0] && ($called->lsb ?? $bank[1]) === $bank[1]) {
                $isNew = $this->program !== $ordinal;
                $this->program = $ordinal;
                foreach ($this->box->chart->parameters ?? [] as $parameter) {
                    if (true === $parameter->stored) {
                        unset($this->values[$parameter->name]); // it is what the program stores, and nobody has said what that is
                    }
                }
                $this->values = ($this->box->unit->programs[$ordinal]->stores ?? []) + $this->values;

                return [new Heard($this->box->name, Heard::PROGRAM, $programs->label($ordinal), $ordinal, $isNew)];
            }
        }

        return [];
    }

    /** @return list<Heard> parameters that a message moves */
    private function move(Hears $part, KindName $kind, int $channel, ?int $number, int $value): array
    {
        if (!$this->hears($part, $kind)) {
            return [];
        }
        $heard = [];
        foreach ($this->box->chart->parameters ?? [] as $parameter) {
            $message = $this->box->messageTo($parameter);
            if (
                null === $message
                || $message->kind !== $kind
                || Reach::Hand === $parameter->reach
                || $this->box->partOf($parameter) !== $part
                || (null !== $number && $message->number !== $number)
            ) {
                continue;
            }
            $own = null === $message->channel ? null : $this->box->channel($message->channel);
            if (null === $own || $own === $channel || ChannelType::OMNI === $own) {
                $heard[] = $this->set($parameter, $value);
            }
        }

        return $heard;
    }

    private function set(Parameter $parameter, int $value): Heard
    {
        $before = $this->values[$parameter->name] ?? null;
        if (Behaviour::Toggles === $parameter->behaviour) {
            $value = $before === $parameter->raw->high ? $parameter->raw->low : $parameter->raw->high;
        }
        $value = max($parameter->raw->low, min($parameter->raw->high, $value));
        $this->values[$parameter->name] = $value;

        return new Heard(
            $this->box->name,
            Heard::PARAMETER,
            $parameter->name,
            $value,
            $before !== $value || Behaviour::Triggers === $parameter->behaviour,
        );
    }

    /** @return list<Heard> */
    private function sysex(Hears $part, string $bytes): array
    {
        $heard = [];
        foreach ($this->box->chart->parameters ?? [] as $parameter) {
            $pattern = $this->box->messageTo($parameter)?->sysex;
            if (null === $pattern || $this->box->partOf($parameter) !== $part) {
                continue;
            }
            $parts = explode(' ', $pattern);
            if (\count($parts) !== \strlen($bytes)) {
                continue;
            }
            $value = 0;
            foreach ($parts as $index => $each) {
                $byte = \ord($bytes[$index]);
                if ('{' === $each[0]) {
                    $value = '{high}' === strtolower($each) ? $value | ($byte << 7) : $value | $byte;
                } elseif ((int) hexdec($each) !== $byte) {
                    continue 2;
                }
            }
            $heard[] = $this->set($parameter, $value);
        }

        return $heard;
    }
}
