<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

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

        return null === $index ? null : new RigFix($title, ["/units/{$index}/settings/".RigFix::part($setting) => ['value' => $value, 'state' => 'planned']]);
    }

    public function lead(string $id, int $part, string $map, string $title): ?RigFix
    {
        foreach ($this->rig->leads as $index => $lead) {
            if ($lead->id === $id) {
                return new RigFix($title, ["/leads/{$index}/parts/{$part}/map" => $map]);
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
