<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\ContactPath;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\Walk;

/** What every lead is judged to be. */
final class WiresView
{
    /**
     * @return array{leads: list<array<string, mixed>>, supplies: list<array<string, mixed>>, packing: list<array{what: string,
     *     lengthM: float|null, count: int}>}
     */
    public static function of(Setup $setup): array
    {
        return [
            'leads' => array_map(
                self::lead(...),
                $setup->joints,
                array_map(static fn (ResolvedLead $joint): Judgement => Walk::judge($joint, $setup->joints), $setup->joints),
            ),
            'supplies' => array_map(
                static fn ($load): array => [
                    'supply' => $load->supply,
                    'needsMa' => $load->needsMa,
                    'givesMa' => $load->givesMa,
                    'percent' => $load->percent(),
                    'tooMuch' => $load->isTooMuch(),
                    'units' => $load->units,
                ],
                Supplies::of($setup),
            ),
            'packing' => self::packing($setup),
        ];
    }

    /** @return array<string, mixed> */
    private static function lead(ResolvedLead $joint, Judgement $judgement): array
    {
        return [
            'id' => $joint->lead->id,
            'from' => null === $joint->a ? $joint->lead->a->name() : $joint->a->name(),
            'to' => null === $joint->b ? $joint->lead->b->name() : $joint->b->name(),
            'verdict' => $judgement->verdict->value,
            'reason' => $judgement->reason,
            'contact' => $judgement->contact,
            'change' => $judgement->mend?->words,
            'unknown' => $judgement->unknown,
            'warnings' => $judgement->warnings,
            'cautions' => $judgement->cautions,
            'continuity' => array_map(static fn (ContactPath $path): array => [$path->from, $path->to], $judgement->continuity),
        ];
    }

    /** @return list<array{what: string, lengthM: float|null, count: int}> cables and adapters to pack */
    private static function packing(Setup $setup): array
    {
        $packed = [];
        foreach ($setup->rig->leads as $lead) {
            foreach ($lead->parts as $part) {
                $key = self::key($part);
                $packed[$key] ??= [
                    'what' => trim(
                        "{$part->what} ".
                            implode(' to ', array_map(static fn ($end): string => $end->value, $part->ends?->both() ?? [])).
                            ('straight' === $part->map->value ? '' : ", {$part->map->value}"),
                    ),
                    'lengthM' => $part->lengthM,
                    'count' => 0,
                ];
                ++$packed[$key]['count'];
            }
        }
        ksort($packed);

        return array_values($packed);
    }

    private static function key(Part $part): string
    {
        return "{$part->what}\t{$part->map->value}\t{$part->lengthM}\t".
            implode('-', array_map(static fn ($end): string => $end->value, $part->ends?->both() ?? []));
    }
}
