<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\KeptLamp;
use ZigzagPost\Core\Engine\Book\LampReason;
use ZigzagPost\Core\Engine\Book\LampReasonSort;
use ZigzagPost\Core\Engine\Book\StoringDevice;
use ZigzagPost\Core\Engine\Book\StoringProgram;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\LampMessage;
use ZigzagPost\Core\Rulebook\Code\LitLamp;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** What a compiled rulebook knows of lamps, and of what programs store. */
final readonly class LampCode
{
    public function __construct(private ResolvedRulebook $book)
    {
    }

    /** @return list<KeptLamp> in the order of the charts */
    public function lamps(): array
    {
        return array_map(
            fn (LitLamp $lit): KeptLamp => new KeptLamp(
                $this->book->portIndex($lit->lamp->port),
                self::bytes($lit->lamp, $lit->lamp->off),
                self::bytes($lit->lamp, $lit->lamp->on),
                $this->reasons($lit),
            ),
            $this->book->lit,
        );
    }

    /** @return list<LampReason> */
    private function reasons(LitLamp $lit): array
    {
        $reasons = [];
        foreach ($lit->groups as $group) {
            $reasons[] = new LampReason(LampReasonSort::Group, $group->group, $group->place, 0, -1);
        }
        foreach ($lit->toggles as $toggle) {
            foreach ($this->controls($toggle->message) as $control) {
                $reasons[] = new LampReason(LampReasonSort::Toggle, Draft::stepId($toggle->rule, $toggle->step), $control, 0, $toggle->scene ?? -1);
            }
        }
        foreach ($lit->others as $other) {
            $reasons[] = new LampReason(LampReasonSort::Other, $this->present($other->parameter), $other->first, $other->second, $other->scene ?? -1);
        }
        foreach ($lit->scenes as $scene) {
            $reasons[] = new LampReason(LampReasonSort::Scene, $scene->leadsTo, 0, 0, $scene->scene ?? -1);
        }

        return $reasons;
    }

    /** @return array<int, array<int, list<StoringDevice>>> by out port and channel */
    public function storing(): array
    {
        $storing = [];
        foreach ($this->book->storing as $device) {
            $keys = [];
            foreach ($device->parameters as $target) {
                $keys[mb_strtolower($target->title)] = $this->present($target);
            }
            $programs = [];
            foreach ($device->programs as $program) {
                $stored = [];
                foreach ($program->values as $title => $value) {
                    if (isset($keys[mb_strtolower((string) $title)])) {
                        $stored[$keys[mb_strtolower((string) $title)]] = $value;
                    }
                }
                $programs[] = new StoringProgram($program->called->msb ?? -1, $program->called->lsb ?? -1, $program->called->program, $stored);
            }
            $storing[$this->book->portIndex($device->port)][$device->channel][] = new StoringDevice(array_values($keys), $programs);
        }

        return $storing;
    }

    private function present(Target $target): int
    {
        return ControlAddress::of($target->kind->ordinal(), $this->book->portIndex($target->port), $target->channel ?? 0, $target->number ?? 0);
    }

    /** @return list<int> */
    private function controls(ControlMessage $message): array
    {
        $number = \in_array($message->kind, [Kind::Program, Kind::Bend, Kind::Pressure], true) ? 0 : $message->number ?? 0;

        return array_map(
            fn (string $port): int => ControlAddress::of($message->kind->ordinal(), $this->book->portIndex($port), $message->channel ?? 1, $number),
            $message->ports,
        );
    }

    /** @return list<string> whole messages */
    private static function bytes(LampMessage $lamp, int $value): array
    {
        $channel = ($lamp->channel ?? 1) - 1;
        $cc = static fn (int $number, int $value): string => \chr(0xB0 | $channel).\chr($number & 0x7F).\chr(max(0, min(127, $value)));

        return match ($lamp->kind) {
            Kind::Note => [\chr(0x90 | $channel).\chr($lamp->number & 0x7F).\chr($value & 0x7F)],
            Kind::PolyPressure => [\chr(0xA0 | $channel).\chr($lamp->number & 0x7F).\chr($value & 0x7F)],
            Kind::Program => [\chr(0xC0 | $channel).\chr($value & 0x7F)],
            Kind::Cc14 => [$cc($lamp->number, $value >> 7), $cc($lamp->number + 32, $value & 0x7F)],
            Kind::Nrpn => [$cc(99, $lamp->number >> 7), $cc(98, $lamp->number & 0x7F), $cc(6, $value >> 7), $cc(38, $value & 0x7F)],
            default => [$cc($lamp->number, $value)],
        };
    }
}
