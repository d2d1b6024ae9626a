<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

/**
 * A random document by a published schema: every optional part there or not, every union in each form, every number at its ends or between. Names come
 * from a small store, so that what refers to something often finds it.
 */
final class AnyDocument
{
    private const DEEPEST = 14;
    private const WORDS = [
        'a',
        'b',
        'c',
        'main',
        'one',
        'channel',
        'clock',
        'Switch 1',
        'lead',
        'post',
        'on',
        'off',
        'jack',
        "Ä \u{1F3B9}",
        '0',
        '-1',
        'x y',
        '=1',
        '"q"',
        '50 %',
        '7',
        '12',
        '2026',
    ];

    /** @var array<mixed> */
    private array $definitions;
    /** How likely an optional part is there, in per cent. */
    private int $share = 50;
    /** @var array<string, int> how often each optional part and each form of a union came out, over all documents */
    public array $seen = [];

    public function __construct(string $schema, private readonly \Random\Randomizer $random)
    {
        $read = json_decode((string) file_get_contents(\dirname(__DIR__, 3)."/docs/schema/{$schema}.schema.json"), true);
        $this->definitions = \is_array($read) && \is_array($read['$defs']) ? $read['$defs'] : [];
    }

    public function make(string $definition): mixed
    {
        $this->share = [3, 25, 50, 75, 97][$this->random->getInt(0, 4)];

        return $this->of(self::part($this->definitions, $definition), $definition, 0);
    }

    /** @param array<mixed> $schema */
    private function of(array $schema, string $where, int $depth): mixed
    {
        if (\is_string($schema['$ref'] ?? null)) {
            $name = substr($schema['$ref'], \strlen('#/$defs/'));

            return $this->of(self::part($this->definitions, $name), $name, $depth + 1);
        }
        foreach (['anyOf', 'enum'] as $choice) {
            if (\is_array($schema[$choice] ?? null)) {
                $which = $this->random->getInt(0, \count($schema[$choice]) - 1);
                $this->see("{$where} {$choice} {$which}");
                $form = array_values($schema[$choice])[$which];

                return 'enum' === $choice || !\is_array($form) ? $form : $this->of($form, $where, $depth + 1);
            }
        }
        $types = (array) ($schema['type'] ?? []);

        return match (true) {
            \in_array('object', $types, true) => $this->object($schema, $where, $depth),
            \in_array('array', $types, true) => $this->list($schema, $where, $depth),
            \in_array('integer', $types, true) => $this->whole($schema),
            \in_array('number', $types, true) => $this->random->getInt(0, 1)
                ? $this->whole($schema)
                : min(self::number($schema, 'maximum', 1000), $this->whole($schema) + 0.5),
            \in_array('boolean', $types, true) => 1 === $this->random->getInt(0, 1),
            default => $this->text($schema),
        };
    }

    /** @param array<mixed> $schema */
    private function object(array $schema, string $where, int $depth): \stdClass
    {
        $object = new \stdClass();
        $needed = self::part($schema, 'required');
        foreach (self::part($schema, 'properties') as $name => $of) {
            $isThere = \in_array($name, $needed, true) || ($depth < self::DEEPEST && $this->random->getInt(1, 100) <= $this->share);
            $this->see("{$where}.{$name} ".($isThere ? 'there' : 'absent'));
            if ($isThere && \is_array($of)) {
                $object->{$name} = $this->of($of, "{$where}.{$name}", $depth + 1);
            }
        }
        if (\is_array($schema['additionalProperties'] ?? null)) {
            for ($count = $depth < self::DEEPEST ? $this->random->getInt(0, 3) : 0; $count > 0; --$count) {
                $object->{$this->text(self::part($schema, 'propertyNames'))} = $this->of($schema['additionalProperties'], "{$where}{}", $depth + 1);
            }
        }

        return $object;
    }

    /**
     * @param array<mixed> $schema
     *
     * @return list<mixed>
     */
    private function list(array $schema, string $where, int $depth): array
    {
        $list = [];
        foreach (self::part($schema, 'prefixItems') as $of) {
            $list[] = \is_array($of) ? $this->of($of, $where, $depth + 1) : null;
        }
        $items = self::part($schema, 'items');
        if ([] !== $items) {
            [$least, $most] = [(int) self::number($schema, 'minItems', 0), (int) self::number($schema, 'maxItems', 40)];
            // Now and then as many as there may be, at least in part.
            $count = 1 === $this->random->getInt(1, 25) && $depth < 6 ? $this->random->getInt(0, 30) : $this->random->getInt(0, 3);
            while (\count($list) < min($most, max($least, $count))) {
                $list[] = $this->of($items, "{$where}[]", $depth + 1);
            }
        }

        return $list;
    }

    /** @param array<mixed> $schema */
    private function whole(array $schema): int
    {
        [$low, $high] = [(int) ceil(self::number($schema, 'minimum', 0)), (int) floor(self::number($schema, 'maximum', 1000))];
        $near = static fn (int $value): int => max($low, min($high, $value));

        return match ($this->random->getInt(0, 6)) {
            0 => $low,
            1 => $high,
            2 => $near(0),
            3 => $near(127),
            4 => $this->random->getInt($low, $high),
            default => $near($this->random->getInt(0, 20)),
        };
    }

    /** @param array<mixed> $schema */
    private function text(array $schema): string
    {
        $tries = [];
        $pattern = \is_string($schema['pattern'] ?? null) ? $schema['pattern'] : null;
        if (null === $pattern) {
            $words = [];
            for ($count = [1, 1, 1, 1, 1, 2, 3, 30][$this->random->getInt(0, 7)]; $count > 0; --$count) {
                $words[] = self::WORDS[$this->random->getInt(0, \count(self::WORDS) - 1)];
            }

            return mb_substr(implode(' ', $words), 0, max(1, (int) self::number($schema, 'maxLength', 200)));
        }
        if (1 === preg_match('/^\^\(?([\w |-]+)\)?\$$/', $pattern, $words)) {
            $choices = explode('|', $words[1]);

            return $choices[$this->random->getInt(0, \count($choices) - 1)];
        }
        foreach (
            [
                ...['a', 'b', 'c', 'd', 'lead', 'midi'],
                (string) $this->random->getInt(0, 20),
                '#a0b0c0',
                'F0 7D {v} F7',
                '{bank}{slot}',
                '{number}',
                'F07D01F7',
                '2026-11-29',
                '2026-11-29T20:00:00+00:00',
            ] as $index => $try
        ) {
            $tries[] = [1 === @preg_match("/{$pattern}/Du", $try), $try];
        }
        $fitting = array_column(array_filter($tries, static fn (array $each): bool => $each[0]), 1);

        return [] === $fitting ? 'a' : $fitting[$this->random->getInt(0, \count($fitting) - 1)];
    }

    private function see(string $what): void
    {
        $this->seen[$what] = ($this->seen[$what] ?? 0) + 1;
    }

    /**
     * @param array<mixed> $in
     *
     * @return array<mixed>
     */
    private static function part(array $in, string $name): array
    {
        return \is_array($in[$name] ?? null) ? $in[$name] : [];
    }

    /** @param array<mixed> $schema */
    private static function number(array $schema, string $name, int $else): float
    {
        return is_numeric($schema[$name] ?? null) ? (float) $schema[$name] : (float) $else;
    }
}
