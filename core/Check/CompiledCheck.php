<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Compile\CompileFinding;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Compile\Draft;
use ZigzagPost\Core\Compile\TooMuchCode;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;

/** What shows when the rules are compiled: fields that messages do not have, and numbers that always fall out of range. */
final class CompiledCheck implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        try {
            $draft = Compiler::dryRun($book);
        } catch (TooMuchCode $tooMuch) {
            yield Finding::error('too-large', $tooMuch->span, $tooMuch->getMessage());

            return;
        }
        foreach ($this->byPlace($draft, CompileFindingKind::Missing) as $missing) {
            yield $this->missingField($book, $missing);
        }
        foreach ($this->byPlace($draft, CompileFindingKind::NotForNotes) as $notes) {
            if (1 < \count($this->kinds($book, $notes[0]->span->line))) {
                continue; // meant for the other kinds
            }
            yield Finding::warning(
                "{$notes[0]->field}-on-notes",
                $notes[0]->span,
                "\"{$notes[0]->field}\" is not for notes, since their ends must not be lost; notes pass it as they are",
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::Unscaled) as $unscaled) {
            yield Finding::warning(
                'needs-scale',
                $unscaled[0]->span,
                'the two messages have values of different size, and this one is taken over as it is: most of its range is lost; put "scale '
                    .'value … to …" above',
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::TableOutside) as $outside) {
            yield Finding::warning(
                'table-out-of-range',
                $outside[0]->span,
                "no message has such a {$outside[0]->field}; it is used where \"map {$outside[0]->field}\" looks up this table",
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::TooFine) as $fine) {
            yield Finding::warning(
                'fine-to-coarse',
                $fine[0]->span,
                'this port takes parameter values of 7 bits, and these have up to 14: what is above 127 ends at 127; put "scale value '
                    .'0..16383 to 0..127" above',
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::NoteOfGesture) as $notes) {
            yield Finding::error(
                'note-of-gesture',
                $notes[0]->span,
                'a gesture has no release that would end this note; write "post note … for 200ms" instead',
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::Endless) as $endless) {
            yield Finding::warning(
                'note-without-end',
                $endless[0]->span,
                'nothing ends this note: its velocity is never 0 and no "press" ties it to its control; put "press" above it, or "gate" with a length below',
            );
        }
        foreach ($this->byPlace($draft, CompileFindingKind::OffTheKeyboard) as $off) {
            yield $this->offTheKeyboard($book, $off[0]);
        }
        foreach ($this->byPlace($draft, CompileFindingKind::AlwaysOutside) as $outside) {
            $taken = array_unique(array_map(static fn (CompileFinding $each): string => $each->taken->value, $outside));
            $field = $outside[0]->field;
            $drops = \in_array($field, ['channel', 'key', 'number', 'program', 'bank'], true);
            yield Finding::warning(
                'always-out-of-range',
                $outside[0]->span,
                "this {$field} is always out of range".
                    ($drops ? ': the message is always dropped' : ': it always ends at its limit').
                    (1 === \count($taken) ? '' : ' for '.implode(', ', $taken)),
            );
        }
    }

    /** A key range that a step pushes off the keyboard in part. */
    private function offTheKeyboard(Rulebook $book, CompileFinding $found): Finding
    {
        $text = 'some of these keys are pushed off the keyboard, and their notes are dropped; "fold" moves them by octaves instead';
        foreach ($this->ruleAt($book, $found->span->line)->steps ?? [] as $step) {
            $value = $step->written();
            if (null !== $value && $step->span->line === $found->span->line) {
                $end = $value->column + $value->length;

                return Finding::warning(
                    'off-the-keyboard',
                    $found->span,
                    $text,
                    new Fix('Fold them by octaves', [new Edit($value->line, $end, $value->line, $end, ' fold')]),
                );
            }
        }

        return Finding::warning('off-the-keyboard', $found->span, $text);
    }

    /** @param non-empty-list<CompileFinding> $missing */
    private function missingField(Rulebook $book, array $missing): Finding
    {
        $first = $missing[0];
        $lacking = array_unique(array_map(static fn (CompileFinding $each): string => $each->taken->value, $missing));
        $kinds = $this->kinds($book, $first->span->line);
        if (\count($lacking) >= \count($kinds)) {
            $what = implode(' and ', array_unique(array_map(static fn (CompileFinding $each): string => $each->kind->value, $missing)));

            return Finding::error(
                'no-such-field',
                $first->span,
                \count($lacking) > 3 ? "the messages here have no {$first->field}" : "a {$what} message has no {$first->field}",
            );
        }
        $list = \count($lacking) > 4 ? 'some of the messages taken' : implode(', ', $lacking).' messages';

        return Finding::warning('no-such-field', $first->span, "{$list} have no {$first->field} here and are dropped, counted as rejected");
    }

    /** @return list<string> kinds that the rule at a line takes */
    private function kinds(Rulebook $book, int $line): array
    {
        $rule = $this->ruleAt($book, $line);
        $kinds = [];
        foreach (null === $rule ? [] : $rule->selectors as $selector) {
            foreach ($selector->matched() as $matched) {
                $kind = $matched->kind;
                $kinds[$kind->value] = $kind->value;
            }
        }

        return array_values($kinds);
    }

    private function ruleAt(Rulebook $book, int $line): ?Rule
    {
        $found = null;
        foreach ($book->rules as $rule) {
            if ($rule->span->line <= $line) {
                $found = $rule;
            }
        }

        return $found;
    }

    /**
     * @return list<non-empty-list<CompileFinding>>
     */
    private function byPlace(Draft $draft, CompileFindingKind $findingKind): array
    {
        $places = [];
        foreach (array_filter($draft->misfits, static fn (CompileFinding $each): bool => $findingKind === $each->findingKind) as $each) {
            $places["{$each->span->line}:{$each->span->column}:{$each->field}"][] = $each;
        }

        return array_values($places);
    }
}
