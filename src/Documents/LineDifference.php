<?php

declare(strict_types=1);

namespace App\Documents;

use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\DiffOnlyOutputBuilder;

/** What differs between two texts, line by line. */
final class LineDifference
{
    /** Lines shown at most. */
    private const MOST = 2000;

    /** Texts larger than this in bytes are not compared line by line. */
    private const LARGEST = 400_000;

    /** @return list<array{sign: string, text: string, line: int}> sign is "+", "-" or " "; line counts from 1 in the text it stands in */
    public static function of(string $before, string $after): array
    {
        if ($before === $after) {
            return [];
        }
        if (\strlen($before) + \strlen($after) > self::LARGEST) {
            return [
                [
                    'sign' => ' ',
                    'text' => \sprintf('%d bytes became %d; so much is not shown line by line', \strlen($before), \strlen($after)),
                    'line' => 1,
                ],
            ];
        }
        $lines = [];
        [$was, $is] = [0, 0];
        foreach ((new Differ(new DiffOnlyOutputBuilder('')))->diffToArray(self::lines($before), self::lines($after)) as $entry) {
            [$text, $type] = \is_array($entry) ? [$entry[0] ?? null, $entry[1] ?? null] : [null, null];
            if (!\is_string($text)) {
                continue;
            }
            $was += Differ::ADDED === $type ? 0 : 1;
            $is += Differ::REMOVED === $type ? 0 : 1;
            if (Differ::ADDED === $type || Differ::REMOVED === $type) {
                $lines[] = [
                    'sign' => Differ::ADDED === $type ? '+' : '-',
                    'text' => rtrim($text, "\r\n"),
                    'line' => Differ::ADDED === $type ? $is : $was,
                ];
            }
        }

        return \array_slice($lines, 0, self::MOST);
    }

    /** @return list<string> */
    private static function lines(string $text): array
    {
        return explode("\n", $text);
    }
}
