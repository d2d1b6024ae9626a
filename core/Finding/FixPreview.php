<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding;

use Swaggest\JsonDiff\Exception as NoSuchPlace;
use Swaggest\JsonDiff\JsonPointer;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rulebook\Change\Edit;

/** What a fix will change, before it is made. */
final readonly class FixPreview
{
    /** Letters of a value that are shown. */
    private const LONGEST = 90;
    /** Fields that hold what they are called by, and say nothing themselves. */
    private const SILENT = ['settings', 'assigned', 'chart', 'parts'];

    private function __construct(private Rig $rig, private mixed $json)
    {
    }

    /** @return list<FixLine> in the order in which they are made, those of the rules last */
    public static function of(RigFix $fix, Rig $rig, mixed $json): array
    {
        $preview = new self($rig, $json);
        $lines = [];
        foreach ($fix->changes as $pointer => $value) {
            $parts = array_values(array_map(strval(...), JsonPointer::splitPath((string) $pointer)));
            $was = $preview->now($parts);
            if (\is_bool($was ?? $value)) {
                $flag = (string) array_pop($parts);
                [$was, $value] = [true === $was ? $flag : "not {$flag}", true === $value ? $flag : "not {$flag}"];
            }
            [$before, $after] = [self::shown($was), self::shown($value)];
            if ($before !== $after) {
                $lines[] = new FixLine($preview->place($parts), $before, $after);
            }
        }

        return [...$lines, ...self::rules($fix->edits, $rig->rulebook ?? '')];
    }

    /** @param list<string> $parts */
    private function place(array $parts): string
    {
        [$list, $at] = [$parts[0], $parts[1] ?? ''];
        $name = match ($list) {
            'units' => ($this->rig->units[(int) $at] ?? null)->name ?? 'a new unit',
            'leads' => 'lead '.(($this->rig->leads[(int) $at] ?? null)->id ?? 'that is new'),
            'charts' => 'chart '.(($this->rig->charts[$at] ?? null)->chart->name ?? $at),
            default => implode(' ', \array_slice($parts, 0, 2)),
        };
        $rest = array_values(array_diff(\array_slice($parts, 2), self::SILENT));
        if ('leads' === $list && ctype_digit($rest[0] ?? '')) {
            $rest[0] = 'part '.((int) $rest[0] + 1);
        }

        return [] === $rest ? $name : "{$name}, ".implode(' ', $rest);
    }

    /** @param list<string> $parts */
    private function now(array $parts): mixed
    {
        try {
            return JsonPointer::get($this->json, $parts);
        } catch (NoSuchPlace) {
            return null;
        }
    }

    private static function shown(mixed $value): ?string
    {
        if (null === $value) {
            return null;
        }
        $value = $value instanceof \stdClass ? get_object_vars($value) : $value;
        $inside = \is_array($value) ? $value['value'] ?? $value : $value;
        $text = \is_scalar($inside) && !\is_bool($inside)
            ? (string) $inside
            : json_encode($inside, \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR);

        return mb_strlen($text) > self::LONGEST ? mb_substr($text, 0, self::LONGEST - 1).'…' : $text;
    }

    /**
     * @param list<Edit> $edits
     *
     * @return list<FixLine> the stretch of lines that becomes another
     */
    private static function rules(array $edits, string $text): array
    {
        if ([] === $edits) {
            return [];
        }
        [$before, $after] = [explode("\n", $text), explode("\n", Edit::apply($edits, $text))];
        for ($head = 0; isset($before[$head], $after[$head]) && $before[$head] === $after[$head]; ++$head) {
        }
        $shorter = min(\count($before), \count($after)) - $head;
        for ($tail = 0; $tail < $shorter && $before[\count($before) - 1 - $tail] === $after[\count($after) - 1 - $tail]; ++$tail) {
        }
        [$was, $is] = [self::cut($before, $head, $tail), self::cut($after, $head, $tail)];

        return [new FixLine('rules, line '.($head + 1), '' === $was ? null : $was, '' === $is ? null : $is)];
    }

    /**
     * @param list<string> $lines
     *
     * @return string those between, in one line
     */
    private static function cut(array $lines, int $head, int $tail): string
    {
        return implode(' / ', array_map(trim(...), \array_slice($lines, $head, \count($lines) - $head - $tail)));
    }
}
