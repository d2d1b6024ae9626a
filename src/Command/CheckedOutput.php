<?php

declare(strict_types=1);

namespace App\Command;

use Symfony\Component\Console\Output\StreamOutput;
use ZigzagPost\Core\Format\Sink;
use ZigzagPost\Core\Format\WriteFailed;

/** Standard output that notices when it takes no more. */
final class CheckedOutput extends StreamOutput
{
    protected function doWrite(string $message, bool $newline): void
    {
        try {
            Sink::put($this->getStream(), $message.($newline ? \PHP_EOL : ''));
            if (!@fflush($this->getStream())) {
                throw WriteFailed::full();
            }
        } catch (WriteFailed $failed) {
            throw CommandFailed::input("standard output: {$failed->getMessage()}");
        }
    }
}
