<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;

/** The settings that decide what the plugs at the ends of a lead are. */
final class LeadSettings
{
    /** @return list<SettingAt> */
    public static function of(End ...$ends): array
    {
        $settings = [];
        foreach ($ends as $end) {
            foreach ($end->plug->uses as $use) {
                foreach (array_keys($use->when ?? []) as $setting) {
                    $at = new SettingAt($end->box->name, (string) $setting);
                    $settings[$at->key()] = $at;
                }
            }
        }

        return array_values($settings);
    }

    /** @param array<string, Device> $boxes */
    public static function at(End $end, array $boxes): End
    {
        return $end->at($boxes[$end->box->name] ?? $end->box);
    }
}
