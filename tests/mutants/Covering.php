<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

use SebastianBergmann\CodeCoverage\CodeCoverage;

/** Which tests run over a line, the quickest first, by a run of all of them that was recorded. */
final class Covering
{
    /** Of a test with sets of data one is run for each eight seconds, and more of them as long as together they take less than that. */
    private const SECONDS_A_SET = 8;

    /** @param array<string, array<int, list<string>|null>> $lines by file: the tests of each line */
    private function __construct(private readonly string $root, private readonly array $lines, private readonly Times $times)
    {
    }

    /**
     * @param string $coverage written by `--coverage-php`
     * @param string $times written by `--log-junit`
     */
    public static function read(string $root, string $coverage, string $times): self
    {
        $read = require $coverage;

        if (!$read instanceof CodeCoverage) {
            throw new \RuntimeException("{$coverage} holds no coverage");
        }
        /** @var array<string, array<int, list<string>|null>> $lines */
        $lines = $read->getData()->lineCoverage();

        return new self($root, $lines, Times::read($times));
    }

    /** @return list<string> tests as they name themselves, up to so many seconds of them, and of each no more than a few sets of data */
    public function of(Mutant $mutant, float $mostS): array
    {
        $tests = array_map(self::name(...), $this->over($mutant));
        usort($tests, fn (string $one, string $other): int => $this->times->of($one) <=> $this->times->of($other));
        $chosen = $sets = $seconds = [];
        $mostSets = max(1, (int) ($mostS / self::SECONDS_A_SET));
        foreach ($tests as $test) {
            $method = explode(' with data set ', $test)[0];
            $sets[$method] = ($sets[$method] ?? 0) + 1;
            $seconds[$method] = ($seconds[$method] ?? 0) + $this->times->of($test);
            if ($sets[$method] > $mostSets && $seconds[$method] > self::SECONDS_A_SET) {
                continue;
            }
            $mostS -= $this->times->of($test);
            if ([] !== $chosen && $mostS < 0) {
                break;
            }
            $chosen[] = $test;
        }

        return $chosen;
    }

    /** @return list<string> as they were recorded; for what is no step of its own, such as a constant, those that run over anything of its file */
    private function over(Mutant $mutant): array
    {
        $lines = $this->lines["{$this->root}/{$mutant->file}"] ?? [];

        return \array_key_exists($mutant->line, $lines)
            ? $lines[$mutant->line] ?? []
            : array_values(array_unique(array_merge(...array_values(array_filter($lines, \is_array(...))))));
    }

    /** What the recorded run calls Class::method#set is told to the runner as the report of times writes it. */
    private static function name(string $recorded): string
    {
        $parts = explode('#', $recorded, 2);
        $method = $parts[0];
        $set = $parts[1] ?? '';

        return match (true) {
            '' === $set => $method,
            ctype_digit($set) => "{$method} with data set #{$set}",
            default => "{$method} with data set \"{$set}\"",
        };
    }
}
