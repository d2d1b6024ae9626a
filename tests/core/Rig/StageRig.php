<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** The rig of the reference: a foot board, two effect boxes and a pad tray, on three ports. */
final class StageRig
{
    public const PORTS = "port board in out\nport boxes out\nport pads in\n";

    /** @param array<string, array<string, mixed>> $units what is different, by unit */
    public static function rig(array $units = [], ?string $rulebook = null): Rig
    {
        /** @var array{units: list<array{name: string}>} $json */
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/docs/examples/stage.json'));
        $json['units'] = array_map(static fn (array $unit): array => [...$unit, ...($units[$unit['name']] ?? [])], $json['units']);

        return RigFile::rig(Json::encode($json + (null === $rulebook ? [] : ['rulebook' => $rulebook])));
    }
}
