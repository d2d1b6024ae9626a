<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

use SebastianBergmann\CodeCoverage\CodeCoverage;

/** Which tests run over a line, the quickest first, by a run of all of them that was recorded. */
final class Covering
{
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

    /** @return list<string> tests as class::method, up to so many seconds of them */
    public function of(Mutant $mutant, float $mostS): array
    {
        $tests = array_unique(array_map(static fn (string $test): string => (string) preg_replace('/(#| with data set ).*/s', '', $test), $this->lines["{$this->root}/{$mutant->file}"][$mutant->line] ?? []));
        usort($tests, fn (string $a, string $b): int => $this->times->of($a) <=> $this->times->of($b));
        $chosen = [];
        foreach ($tests as $test) {
            $mostS -= $this->times->of($test);
            if ([] !== $chosen && $mostS < 0) {
                break;
            }
            $chosen[] = $test;
        }

        return $chosen;
    }
}
