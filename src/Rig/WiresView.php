<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Document\Soldered;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\ContactPath;
use ZigzagPost\Core\Rig\Wire\JoinedContacts;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Levels;
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
            'sound' => self::sound($setup),
            'pins' => self::pins($setup),
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
            'reason' => $judgement->told(),
            'contact' => $judgement->contact,
            'change' => $judgement->mend?->told,
            'unknown' => $judgement->unknown,
            'warnings' => $judgement->warnings,
            'cautions' => $judgement->cautions,
            'continuity' => array_map(static fn (ContactPath $path): array => [$path->from, $path->to], $judgement->continuity),
        ];
    }

    /** @return list<array{lead: string, from: string, to: string, route: string}> where sound goes */
    private static function sound(Setup $setup): array
    {
        $sound = [];
        foreach ($setup->joints as $joint) {
            if (Carries::Audio === $joint->a?->use?->carries) {
                $to = $joint->b?->name() ?? $joint->lead->b->name();
                $sound[] = ['lead' => $joint->lead->id, 'from' => $joint->a->name(), 'to' => $to, 'route' => $joint->lead->audio?->words() ?? ''];
            }
        }

        return $sound;
    }

    /** @return list<array{lead: string, part: string, soldered: string, pins: list<list<string>>}> what somebody has to solder */
    private static function pins(Setup $setup): array
    {
        $tables = [];
        foreach ($setup->joints as $joint) {
            foreach ($joint->lead->parts as $index => $part) {
                $joined = null === $part->soldered && ContactMap::Named !== $part->map ? [] : Levels::pins($joint, $index);
                if ([] !== $joined) {
                    $tables[] = [
                        'lead' => $joint->lead->id,
                        'part' => $part->what,
                        'soldered' => match ($part->soldered) {
                            Soldered::A => 'at its first end',
                            Soldered::B => 'at its second end',
                            Soldered::Both => 'at both ends',
                            null => '',
                        },
                        'pins' => array_map(static fn (JoinedContacts $pin): array => [$pin->left, $pin->right], $joined),
                    ];
                }
            }
        }

        return $tables;
    }

    /** @return list<array{what: string, lengthM: float|null, count: int}> cables and adapters to pack */
    private static function packing(Setup $setup): array
    {
        $packed = $pieces = [];
        foreach ($setup->rig->leads as $lead) {
            foreach ($lead->parts as $part) {
                if (null !== $part->oneWith) {
                    $pieces[$part->oneWith]['lengthM'] = max($pieces[$part->oneWith]['lengthM'] ?? null, $part->lengthM);
                    $pieces[$part->oneWith]['leads'][] = $lead->id;
                    foreach ($part->ends?->both() ?? [] as $end) {
                        $pieces[$part->oneWith]['ends'][] = $end->value;
                    }
                    continue;
                }
                $key = self::key($part);
                $packed[$key] ??= ['what' => self::what($part), 'lengthM' => $part->lengthM, 'count' => 0];
                ++$packed[$key]['count'];
            }
        }
        foreach ($pieces as $name => $piece) {
            $plugs = implode(', ', array_unique($piece['ends'] ?? []));
            $packed["{$name}\t"] = [
                'what' => "{$name}, one cable".('' === $plugs ? '' : " with {$plugs}").', for '.implode(' and ', $piece['leads']),
                'lengthM' => $piece['lengthM'],
                'count' => 1,
            ];
        }
        ksort($packed);

        return array_values($packed);
    }

    private static function what(Part $part): string
    {
        $ends = [];
        foreach ($part->ends?->both() ?? [] as $index => $end) {
            $gender = 0 === $index ? $part->genders?->a : $part->genders?->b;
            $ends[] = $end->value.(null === $gender ? '' : " {$gender->value}");
        }

        return trim(
            "{$part->what} ".
                implode(' to ', $ends).
                (ContactMap::Straight === $part->map ? '' : ", {$part->map->value}").
                (null === $part->soldered ? '' : ', soldered by hand'),
        );
    }

    private static function key(Part $part): string
    {
        return "{$part->soldered?->value}\t{$part->genders?->a->value}\t{$part->genders?->b->value}\t{$part->what}\t{$part->map->value}\t{$part->lengthM}\t".
            implode('-', array_map(static fn ($end): string => $end->value, $part->ends?->both() ?? []));
    }
}
