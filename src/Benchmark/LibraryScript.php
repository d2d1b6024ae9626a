<?php

declare(strict_types=1);

namespace App\Benchmark;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\Process;

/** The measured rulebooks as a script with an independent MIDI library, mido for Python, where that is installed. */
final readonly class LibraryScript
{
    private const PYTHONS = ['/usr/bin/python3', 'python3'];

    private function __construct(private string $python)
    {
    }

    /** Null when no Python here knows the library. */
    public static function find(): ?self
    {
        foreach (self::PYTHONS as $python) {
            try {
                if (0 === (new Process([$python, '-c', 'import mido']))->run()) {
                    return new self($python);
                }
            } catch (ExceptionInterface) {
                // there is no such Python
            }
        }

        return null;
    }

    /**
     * Lets the script do the same to the same bytes.
     *
     * @param list<string> $messages
     */
    public function run(string $case, array $messages): ScriptRun
    {
        $process = new Process([$this->python, __DIR__.'/with_mido.py', $case], input: implode('', $messages), timeout: 120);
        $process->mustRun();

        return new ScriptRun((float) $process->getErrorOutput(), $process->getOutput());
    }
}
