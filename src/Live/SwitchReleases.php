<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\Patch;

/** What lets go of the switches of a rig that send while they are held: a momentary one sends one value when it is pressed and another when it is let go. */
final readonly class SwitchReleases
{
    private Patch $patch;

    public function __construct(Setup $setup)
    {
        $this->patch = Patch::of($setup);
    }

    /** @return array<string, string> the value that lets go, by status and number of the controller that the press sends; as bytes */
    public function at(string $port): array
    {
        $releases = [];
        foreach ($this->patch->from as $unit => $sending) {
            $device = $this->patch->boxes[$unit];
            $isHere = \in_array($port, array_column($sending, 'port'), true);
            foreach ($isHere ? $device->chart->surface->controls ?? [] : [] as $control) {
                if (!$control->sort->isTwoState() || true === $control->latching) {
                    continue;
                }
                $sender = new DeviceSender($device);
                [$press, $release] = [$sender->play($control->name, 127), $sender->play($control->name, 0)];
                $isController = 3 === \strlen($press) && 3 === \strlen($release) && 0xB0 === (\ord($press[0]) & 0xF0);
                if ($isController && substr($press, 0, 2) === substr($release, 0, 2)) {
                    $releases[substr($press, 0, 2)] = $release[2];
                }
            }
        }

        return $releases;
    }
}
