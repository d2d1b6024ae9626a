<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Log;

use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rulebook\Change\Source;

/** What is other than it was, in words: rules, settings, labels, leads, songs. */
final class Since
{
    private const MOST = 100;

    /** @return list<string> */
    public static function of(Rig $before, string $rulesBefore, Rig $now, string $rulesNow): array
    {
        $changed = [
            ...self::rules($rulesBefore, $rulesNow),
            ...self::units($before, $now),
            ...self::both(
                'lead',
                array_column(array_map(get_object_vars(...), $before->leads), null, 'id'),
                array_column(array_map(get_object_vars(...), $now->leads), null, 'id'),
            ),
            ...self::both(
                'song',
                array_column(array_map(get_object_vars(...), $before->show->songs ?? []), null, 'title'),
                array_column(array_map(get_object_vars(...), $now->show->songs ?? []), null, 'title'),
            ),
            ...self::order($before, $now),
        ];
        $left = \count($changed) - self::MOST;

        return $left > 0 ? [...\array_slice($changed, 0, self::MOST), "and {$left} more"] : $changed;
    }

    /** @return list<string> */
    private static function rules(string $before, string $now): array
    {
        $texts = static function (string $text): array {
            $source = Source::of($text);
            $rules = [];
            foreach ($source->book->rules as $rule) {
                $key = "\"{$rule->title}\"".(null === $rule->scene ? '' : " of scene \"{$rule->scene->title}\"");
                $rules[$key] = ($rules[$key] ?? '').preg_replace('/\s+/', ' ', $source->cut($rule->span->line, $source->end($rule)));
            }
            foreach ($source->book->scenes as $scene) {
                $rules["scene \"{$scene->title}\""] = implode(
                    "\n",
                    array_map(static fn ($step): string => $step->print(), [...$scene->onEnter, ...$scene->onLeave]),
                );
            }

            return $rules;
        };

        return $before === $now ? [] : self::both('rule', $texts($before), $texts($now));
    }

    /** @return list<string> */
    private static function order(Rig $before, Rig $now): array
    {
        $titles = static fn (Rig $rig): array => array_map(static fn ($song): string => $song->title, $rig->show?->order() ?? []);
        [$was, $is] = [$titles($before), $titles($now)];
        $isOrder = $was !== $is && [] === array_diff($was, $is) && [] === array_diff($is, $was);

        return $isOrder ? ['the songs are in another order: '.mb_strimwidth(implode(', ', $is), 0, 300, '…')] : [];
    }

    /** @return list<string> */
    private static function units(Rig $before, Rig $now): array
    {
        $by = static fn (Rig $rig): array => array_column(array_map(static fn (Unit $unit): array => [$unit->name, $unit], $rig->units), 1, 0);
        [$was, $is] = [$by($before), $by($now)];
        $changed = [];
        foreach ($is as $name => $unit) {
            $old = $was[$name] ?? null;
            if (!($old instanceof Unit) || !($unit instanceof Unit)) {
                $changed[] = "unit {$name} is new";
                continue;
            }
            foreach (get_object_vars($unit) as $field => $value) {
                if (\is_array($value) && \is_array($old->{$field})) {
                    array_push($changed, ...self::both("{$name}, {$field}:", $old->{$field}, $value));
                } elseif (serialize($value) !== serialize($old->{$field})) {
                    $changed[] = "{$name}: other {$field}";
                }
            }
        }
        foreach (array_diff_key($was, $is) as $name => $unit) {
            $changed[] = "unit {$name} is gone";
        }

        return $changed;
    }

    /**
     * @param array<mixed> $before
     * @param array<mixed> $now
     *
     * @return list<string>
     */
    private static function both(string $what, array $before, array $now): array
    {
        $changed = [];
        foreach ($now as $key => $value) {
            $isSame = \array_key_exists($key, $before) && serialize($before[$key]) === serialize($value);
            $old = $before[$key] ?? null;
            $words =
                \is_scalar($value) && \is_scalar($old) && !str_contains("{$value}{$old}", "\n") && \strlen("{$value}{$old}") < 60
                    ? "{$old} to {$value}"
                    : 'is other than it was';
            $changed = $isSame ? $changed : [...$changed, \array_key_exists($key, $before) ? "{$what} {$key} {$words}" : "{$what} {$key} is new"];
        }
        foreach (array_keys(array_diff_key($before, $now)) as $key) {
            $changed[] = "{$what} {$key} is gone";
        }

        return $changed;
    }
}
