<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Remote\DriverCommand;
use Facebook\WebDriver\Remote\JsonWireCompat;

/** By what each element of a browser was found, to find it again. */
final class Found
{
    private const ONE = [DriverCommand::FIND_ELEMENT, DriverCommand::FIND_CHILD_ELEMENT];
    private const MANY = [DriverCommand::FIND_ELEMENTS, DriverCommand::FIND_CHILD_ELEMENTS];

    /** @var array<string, FoundBy> by the driver's name of the element */
    private array $by = [];

    /** @param array<mixed> $params */
    public function note(string $command, array $params, mixed $answer): void
    {
        $found = match (true) {
            \in_array($command, self::ONE, true) => [$answer],
            \in_array($command, self::MANY, true) && \is_array($answer) => array_values($answer),
            default => [],
        };
        foreach ($found as $place => $element) {
            if (\is_array($element)) {
                $this->by[self::nameOf($element)] = new FoundBy($command, $params, $place, \count($found));
            }
        }
    }

    /**
     * The same with every element in it found again.
     *
     * @param array<mixed> $params
     * @param callable(string, array<mixed>): mixed $execute
     *
     * @return array<mixed>|null nothing where there is none in it, or none or another number of them now
     */
    public function again(array $params, callable $execute): ?array
    {
        $names = [];
        array_walk_recursive($params, function (mixed $value) use (&$names): void {
            if (\is_string($value) && isset($this->by[$value])) {
                $names[$value] = true;
            }
        });
        $now = [];
        foreach (array_keys($names) as $name) {
            $by = $this->by[$name];
            try {
                $answer = $execute($by->command, $by->params);
            } catch (NoSuchElementException) {
                return null;
            }
            $elements = \in_array($by->command, self::ONE, true) ? [$answer] : array_values((array) $answer);
            if (!\is_array($elements[$by->place] ?? null) || \count($elements) !== $by->of) {
                return null;
            }
            $now[$name] = self::nameOf($elements[$by->place]);
        }
        if ([] === $now) {
            return null;
        }
        array_walk_recursive($params, static function (mixed &$value) use ($now): void {
            $value = \is_string($value) ? $now[$value] ?? $value : $value;
        });

        return $params;
    }

    /** @param array<mixed> $element */
    private static function nameOf(array $element): string
    {
        $name = JsonWireCompat::getElement($element);

        return \is_string($name) ? $name : throw new \UnexpectedValueException('an element without a name');
    }
}
