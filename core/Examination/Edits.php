<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Document\Rig;

/** Changes of a rig by what they are about. */
final readonly class Edits
{
    public function __construct(private Rig $rig)
    {
    }

    /** Plans a value for a setting of a unit. */
    public function setting(string $unit, string $setting, string|int $value, string $title): ?RigFix
    {
        $index = $this->unit($unit);

        return null === $index
            ? null
            : new RigFix($title, ["/units/{$index}/settings/".RigFix::part($setting) => ['value' => $value, 'state' => 'planned']]);
    }

    /** Lets the plan choose all settings of a unit that are pinned. */
    public function unpinned(string $unit): ?RigFix
    {
        $index = $this->unit($unit);
        $pins = [];
        foreach (null === $index ? [] : $this->rig->units[$index]->settings as $setting => $chosen) {
            if (true === $chosen->pinned) {
                $pins["/units/{$index}/settings/".RigFix::part($setting).'/pinned'] = null;
            }
        }

        return [] === $pins ? null : new RigFix("Unpin the settings of {$unit}", $pins);
    }

    /**
     * Other cables or adapters in the place of some, or the same ones turned round.
     *
     * @param non-empty-array<int, Part> $parts by their places in the lead
     */
    public function parts(string $lead, array $parts, string $title): ?RigFix
    {
        foreach ($this->rig->leads as $place => $each) {
            if ($each->id === $lead) {
                $changes = [];
                foreach ($parts as $index => $part) {
                    $at = "/leads/{$place}/parts/{$index}";
                    $changes +=
                        ["{$at}/map" => $part->map->value, "{$at}/contacts" => $part->contacts] +
                        (null === $part->ends ? [] : ["{$at}/ends" => [$part->ends->a->value, $part->ends->b->value]]);
                }

                return new RigFix($title, $changes);
            }
        }

        return null;
    }

    /** A cable or adapter less. */
    public function without(string $lead, int $part, string $title): ?RigFix
    {
        foreach ($this->rig->leads as $place => $each) {
            if ($each->id === $lead) {
                $parts = [...\array_slice($each->parts, 0, $part), ...\array_slice($each->parts, $part + 1)];

                return new RigFix($title, ["/leads/{$place}/parts" => array_map(Json::toValue(...), $parts)]);
            }
        }

        return null;
    }

    private function unit(string $name): ?int
    {
        foreach ($this->rig->units as $index => $unit) {
            if ($unit->name === $name) {
                return $index;
            }
        }

        return null;
    }
}
