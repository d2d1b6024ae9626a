<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\NumberList;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\SourceLine;

/**
 * Rules that never see a message because earlier ones take everything they ask for.
 *
 * For each scene, port, kind and channel it keeps which keys or numbers have been taken without a further condition.
 */
final class UnreachableRules implements Check
{
    /** @var array<string, string> taken numbers as bits, by place */
    private array $taken = [];

    public function findings(Rulebook $book): iterable
    {
        $this->taken = [];
        foreach ($book->rules as $index => $rule) {
            if ([] === $rule->selectors) {
                continue;
            }
            $places = $this->places($book, $rule, false);
            if ([] !== $places && $this->allTaken($places)) {
                yield $this->finding($book, $index);
            }
            if (!$rule->isCopy()) {
                foreach ($this->places($book, $rule, true) as $place => $bits) {
                    $this->taken[$place] = ($this->taken[$place] ?? str_repeat("\0", \strlen($bits))) | $bits;
                }
            }
        }
    }

    /** @param array<string, string> $places */
    private function allTaken(array $places): bool
    {
        foreach ($places as $place => $bits) {
            if (!isset($this->taken[$place]) || ($this->taken[$place] & $bits) !== $bits) {
                return false;
            }
        }

        return true;
    }

    private function finding(Rulebook $book, int $index): Finding
    {
        $rule = $book->rules[$index];
        $wanted = $this->places($book, $rule, false);
        foreach (\array_slice($book->rules, 0, $index) as $earlier) {
            $has = $earlier->isCopy() ? [] : $this->places($book, $earlier, true);
            foreach ($wanted as $place => $bits) {
                if (!isset($has[$place]) || ($has[$place] & $bits) !== $bits) {
                    continue 2;
                }
            }

            return Finding::warning('unreachable', $rule->span, "rule \"{$rule->title}\" can never be reached: \"{$earlier->title}\" on line {$earlier->span->line} takes everything it asks for", $this->moveAbove($book, $rule, $earlier));
        }

        return Finding::warning('unreachable', $rule->span, "rule \"{$rule->title}\" can never be reached: the rules above it take everything it asks for");
    }

    private function moveAbove(Rulebook $book, Rule $rule, Rule $earlier): Fix
    {
        $last = $rule->span->line;
        $text = '';
        $inside = false;
        foreach ($book->lines as $line) {
            $inside = SourceLine::COMMENT === $line->kind ? $inside : ($line->line === $rule->span->line || ($inside && SourceLine::BODY === $line->kind));
            if ($inside && SourceLine::COMMENT !== $line->kind) {
                $text .= (SourceLine::BODY === $line->kind ? '  ' : '').$line->text.(null === $line->comment ? '' : '  '.$line->comment)."\n";
                $last = $line->line;
            }
        }

        return new Fix("Move it above \"{$earlier->title}\"", [Edit::insertBefore($earlier->span->line, $text."\n"), Edit::deleteLines($rule->span->line, $last)]);
    }

    /**
     * Where a rule works, and on which keys or numbers there, as bits.
     *
     * @param bool $forSure only what it takes without a further condition
     *
     * @return array<string, string>
     */
    private function places(Rulebook $book, Rule $rule, bool $forSure): array
    {
        $places = [];
        $scenes = null !== $rule->scene ? [$rule->scene->title] : ($book->declared('scene') ?: ['']);
        $ports = $book->portsHeardBy($rule);
        foreach ($rule->selectors as $selector) {
            if ($forSure && $this->isConditional($selector)) {
                continue;
            }
            foreach ($selector->matched() as [$kind, $numbers]) {
                if ($forSure && null !== $numbers && Kind::Program === $kind) {
                    continue;
                }
                $bits = $this->bits($kind, $selector, $numbers);
                $channels = $kind->hasChannel() ? ($selector->lists['channel'] ?? null)?->numbers() ?? range(1, 16) : [0];
                foreach ($scenes as $scene) {
                    foreach ($ports as $port) {
                        foreach ($channels as $channel) {
                            $place = "{$kind->value} {$channel} {$port} {$scene}";
                            $places[$place] = isset($places[$place]) ? $places[$place] | $bits : $bits;
                        }
                    }
                }
            }
        }

        return $places;
    }

    private function isConditional(Selector $selector): bool
    {
        return null !== $selector->where || $selector->isMpe() || isset($selector->lists['velocity']) || isset($selector->lists['value']);
    }

    private function bits(Kind $kind, Selector $selector, ?NumberList $numbers): string
    {
        $list = $kind->hasKey() ? ($selector->lists['key'] ?? null) : ($kind->hasNumber() ? $numbers : null);
        $size = $kind->hasKey() || $kind->hasNumber() ? (16383 === ($kind->numberRange()[1] ?? 0) ? 2048 : 16) : 1;
        [$low, $high] = $kind->numberRange() ?? [0, 8 * $size - 1];
        $bits = str_repeat("\0", $size);
        for ($number = $low; $number <= $high; ++$number) {
            if (null === $list || $list->contains($number)) {
                $bits[$number >> 3] = \chr(\ord($bits[$number >> 3]) | 1 << ($number & 7));
            }
        }

        return $bits;
    }
}
