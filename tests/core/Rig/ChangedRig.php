<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use Random\Randomizer;
use ZigzagPost\Core\Data\Json;

/** A rig in which somebody has changed a few facts: a number, a word, a switch, or something that is no longer there. */
final readonly class ChangedRig
{
    /** What decides nothing. */
    private const LEFT_OUT = ['rulebook', 'report', 'log', 'proofs', 'schema', 'label', 'title', 'text', 'notes'];

    private function __construct(private Randomizer $random)
    {
    }

    /** @param string $json of the rig as it was */
    public static function of(string $json, Randomizer $random): string
    {
        $changed = new self($random);
        $rig = Json::members($json);
        for ($count = $random->getInt(2, 6); $count > 0; --$count) {
            $facts = $changed->facts($rig, []);
            // Charts are the most of it, units and leads what people change most.
            $some = 0 === $count % 2 ? array_values(array_filter($facts, static fn (array $path): bool => 'charts' !== $path[0])) : [];
            $from = [] === $some ? $facts : $some;
            $rig = $changed->with($rig, $from[$random->getInt(0, \count($from) - 1)], $facts, $rig);
        }

        return Json::encode($rig);
    }

    /**
     * @param array<mixed>     $in
     * @param list<int|string> $path
     *
     * @return non-empty-list<non-empty-list<int|string>> where each fact stands
     */
    private function facts(array $in, array $path): array
    {
        $facts = [];
        foreach ($in as $key => $value) {
            if (!\in_array($key, self::LEFT_OUT, true)) {
                \is_array($value) && [] !== $value ? array_push($facts, ...$this->facts($value, [...$path, $key])) : ($facts[] = [...$path, $key]);
            }
        }

        return [] === $facts ? [[...$path, 'nothing']] : $facts;
    }

    /**
     * @param array<mixed> $in
     * @param non-empty-list<int|string> $path
     * @param non-empty-list<non-empty-list<int|string>> $facts
     * @param array<mixed> $rig
     *
     * @return array<mixed>
     */
    private function with(array $in, array $path, array $facts, array $rig): array
    {
        $key = $path[0];
        $rest = \array_slice($path, 1);
        $value = $in[$key] ?? null;
        if ([] === $rest || (0 === $this->random->getInt(0, 40) && \count($path) < 4)) {
            $isGone = 0 === $this->random->getInt(0, 4);
            $in[$key] = $isGone ? null : $this->other($value, (string) $key, $facts, $rig);
            if ($isGone || null === $in[$key]) {
                unset($in[$key]);
            }

            return [] === array_filter(array_keys($in), is_string(...)) ? array_values($in) : $in;
        }

        return [$key => $this->with(\is_array($value) ? $value : [], $rest, $facts, $rig)] + $in;
    }

    /**
     * Another value of its sort: one more or less, the other of two, or what stands under such a name elsewhere in the rig.
     *
     * @param non-empty-list<non-empty-list<int|string>> $facts
     * @param array<mixed> $rig
     */
    private function other(mixed $value, string $key, array $facts, array $rig): mixed
    {
        if (\is_bool($value)) {
            return !$value;
        }
        if (\is_int($value) && 0 !== $this->random->getInt(0, 2)) {
            return max(0, $value + [-1, 1, 2, 5, -10][$this->random->getInt(0, 4)]);
        }
        $alike = array_values(array_filter($facts, static fn (array $path): bool => (string) $path[\count($path) - 1] === $key));
        $found = $rig;
        foreach ([] === $alike ? [] : $alike[$this->random->getInt(0, \count($alike) - 1)] as $step) {
            $found = \is_array($found) ? $found[$step] ?? null : null;
        }

        return \is_scalar($found) ? $found : $value;
    }
}
