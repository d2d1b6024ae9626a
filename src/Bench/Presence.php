<?php

declare(strict_types=1);

namespace App\Bench;

use App\Storage\DataFolder;

/** Which windows are on a bench: each says so again and again, in a file of its own that costs next to nothing. */
final readonly class Presence
{
    /** So long after its last sign a window counts as there, in seconds; browsers let hidden ones sleep. */
    private const SEEN = 4;
    private const HIDDEN = 90;
    private const HIDDEN_MARK = 'hidden';

    private string $folder;

    public function __construct(DataFolder $data)
    {
        $this->folder = $data->inMemory();
    }

    public function isHere(string $bench, string $window, bool $isHidden = false): void
    {
        if ('' !== $window) {
            @file_put_contents($this->file($bench, $window), $isHidden ? self::HIDDEN_MARK : '');
        }
    }

    public function leaves(string $bench, string $window): void
    {
        @unlink($this->file($bench, $window));
    }

    /** @return list<string> windows that are there */
    public function of(string $bench): array
    {
        $there = [];
        foreach (glob($this->file($bench, '*')) ?: [] as $file) {
            clearstatcache(true, $file);
            $isHidden = (int) @filesize($file) > 0;
            if (time() - (int) @filemtime($file) <= ($isHidden ? self::HIDDEN : self::SEEN)) {
                $there[] = substr($file, -(\strlen($file) - \strlen($this->file($bench, ''))));
            }
        }

        return array_values(array_filter($there, Window::isName(...)));
    }

    private function file(string $bench, string $window): string
    {
        return "{$this->folder}/{$bench}.window-{$window}";
    }
}
