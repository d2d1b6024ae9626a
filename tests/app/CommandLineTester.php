<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Command\CommandLine;
use Symfony\Component\Console\Output\ConsoleOutput;
use Symfony\Component\Console\Output\StreamOutput;

/** Runs commands in this process, and keeps what they put out. */
final class CommandLineTester
{
    /** @var array{resource, resource} standard output and standard error */
    private array $streams;

    /** @param list<string> $words */
    public function run(array $words): int
    {
        $this->streams = [self::stream(), self::stream()];
        $output = new class($this->streams[0]) extends ConsoleOutput {
            /** @param resource $stream */
            public function __construct(private $stream)
            {
                parent::__construct();
            }

            public function getStream()
            {
                return $this->stream;
            }

            protected function doWrite(string $message, bool $newline): void
            {
                fwrite($this->stream, $message.($newline ? \PHP_EOL : ''));
            }
        };
        $output->setErrorOutput(new StreamOutput($this->streams[1]));

        return CommandLine::run($words, $output);
    }

    public function output(): string
    {
        return self::all($this->streams[0]);
    }

    public function errors(): string
    {
        return trim(self::all($this->streams[1]));
    }

    /** @return resource */
    private static function stream()
    {
        return fopen('php://memory', 'w+') ?: throw new \RuntimeException('there is no memory to write to');
    }

    /** @param resource $stream */
    private static function all($stream): string
    {
        return (string) stream_get_contents($stream, -1, 0);
    }
}
