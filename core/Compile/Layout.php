<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Rulebook\Rule;

/** How compiled code is laid out, so that a person can read it. */
final class Layout
{
    /** Says which rule a method comes from. A title never ends the comment. */
    public static function comment(Rule $rule): string
    {
        return "// line {$rule->span->line}: rule \"".str_replace('?>', '? >', $rule->title).'"';
    }

    /** Lines moved in by the braces around them. */
    public static function indented(string $php, int $depth): string
    {
        $lines = [];
        foreach (explode("\n", $php) as $line) {
            $line = trim($line);
            $depth -= str_starts_with($line, '}') ? 1 : 0;
            $lines[] = '' === $line ? '' : str_repeat('    ', max(0, $depth)).$line;
            $depth += str_ends_with($line, '{') ? 1 : 0;
        }

        return implode("\n", $lines);
    }
}
