<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSends;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Chart\Encoding;
use ZigzagPost\Core\Rig\Chart\GestureName as Done;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Travel;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/**
 * A controller made from its chart and its unit: its controls send what the chart says, on the channel and with the numbers that are
 * set, through the kinds that are switched on, over the range that was measured.
 */
final readonly class DeviceSender
{
    /** Fingers that a surface for many of them tells apart, each on a channel of its own. */
    private const FINGERS = 10;
    private const TIMBRE = 74;
    private const OCTAVES = [36, 84];
    /** Steps from one end to the other of a control that goes up and down. */
    private const SWEEP = 60;

    public function __construct(private Device $box)
    {
    }

    /**
     * What a control sends when it goes to a value, as bytes: see {@see messages()}.
     *
     * @return string whole messages, or nothing when the device has no such control
     */
    public function play(string $control, int $value): string
    {
        return implode('', array_merge(...array_values($this->messages($control, $value)) ?: [[]]));
    }

    /**
     * What a control sends when it goes to a value.
     *
     * @param string $control its name in the chart, `key 60`, `finger 1 key 60`, `finger 1 bend`, or a transport message such as `clock`
     * @param int $value a raw value of its message; of switches and pads 0 lets go; of encoders how many steps
     *
     * @return array<string, list<string>> whole messages by kind
     */
    public function messages(string $control, int $value): array
    {
        $known = $this->box->control($control);
        if (null !== $known) {
            return $this->ofControl($known, $value);
        }
        $key = HandBytes::number($control, 'key');
        if (null !== $key && $key < 128 && $this->hasKeys()) {
            return $this->leaving(KindName::Note, [HandBytes::note($this->channel(KindName::Note), $key, $value)]);
        }
        if (\in_array($control, ['clock', 'start', 'stop', 'continue'], true) && $this->hasClock()) {
            return $this->leaving(KindName::from($control), [\chr((int) Kind::from($control)->systemStatus())]);
        }

        return $this->finger($control, $value);
    }

    /**
     * What a control sends while it goes up and down, for each of the messages that a move makes.
     *
     * @return list<SweptMessage>
     */
    public function sweep(Control $control): array
    {
        $moves = array_values(array_filter($control->sends ?? [], static fn (ControlSends $sends): bool => Done::Move === $sends->gesture));
        $swept = [];
        foreach ($moves as $index => $sends) {
            $message = 0 === $index ? $this->box->messageOf($control) ?? $sends->message : $sends->message;
            $travel = $this->travel($control, $message);
            [$low, $high] = [$travel->first, $travel->last];
            $steps = $this->isRelative($control)
                ? [1, -1]
                : array_map(
                    static fn (int $step): int => (int) round($low + (($high - $low) * min($step, 2 * self::SWEEP - $step)) / self::SWEEP),
                    range(0, 2 * self::SWEEP - 1),
                );
            $kind = null;
            $sent = [];
            foreach ($steps as $value) {
                foreach ($this->sent($control, $message, $value) as $kind => $messages) {
                    $sent[] = implode('', $messages);
                }
            }
            if (null !== $kind) {
                $swept[] = new SweptMessage(KindName::from($kind), $sent);
            }
        }

        return $swept;
    }

    /**
     * What it has to show and to touch.
     *
     * @return array{face: string, channel: int, controls: list<array{control: string, label: string, key?: int, sort?: string, layer?: string|null,
     *     at?: list<int>|null, low?: int, high?: int, rest?: int, isLatching?: bool, isRelative?: bool, perSecond?: float|null}>}
     */
    public function describe(): array
    {
        $controls = array_map($this->described(...), $this->box->chart->surface->controls ?? []);
        if ($this->hasKeys()) {
            [$low, $high] = [$this->box->chart->keys->low ?? self::OCTAVES[0], $this->box->chart->keys->high ?? self::OCTAVES[1]];
            array_push($controls, ...array_map(static fn (int $key): array => ['control' => "key {$key}", 'label' => '', 'key' => $key], range($low, $high)));
        }
        if ($this->isTouched()) {
            $controls = [...array_map(static fn (int $key): array => ['control' => "key {$key}", 'label' => '', 'key' => $key], range(48, 72))];
        }
        $first = $this->box->chart->sends[0]->channel ?? null;
        $channel = $this->box->channel($first);

        return [
            'face' => $this->isTouched() ? 'slab' : ($this->hasClock() && $this->hasOnlyPads() ? 'sequencer' : 'surface'),
            'channel' => \is_int($channel) ? $channel : 0,
            'controls' => $controls,
        ];
    }

    /**
     * @return array{control: string, label: string, sort: string, layer: string|null, at: list<int>|null, low: int, high: int,
     *     rest: int, isLatching: bool, isRelative: bool, perSecond: float|null}
     */
    private function described(Control $control): array
    {
        $message = $this->messageOf($control, Done::Press) ?? new Message(KindName::Cc);
        $travel = $this->travel($control, $message);
        $isTwoState = $control->sort->isTwoState();

        return [
            'control' => $control->name,
            'label' => ($this->box->unit->labels[$control->name] ?? null)->text ?? $control->name,
            'sort' => $control->sort->value,
            'layer' => $control->layer,
            'at' => null === $control->at ? null : [$control->at->row, $control->at->column],
            'low' => $isTwoState ? 0 : $travel->low(),
            'high' => $isTwoState ? 127 : $travel->high(),
            'rest' => KindName::Bend === $message->kind ? 0 : ($isTwoState ? 0 : $travel->low()),
            'isLatching' => true === $control->latching,
            'isRelative' => $this->isRelative($control),
            'perSecond' => $control->perSecond,
        ];
    }

    /** @return array<string, list<string>> */
    private function ofControl(Control $control, int $value): array
    {
        $message = $control->sort->isTwoState() && 0 === $value ? $this->messageOf($control, Done::Release) : $this->messageOf($control, Done::Press);

        return null === $message ? [] : $this->sent($control, $message, $value);
    }

    /** @return array<string, list<string>> */
    private function sent(Control $control, Message $message, int $value): array
    {
        $isTwoState = $control->sort->isTwoState();
        if (KindName::Sysex === $message->kind) {
            return $this->leaving(KindName::Sysex, [self::sysex((string) $message->sysex, $value)]);
        }
        $travel = $this->travel($control, $message);
        [$first, $last] = [$travel->first, $travel->last];
        $kind = $message->kind->midi();
        if (null === $kind) {
            return [];
        }
        if ($isTwoState) {
            if (0 === $value && (Kind::Program === $kind || !$kind->hasChannel())) {
                return [];
            }
            $value = Kind::Note === $kind ? min(127, $value) : ($value > 0 ? $last : $first);
        } elseif ($this->isRelative($control)) {
            $value = self::steps($control->encoding ?? Encoding::TwosComplement, $value);
        } else {
            $value = max(min($first, $last), min(max($first, $last), $value));
        }
        $number = Kind::Program === $kind && null === $message->number ? $value : $message->number;
        if (Kind::Note === $kind && 0 === $value) {
            return $this->leaving($message->kind, [HandBytes::note($this->channel($message->kind, $message), $number ?? 0, 0)]);
        }

        return $this->leaving(
            $message->kind,
            Hand::at(
                new ControlMessage($kind, $number, $this->channel($message->kind, $message), [$this->box->name], $first, $last, $isTwoState),
                $value,
            ),
        );
    }

    /** What a gesture sends; a release sends what the press does unless the chart gives it a message of its own. */
    private function messageOf(Control $control, Done $gesture): ?Message
    {
        foreach (Done::Release === $gesture ? $control->sends ?? [] : [] as $sends) {
            if (Done::Release === $sends->gesture) {
                return $sends->message;
            }
        }

        return $this->box->messageOf($control);
    }

    /** From rest to the other end, as measured or as the chart says. */
    private function travel(Control $control, Message $message): Travel
    {
        return ($this->box->unit->measured[$control->name] ?? null)?->travel() ?? $message->travel();
    }

    /** @return array<string, list<string>> */
    private function finger(string $control, int $value): array
    {
        if (
            !$this->isTouched()
            || 1 !== preg_match('/^finger (\d{1,2}) (?:key (\d{1,3})|(bend|pressure|timbre))$/D', $control, $part, \PREG_UNMATCHED_AS_NULL)
        ) {
            return [];
        }
        $channel = $this->channel(KindName::Note) + (int) $part[1] - 1;
        if ((int) $part[1] < 1 || (int) $part[1] > self::FINGERS || $channel > 16 || (int) $part[2] > 127) {
            return [];
        }
        $bend = static fn (int $at): string => \chr(0xE0 + $channel - 1).\chr($at & 0x7F).\chr(($at >> 7) & 0x7F);

        return match ($part[3]) {
            'bend' => $this->leaving(KindName::Bend, [$bend(max(0, min(16383, $value)))]),
            'pressure' => $this->leaving(KindName::Pressure, [\chr(0xD0 + $channel - 1).\chr(max(0, min(127, $value)))]),
            'timbre' => $this->leaving(KindName::Cc, [HandBytes::controller($channel, self::TIMBRE, $value)]),
            default => (0 === $value ? [] : $this->leaving(KindName::Bend, [$bend(8192)])) +
                $this->leaving(KindName::Note, [HandBytes::note($channel, (int) $part[2], $value)]),
        };
    }

    /**
     * @param list<string> $messages
     *
     * @return array<string, list<string>> none where the kind is switched off
     */
    private function leaving(KindName $kind, array $messages): array
    {
        $sent = \in_array($kind, [KindName::Nrpn, KindName::Rpn, KindName::Cc14], true) && null === $this->box->sendsOf($kind) ? KindName::Cc : $kind;

        return null === $this->box->chart->sends || null !== $this->box->sendsOf($sent) ? [$sent->value => $messages] : [];
    }

    private function channel(KindName $kind, ?Message $message = null): int
    {
        $sends = $this->box->sendsOf($kind) ?? ($this->box->chart->sends[0] ?? null);
        $channel = $this->box->channel($message->channel ?? $sends?->channel);

        return \is_int($channel) ? $channel : 1;
    }

    private function isRelative(Control $control): bool
    {
        return null !== $control->encoding && Encoding::Absolute !== $control->encoding;
    }

    private function isTouched(): bool
    {
        $controls = $this->box->chart->surface->controls ?? [];

        return [] !== $controls && ControlSort::Surface === $controls[0]->sort;
    }

    private function hasKeys(): bool
    {
        return null !== $this->box->chart->keys && null !== $this->box->sendsOf(KindName::Note);
    }

    private function hasClock(): bool
    {
        return true === $this->box->isOn($this->box->chart->clock->sends ?? null);
    }

    private function hasOnlyPads(): bool
    {
        $controls = $this->box->chart->surface->controls ?? [];

        return [] !== $controls && [] === array_filter($controls, static fn (Control $control): bool => ControlSort::Pad !== $control->sort);
    }

    private static function steps(Encoding $encoding, int $steps): int
    {
        $steps = max(-63, min(63, $steps));

        return match ($encoding) {
            Encoding::Offset64 => 64 + $steps,
            Encoding::SignBit => $steps < 0 ? 64 - $steps : $steps,
            default => $steps & 0x7F,
        };
    }

    private static function sysex(string $pattern, int $value): string
    {
        return implode(
            '',
            array_map(
                static fn (string $part): string => \chr(
                    match (strtolower($part)) {
                        '{v}', '{low}' => $value & 0x7F,
                        '{high}' => ($value >> 7) & 0x7F,
                        default => (int) hexdec($part),
                    },
                ),
                explode(' ', $pattern),
            ),
        );
    }
}
