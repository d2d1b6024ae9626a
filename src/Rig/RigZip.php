<?php

declare(strict_types=1);

namespace App\Rig;

use App\Documents\Zip;
use ZigzagPost\Core\Data\Json;

/** A whole rig as one file: `rig.json` with everything in it, which is what is read again, and beside it its parts as files that other programs can use. */
final class RigZip
{
    /** @param string $json of a rig with its rulebook */
    public static function of(string $json): string
    {
        $files = [RigReader::FILE => $json];
        $rig = self::list(json_decode($json, true));
        if (\is_string($rig['rulebook'] ?? null)) {
            $files['rules.book'] = $rig['rulebook'];
        }
        foreach (self::list($rig['charts'] ?? null) as $id => $kept) {
            if (\is_array($kept) && isset($kept['chart'])) {
                $files['charts/'.self::safe((string) $id).'.json'] = Json::encode($kept['chart']);
            }
        }
        foreach (self::list($rig['proofs'] ?? null) as $index => $proof) {
            if (\is_array($proof) && \is_string($proof['tape'] ?? null) && \is_string($proof['accepted'] ?? null)) {
                $name = \sprintf('proofs/%02d-%s', (int) $index + 1, self::safe(\is_string($proof['name'] ?? null) ? $proof['name'] : 'tape'));
                $files["{$name}.tape"] = $proof['tape'];
                $files["{$name}.accepted.tape"] = $proof['accepted'];
            }
        }

        return Zip::of($files);
    }

    /** @return array<mixed> */
    private static function list(mixed $value): array
    {
        return \is_array($value) ? $value : [];
    }

    private static function safe(string $name): string
    {
        $safe = trim((string) preg_replace('/[^A-Za-z0-9_-]+/', '-', $name), '-');

        return '' === $safe ? 'unnamed' : substr($safe, 0, 80);
    }
}
