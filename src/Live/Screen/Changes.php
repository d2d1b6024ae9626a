<?php

declare(strict_types=1);

namespace App\Live\Screen;

/**
 * What changes of a JSON value, as operations of RFC 6902: what has the same keys, or as many entries, is compared part by part, anything else is
 * replaced whole.
 */
final class Changes
{
    /** @var list<array{op: 'replace', path: string, value: mixed}> */
    private array $found = [];

    private function __construct()
    {
    }

    /** @throws \JsonException */
    public static function between(string $before, string $after): string
    {
        $changes = new self();
        $changes->compare('', json_decode($before, flags: \JSON_THROW_ON_ERROR), json_decode($after, flags: \JSON_THROW_ON_ERROR));

        return json_encode($changes->found, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION);
    }

    private function compare(string $path, mixed $before, mixed $after): void
    {
        if ($before === $after) {
            return;
        }
        $isAlike =
            (\is_array($before) && \is_array($after)) || (\is_object($before) && \is_object($after))
                ? array_keys((array) $before) === array_keys((array) $after)
                : false;
        if (!$isAlike) {
            $this->found[] = ['op' => 'replace', 'path' => $path, 'value' => $after];

            return;
        }
        foreach ((array) $after as $key => $part) {
            // RFC 6901, 3: how a key is written in a path.
            $this->compare($path.'/'.strtr((string) $key, ['~' => '~0', '/' => '~1']), ((array) $before)[$key], $part);
        }
    }
}
