<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

/** A change of the text that puts a finding right. Its edits do not overlap and refer to the text as it was. */
final readonly class Fix
{
    /** @param list<Edit> $edits */
    public function __construct(public string $title, public array $edits)
    {
    }

    public function apply(string $text): string
    {
        $lines = explode("\n", $text);
        $edits = $this->edits;
        usort($edits, static fn (Edit $a, Edit $b): int => [$b->fromLine, $b->fromColumn] <=> [$a->fromLine, $a->fromColumn]);
        foreach ($edits as $edit) {
            $before = mb_substr($lines[$edit->fromLine - 1] ?? '', 0, $edit->fromColumn - 1);
            $after = mb_substr($lines[$edit->toLine - 1] ?? '', $edit->toColumn - 1);
            array_splice($lines, $edit->fromLine - 1, $edit->toLine - $edit->fromLine + 1, explode("\n", $before.$edit->text.$after));
        }

        return implode("\n", $lines);
    }
}
