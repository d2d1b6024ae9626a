<?php

declare(strict_types=1);

namespace App\Backup;

use App\Api\ApiProblem;
use App\Documents\BadDocument;
use App\Storage\DataFolder;
use App\Storage\Locks;
use App\Storage\StorageProblem;
use Symfony\Component\Filesystem\Filesystem;

/** Backups that come in: first their bytes, piece by piece, then what is in them, slice by slice. Each has a folder until it is done. */
final readonly class Incoming
{
    private const ZIP = 'backup.zip';
    private const SECONDS = 0.7;
    /** What nobody went on with for so long is cleared away. */
    private const KEPT = 86_400;
    /** Room that is left on the disk whatever comes in, in bytes. */
    private const SPARE = 32 << 20;

    public function __construct(
        private DataFolder $data,
        private Import $import,
        private Locks $locks,
        private Filesystem $files = new Filesystem(),
    ) {
    }

    /**
     * Makes room for a backup; null where the disk has none.
     *
     * @throws StorageProblem
     */
    public function open(string $fileName, int $size): string
    {
        $id = bin2hex(random_bytes(8));
        $this->files->mkdir($this->folder($id), 0o700);
        if ($size + self::SPARE > (int) disk_free_space($this->folder($id))) {
            $this->drop($id);
            throw StorageProblem::diskFull();
        }
        file_put_contents($this->folder($id).'/name', $fileName);

        return $id;
    }

    /**
     * Takes a piece.
     *
     * @return int how many bytes there are now; where the piece does not follow on them it is not taken
     *
     * @throws StorageProblem
     */
    public function add(string $id, int $at, string $bytes): int
    {
        $this->found($id);

        return $this->locks->hold("incoming {$id}", function () use ($id, $at, $bytes): int {
            $file = @fopen($this->found($id).'/'.self::ZIP, 'c');
            if (false === $file) {
                throw StorageProblem::diskFull();
            }
            $size = (int) (fstat($file)['size'] ?? 0);
            if ($at !== $size) {
                return $size;
            }
            fseek($file, $size);
            if (\strlen($bytes) !== @fwrite($file, $bytes) || !fflush($file)) {
                ftruncate($file, max(0, $size));
                throw StorageProblem::diskFull();
            }

            return $size + \strlen($bytes);
        });
    }

    /**
     * Does some more of what there is to do with a backup that is here whole.
     *
     * @throws BadDocument when anything is wrong; nothing is changed then
     * @throws StorageProblem
     */
    public function next(string $id, string $by): Stand
    {
        $this->found($id);

        return $this->locks->hold("incoming {$id}", function () use ($id, $by): Stand {
            $folder = $this->found($id);
            try {
                $stand = is_file("{$folder}/stand.json")
                    ? $this->import->next($folder, $by, self::SECONDS)
                    : $this->import->begin($folder, "{$folder}/".self::ZIP, (string) file_get_contents("{$folder}/name"));
            } catch (BadDocument $bad) {
                $this->drop($id);
                throw $bad;
            }
            if (Stand::DONE === $stand->phase) {
                @unlink("{$folder}/".self::ZIP);
            }

            return $stand;
        });
    }

    /**
     * All of it in one go, from a file that is here.
     *
     * @param \Closure(Stand): void $told after each slice
     *
     * @throws BadDocument
     * @throws StorageProblem
     */
    public function whole(string $zip, string $fileName, string $by, \Closure $told): Stand
    {
        $id = $this->open($fileName, 0);
        try {
            $told($stand = $this->import->begin($this->folder($id), $zip, $fileName));
            while (Stand::DONE !== $stand->phase) {
                $told($stand = $this->import->next($this->folder($id), $by, self::SECONDS));
            }

            return $stand;
        } finally {
            $this->drop($id);
        }
    }

    public function drop(string $id): void
    {
        $this->files->remove($this->folder($id));
    }

    /** Clears away what nobody goes on with. */
    public function sweep(): void
    {
        foreach (glob($this->data->incoming().'/*', \GLOB_ONLYDIR) ?: [] as $folder) {
            if (
                time() - max(0, ...array_map(static fn (string $file): int => (int) @filemtime($file), [$folder, ...glob("{$folder}/*") ?: []])) >
                self::KEPT
            ) {
                $this->files->remove($folder);
            }
        }
    }

    public function isEmpty(): bool
    {
        return [] === (glob($this->data->incoming().'/*', \GLOB_ONLYDIR) ?: []);
    }

    private function found(string $id): string
    {
        return is_dir($this->folder($id)) ? $this->folder($id) : throw ApiProblem::notFound('backup');
    }

    private function folder(string $id): string
    {
        return 1 === preg_match('/^[0-9a-f]{16}$/D', $id) ? $this->data->incoming()."/{$id}" : throw ApiProblem::notFound('backup');
    }
}
