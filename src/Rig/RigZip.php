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
        $rig = self::parts(json_decode($json));
        if (\is_string($rig['rulebook'] ?? null)) {
            $files['rules.book'] = $rig['rulebook'];
        }
        foreach (self::parts($rig['charts'] ?? null) as $id => $kept) {
            $chart = self::parts($kept)['chart'] ?? null;
            $name = self::parts($chart)['name'] ?? null;
            if (\is_string($name)) {
                $file = 'charts/'.self::safe($name);
                $files[isset($files["{$file}.json"]) ? "{$file}-".self::safe((string) $id).'.json' : "{$file}.json"] = Json::encode($chart);
            }
        }
        foreach (self::parts($rig['proofs'] ?? null) as $index => $proof) {
            $proof = self::parts($proof);
            if (\is_string($proof['tape'] ?? null) && \is_string($proof['accepted'] ?? null)) {
                $name = \sprintf('proofs/%02d-%s', (int) $index + 1, self::safe(\is_string($proof['name'] ?? null) ? $proof['name'] : 'tape'));
                $files["{$name}.tape"] = $proof['tape'];
                $files["{$name}.accepted.tape"] = $proof['accepted'];
            }
        }

        return Zip::of($files);
    }

    /** @return array<mixed> of an object or list; its objects stay objects, so that empty ones are written as such */
    private static function parts(mixed $value): array
    {
        return $value instanceof \stdClass || \is_array($value) ? (array) $value : [];
    }

    private static function safe(string $name): string
    {
        $safe = trim((string) preg_replace('/[^A-Za-z0-9_-]+/', '-', $name), '-');

        return '' === $safe ? 'unnamed' : substr($safe, 0, 80);
    }
}
