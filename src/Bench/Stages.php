<?php

declare(strict_types=1);

namespace App\Bench;

use App\Storage\DataFolder;
use App\Storage\Shelf;

/** Which bench a show is played on, and at which song it is: the same in every browser. */
final readonly class Stages
{
    private Shelf $shelf;

    public function __construct(DataFolder $data)
    {
        $this->shelf = new Shelf($data->benches(), $data->inMemory());
    }

    /** @return array{bench: string|null, song: int} */
    public function find(string $rig): array
    {
        $kept = self::isId($rig) ? json_decode($this->shelf->read("{$rig}.stage") ?? '', true) : null;
        $bench = \is_array($kept) && \is_string($kept['bench'] ?? null) ? $kept['bench'] : null;

        return ['bench' => $bench, 'song' => \is_array($kept) && \is_int($kept['song'] ?? null) ? $kept['song'] : 0];
    }

    public function keep(string $rig, ?string $bench, int $song): void
    {
        if (self::isId($rig)) {
            $this->shelf->write("{$rig}.stage", json_encode(['bench' => $bench, 'song' => $song], \JSON_THROW_ON_ERROR));
        }
    }

    private static function isId(string $rig): bool
    {
        return 1 === preg_match('/^[0-9a-f]{16}$/D', $rig);
    }
}
