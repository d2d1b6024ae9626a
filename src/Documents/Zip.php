<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Problem;

/** Files as one zip, and back. */
final class Zip
{
    /** @param array<string, string> $files by name */
    public static function of(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zigzag');
        try {
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::OVERWRITE);
            foreach ($files as $name => $text) {
                $zip->addFromString((string) $name, $text);
            }
            $zip->close();

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }

    /**
     * @return array<string, string> files by name
     *
     * @throws BadData
     */
    public static function read(string $path, int $maxBytes): array
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new BadData([new Problem('', 'this is no zip')]);
        }
        $files = [];
        for ($index = 0; $index < min($zip->numFiles, 64); ++$index) {
            $stat = $zip->statIndex($index);
            $maxBytes -= $stat['size'] ?? $maxBytes + 1;
            $text = $maxBytes < 0 ? false : $zip->getFromIndex($index, (int) ($stat['size'] ?? 0));
            if (false === $text || false === $stat) {
                throw new BadData([new Problem('', 'what is in this zip is too large, or damaged')]);
            }
            $files[(string) $stat['name']] = $text;
        }
        $zip->close();

        return $files;
    }
}
