<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\TapeReader;

/** Recordings, kept as the text of a tape. */
final class TapeKind implements DocumentKind
{
    public const NAME = 'tape';

    public function name(): string
    {
        return self::NAME;
    }

    public function maxBytes(): int
    {
        return 64 << 20;
    }

    public function ending(): string
    {
        return 'tape';
    }

    public function read(string $text, string $fileName): array
    {
        if (\strlen($text) > $this->maxBytes()) {
            throw BadDocument::at($fileName, '', 'a tape is at most 64 MiB of text');
        }
        $events = 0;
        $lengthUs = 0;
        try {
            foreach (TapeReader::ofText($text) as $event) {
                ++$events;
                $lengthUs = $event->timeUs;
            }
        } catch (BadFile $bad) {
            throw BadDocument::at($fileName, '', $bad->getMessage());
        }

        return ['events' => $events, 'lengthUs' => $lengthUs];
    }

    /** @throws BadDocument */
    public function summary(string $text): array
    {
        return $this->read($text, 'tape');
    }
}
