<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use Symfony\Component\Filesystem\Filesystem;

/** FIFOs in a folder of their own, which stand for devices. */
final class Fifos
{
    public readonly string $folder;
    /** @var array<string, resource> by name, open both ways and without blocking */
    public array $streams = [];

    /** @param list<string> $names */
    public function __construct(array $names)
    {
        $this->folder = sys_get_temp_dir().'/fifos-'.bin2hex(random_bytes(6));
        mkdir($this->folder, 0o700);
        foreach ($names as $name) {
            posix_mkfifo("{$this->folder}/{$name}", 0o600);
            $stream = fopen("{$this->folder}/{$name}", 'r+n');
            \assert(false !== $stream);
            stream_set_blocking($stream, false);
            $this->streams[$name] = $stream;
        }
    }

    public function remove(): void
    {
        (new Filesystem())->remove($this->folder);
    }
}
