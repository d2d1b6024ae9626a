<?php

declare(strict_types=1);

namespace App\Documents;

/** Files as one zip. */
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
}
