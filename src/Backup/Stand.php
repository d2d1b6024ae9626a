<?php

declare(strict_types=1);

namespace App\Backup;

/** How far a backup has come in; it is kept between slices. */
final class Stand
{
    public const LOOKING = 'looking';
    public const KEEPING = 'keeping';
    public const DONE = 'done';

    /** @var 'looking'|'keeping'|'done' */
    public string $phase = self::LOOKING;
    /** Byte of the list of documents at which the next one begins, and its place in the list. */
    public int $at = 0;
    public int $index = 0;
    /** How many revisions of it are done. */
    public int $revisions = 0;
    /** @var array<string, int|string> what lists show of it */
    public array $summary = [];
    public int $summariesAt = 0;
    /** Bytes of the list. */
    public int $size = 0;
    /** @var array<string, true> documents that have been looked at, by id */
    public array $seen = [];
    /** Files of the zip that have been named, a character each. */
    public string $named = '';
    /** @var array<string, string> rulebooks that come in under another id */
    public array $books = [];
    /** @var list<string> rigs that came in, which have to find these */
    public array $rigs = [];
    /** @var list<string> what shows once all is in */
    public array $brought = [];
    public int $new = 0;
    public int $same = 0;
    public int $beside = 0;
    /** Documents that this version cannot read; they are kept as they are. */
    public int $unreadable = 0;

    public function __construct(public string $zip, public string $fileName)
    {
    }

    public static function read(string $file): ?self
    {
        $kept = json_decode((string) @file_get_contents($file), true);
        if (!\is_array($kept) || !\is_string($kept['zip'] ?? null) || !\is_string($kept['fileName'] ?? null)) {
            return null;
        }
        $stand = new self($kept['zip'], $kept['fileName']);
        foreach (array_intersect_key($kept, get_object_vars($stand)) as $name => $value) {
            $stand->{$name} = $value; // @phpstan-ignore property.dynamicName
        }

        return $stand;
    }

    /** @return array{phase: string, done: int, total: int, new: int, same: int, beside: int, unreadable: int} what is told of it */
    public function told(): array
    {
        $done = self::LOOKING === $this->phase ? $this->at : $this->size + $this->at;

        return [
            'phase' => $this->phase,
            'done' => self::DONE === $this->phase ? 2 * $this->size : $done,
            'total' => 2 * $this->size,
            'new' => $this->new,
            'same' => $this->same,
            'beside' => $this->beside,
            'unreadable' => $this->unreadable,
        ];
    }
}
