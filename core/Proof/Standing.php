<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\RigWorld;

/** How all units of a rig stand at a moment: programs, values and the keys that sound. */
final readonly class Standing
{
    private const PROGRAM = 'program';
    private const VALUE = 'value';
    private const KEY = 'key';

    /** @param list<string> $leftOut units that are not looked at */
    public function __construct(private Setup $setup, private array $leftOut, private MiddleC $middle)
    {
    }

    /** @return array<string, string> by unit, what it is and which, with tabs between them */
    public function of(RigWorld $world): array
    {
        $standing = [];
        foreach ($world->devices as $unit => $device) {
            if (\in_array($unit, $this->leftOut, true)) {
                continue;
            }
            $program = $device->program();
            $standing["{$unit}\t".self::PROGRAM."\t"] = null === $program ? '' : ($device->box->chart->programs?->label($program) ?? (string) $program);
            foreach ($device->values() as $title => $value) {
                $standing["{$unit}\t".self::VALUE."\t{$title}"] = (string) $value;
            }
            foreach ($device->sounding() as $key) {
                $standing["{$unit}\t".self::KEY."\t{$key}"] = 'sounds';
            }
        }
        ksort($standing);

        return $standing;
    }

    /**
     * @param array<string, string> $is
     * @param array<string, string> $shouldBe
     *
     * @return list<string> what stands otherwise, or is there in one of the two only
     */
    public static function differences(array $is, array $shouldBe): array
    {
        return array_map(strval(...), array_keys(array_diff_assoc($is, $shouldBe) + array_diff_assoc($shouldBe, $is)));
    }

    /** Whether it is a key that sounds. */
    public static function isKey(string $what): bool
    {
        return self::KEY === explode("\t", $what)[1];
    }

    public static function unit(string $what): string
    {
        return explode("\t", $what)[0];
    }

    /** What stands otherwise than it should, such as "Brine: program 6 instead of 2" or "Moths: D#3". */
    public function words(string $what, string $is, string $shouldBe): string
    {
        [$unit, $kind, $title] = explode("\t", $what);
        $box = $this->setup->box($unit);
        $label = $box?->label() ?? $unit;
        if (self::KEY === $kind) {
            return "{$label}: ".KeyName::of((int) $title, $this->middle);
        }
        if (self::PROGRAM === $kind) {
            return "{$label}: ".('' === $is ? 'on the program it starts with' : "program {$is}").' instead of '.('' === $shouldBe ? 'the one it starts with' : $shouldBe);
        }
        $shown = static function (string $value) use ($box, $title): string {
            $parameter = $box?->parameter($title);
            foreach ($parameter->named ?? [] as $named) {
                if ('' !== $value && $named->from <= (int) $value && (int) $value <= $named->to) {
                    return $named->name;
                }
            }
            $number = '' === $value ? null : $parameter?->shownAt((int) $value);

            return '' === $value ? 'where it starts' : (null === $number ? $value : trim(round($number, 1)." {$parameter?->unit}"));
        };

        return "{$label}: {$title} ".('' === $is ? 'where it starts instead of at ' : "at {$shown($is)} instead of ").$shown($shouldBe);
    }
}
