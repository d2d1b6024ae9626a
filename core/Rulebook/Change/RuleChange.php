<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Change;

use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Changes of rules as edits of the text: comments, and all that is not meant, stay as they stand. */
final class RuleChange
{
    /**
     * Puts a new rule in front of another, or behind all.
     *
     * @return list<Edit>
     *
     * @throws RulebookError
     */
    public static function add(Source $source, RuleText $rule, ?Rule $before = null): array
    {
        if (null !== $before) {
            return [Edit::insertBefore($source->start($before), $rule->print()."\n")];
        }
        $isApart = '' === trim($source->lines[\count($source->lines) - 1]);

        return [
            Edit::insertBefore(
                \count($source->lines) + ($isApart ? 0 : 1),
                ($isApart ? '' : "\n\n").('' === trim($source->text) ? '' : "\n").$rule->print(),
            ),
        ];
    }

    /**
     * Puts rules behind all others, in force in every scene.
     *
     * @param string $rules their text, with headings
     *
     * @return list<Edit>
     */
    public static function append(Source $source, string $rules): array
    {
        $last = $source->book->rules[\count($source->book->rules) - 1] ?? null;
        $isInScene = null !== $last?->scene || (null === $last && [] !== $source->book->scenes);
        $isApart = '' === trim($source->lines[\count($source->lines) - 1]);
        $gap = ($isApart ? '' : "\n").('' === trim($source->text) ? '' : "\n");

        return [Edit::insertBefore(\count($source->lines) + ($isApart ? 0 : 1), $gap.($isInScene ? "always\n\n" : '').rtrim($rules)."\n")];
    }

    /**
     * Takes a rule out; its comments stay, where the rule stood.
     *
     * @return list<Edit>
     */
    public static function remove(Source $source, Rule $rule): array
    {
        $comments = '';
        $end = $source->end($rule);
        foreach ($source->book->linesFrom($rule->span->line) as $line) {
            if ($line->line > $end) {
                break;
            }
            $comments .= null === $line->comment ? '' : $line->comment."\n";
        }

        return [new Edit($rule->span->line, 1, $end + 1, 1, $comments)];
    }

    /**
     * Moves a rule in front of another, with its comments, as it stands.
     *
     * @return list<Edit>
     */
    public static function move(Source $source, Rule $rule, Rule $before): array
    {
        [$start, $end] = [$source->start($rule), $source->end($rule)];
        $target = $source->start($before);
        if ($target >= $start && $target <= $end + 1) {
            return [];
        }
        $gap = '' === trim($source->lines[$end] ?? 'x') && $end + 1 < \count($source->lines) ? 1 : 0;

        return [Edit::insertBefore($target, $source->cut($start, $end)."\n"), Edit::deleteLines($start, $end + $gap)];
    }

    /**
     * Writes another statement in the place of one; its indentation and comment stay.
     *
     * @return list<Edit>
     *
     * @throws RulebookError
     */
    public static function rewrite(Source $source, int $line, string $statement): array
    {
        return [Edit::replace($source->statement($line), $statement)];
    }

    /**
     * Puts a step in front of the one at a position, or behind the last.
     *
     * @return list<Edit>
     */
    public static function addStep(Source $source, Rule $rule, int $position, string $step): array
    {
        $line = isset($rule->steps[$position]) ? $rule->steps[$position]->span->line : $source->end($rule) + 1;

        return $line > \count($source->lines)
            ? [new Edit($line - 1, mb_strlen($source->lines[$line - 2]) + 1, $line - 1, mb_strlen($source->lines[$line - 2]) + 1, "\n  {$step}")]
            : [Edit::insertBefore($line, "  {$step}\n")];
    }

    /**
     * Takes a step out; a comment on its line stays.
     *
     * @return list<Edit>
     */
    public static function removeStep(Source $source, Rule $rule, int $position): array
    {
        return isset($rule->steps[$position]) ? [Edit::deleteLine($source->book, $rule->steps[$position]->span->line)] : [];
    }
}
