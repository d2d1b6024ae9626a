<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\NameDocument;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Problem;

/** Looks at a document before it is read as XML: what would take the reader for ever is refused. */
final class XmlBounds
{
    /** Tags, comments and the like; a name document of a large device has some twenty thousand. */
    private const MOST_TAGS = 60_000;
    /** Bytes from one < to the next, and attributes in there. */
    private const LONGEST = 65_536;
    private const MOST_ATTRIBUTES = 100;

    /** @throws BadData */
    public static function check(string $text): void
    {
        $tags = substr_count($text, '<');
        if ($tags > self::MOST_TAGS) {
            throw new BadData([new Problem('', \sprintf('this document has %d tags; at most %d are read', $tags, self::MOST_TAGS))]);
        }
        $line = 1;
        for ($at = 0; false !== $at; $at = $next) {
            $next = strpos($text, '<', min($at + 1, \strlen($text)));
            $part = substr($text, $at, (false === $next ? \strlen($text) : $next) - $at);
            if (\strlen($part) > self::LONGEST) {
                throw new BadData([
                    new Problem(
                        "line {$line}",
                        \sprintf('this is longer than the %d KiB that one part of the document can have', self::LONGEST >> 10),
                    ),
                ]);
            }
            if (substr_count($part, '=') > self::MOST_ATTRIBUTES) {
                throw new BadData([
                    new Problem("line {$line}", \sprintf('this has more than the %d attributes that are read', self::MOST_ATTRIBUTES)),
                ]);
            }
            $line += substr_count($part, "\n");
        }
    }
}
