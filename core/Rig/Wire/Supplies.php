<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Power;
use ZigzagPost\Core\Rig\Chart\PowerWay;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Adds up what is drawn from every supply. */
final class Supplies
{
    /** @return list<SupplyLoad> one for each output, or for each group of outputs that share a limit */
    public static function of(Setup $setup): array
    {
        $needs = [];
        $gives = [];
        $units = [];
        foreach ($setup->joints as $joint) {
            foreach ([[$joint->a, $joint->b], [$joint->b, $joint->a]] as [$giver, $taker]) {
                if (
                    !($giver instanceof End)
                    || !($taker instanceof End)
                    || PowerWay::Gives !== $giver->plug->power?->way
                    || PowerWay::Needs !== $taker->plug->power?->way
                ) {
                    continue;
                }
                $key = "{$giver->box->name} ".($giver->plug->power->limitGroup ?? $giver->plug->label);
                $units[$key][] = $taker->box->name;
                $needs[$key] =
                    (\array_key_exists($key, $needs) && null === $needs[$key]) || null === $taker->plug->power->mA
                        ? null
                        : ($needs[$key] ?? 0.0) + $taker->plug->power->mA;
                $gives[$key] = self::limit($giver, $giver->plug->power);
            }
        }

        return array_map(
            static fn (int|string $key): SupplyLoad => new SupplyLoad((string) $key, $units[$key], $needs[$key], $gives[$key]),
            array_keys($units),
        );
    }

    /** What an output gives; those of a group give what the largest of them says together. */
    private static function limit(End $giver, Power $power): ?float
    {
        $limit = $power->mA;
        foreach ($giver->box->chart->plugs as $plug) {
            if (null !== $power->limitGroup && $plug->power?->limitGroup === $power->limitGroup && null !== $plug->power->mA) {
                $limit = max($limit ?? 0.0, $plug->power->mA);
            }
        }

        return $limit;
    }
}
