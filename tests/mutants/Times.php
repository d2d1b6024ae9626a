<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

/** How long each test took. */
final readonly class Times
{
    /** @param array<string, float> $seconds by the test's name: class::method, with its set of data */
    private function __construct(private array $seconds)
    {
    }

    /** @param string $file written by `--log-junit` */
    public static function read(string $file): self
    {
        $document = new \DOMDocument();
        $document->load($file);
        $seconds = [];
        foreach ($document->getElementsByTagName('testcase') as $case) {
            $seconds["{$case->getAttribute('class')}::{$case->getAttribute('name')}"] = (float) $case->getAttribute('time');
        }

        return new self($seconds);
    }

    public function of(string $test): float
    {
        return $this->seconds[$test] ?? 0.1;
    }
}
