<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

/** How long each test took, with all of its data sets. */
final readonly class Times
{
    /** @param array<string, float> $seconds by class::method */
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
            $test = $case->getAttribute('class').'::'.preg_replace('/ with data set .*/s', '', $case->getAttribute('name'));
            $seconds[$test] = ($seconds[$test] ?? 0.0) + (float) $case->getAttribute('time');
        }

        return new self($seconds);
    }

    public function of(string $test): float
    {
        return $this->seconds[$test] ?? 0.1;
    }
}
