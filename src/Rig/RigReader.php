<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Rigs from files: a `rig.json`, or a zip that holds one. */
final class RigReader
{
    public const FILE = 'rig.json';

    /** @throws BadData with everything that is wrong */
    public static function ofFile(string $path): Rig
    {
        return RigFile::rig(self::text($path));
    }

    /**
     * The JSON of a rig from a file of either sort.
     *
     * @throws BadData
     */
    public static function text(string $path): string
    {
        $begin = (string) @file_get_contents($path, false, null, 0, 4);

        return self::isZip($begin) ? self::unpacked($path) : self::read($path);
    }

    public static function isZip(string $begin): bool
    {
        return str_starts_with($begin, "PK\x03\x04") || str_starts_with($begin, "PK\x05\x06");
    }

    /** @return \Closure(Rulebook): RigDevices what names of devices mean in this rig */
    public static function devices(Rig $rig): \Closure
    {
        return static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($rig, $book));
    }

    /** @throws BadData */
    private static function read(string $path): string
    {
        $text = @file_get_contents($path, false, null, 0, Json::MAX_BYTES + 1);

        return false === $text ? throw new BadData([new Problem('', 'this file cannot be read')]) : $text;
    }

    /** @throws BadData */
    private static function unpacked(string $path): string
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new BadData([new Problem('', 'this zip is damaged')]);
        }
        $entry = $zip->statName(self::FILE);
        if (false === $entry) {
            throw new BadData([new Problem('', 'this zip holds no rig.json')]);
        }
        if ($entry['size'] > Json::MAX_BYTES) {
            throw new BadData([new Problem(self::FILE, 'this is larger than the 32 MiB that are read')]);
        }
        $text = $zip->getFromName(self::FILE, Json::MAX_BYTES + 1);
        $zip->close();

        return false === $text ? throw new BadData([new Problem(self::FILE, 'this part of the zip is damaged')]) : $text;
    }
}
