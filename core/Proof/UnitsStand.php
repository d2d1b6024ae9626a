<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\RigWorld;

/** How all units of a rig stand at a moment: programs, values and the keys that sound. */
final readonly class UnitsStand
{
    /** @param list<string> $leftOut units that are not looked at */
    public function __construct(private Setup $setup, private array $leftOut, private MiddleC $middle)
    {
    }

    /** @return array<string, Stood> by the thing that stands somewhere, in a fixed order */
    public function of(RigWorld $world): array
    {
        $all = [];
        foreach ($world->devices as $device) {
            if (\in_array($device->box->name, $this->leftOut, true)) {
                continue;
            }
            $unit = $device->box->name;
            $program = $device->program();
            $all[] = new Stood(
                $unit,
                StoodWhat::Program,
                '',
                null === $program ? '' : $device->box->chart->programs?->label($program) ?? (string) $program,
            );
            foreach ($device->values() as $title => $value) {
                $all[] = new Stood($unit, StoodWhat::Value, (string) $title, (string) $value);
            }
            foreach ($device->sounding() as $key) {
                $all[] = new Stood($unit, StoodWhat::Key, (string) $key, 'sounds');
            }
        }
        $standing = array_combine(array_map(static fn (Stood $each): string => $each->thing(), $all), $all);
        ksort($standing);

        return $standing;
    }

    /**
     * @param array<string, Stood> $is
     * @param array<string, Stood> $shouldBe
     *
     * @return list<StoodDifference>
     */
    public static function differences(array $is, array $shouldBe): array
    {
        $differences = [];
        foreach ($is + $shouldBe as $thing => $any) {
            $difference = new StoodDifference($is[$thing] ?? $any->at(''), $shouldBe[$thing] ?? $any->at(''));
            if (!isset($is[$thing], $shouldBe[$thing]) || $difference->is->value !== $difference->shouldBe->value) {
                $differences[] = $difference;
            }
        }

        return $differences;
    }

    /** What stands otherwise than it should, such as "Brine: program 6 instead of 2" or "Moths: D#3". */
    public function words(Stood $stood, Stood $right): string
    {
        [$unit, $title, $is, $shouldBe] = [$stood->unit, $stood->title, $stood->value, $right->value];
        $box = $this->setup->box($unit);
        $label = $box?->label() ?? $unit;
        if (StoodWhat::Key === $stood->what) {
            return "{$label}: ".KeyName::of((int) $title, $this->middle);
        }
        if (StoodWhat::Program === $stood->what) {
            return "{$label}: ".
                ('' === $is ? 'on the program it starts with' : "program {$is}").
                ' instead of '.
                ('' === $shouldBe ? 'the one it starts with' : $shouldBe);
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
