<?php

declare(strict_types=1);

namespace App\Bench;

use App\Api\Problem;
use App\Entity\StoredTape;
use Doctrine\ORM\EntityManagerInterface;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Format\WholeMessages;

/** Recordings in the database. */
final readonly class TapeStore
{
    /** Largest file taken, in bytes. */
    public const MAX_BYTES = 8 << 20;

    public function __construct(private EntityManagerInterface $store)
    {
    }

    /**
     * @return array{StoredTape, array<string, int>} the tape, and how many of which faults were left out
     *
     * @throws BadFile
     */
    public function read(string $path, string $name): array
    {
        $stream = fopen($path, 'r');
        if (false === $stream) {
            throw BadFile::whole($name, 'this file cannot be read');
        }
        $name = mb_scrub($name);
        $text = TapeWriter::HEADER;
        $count = 0;
        $lengthUs = 0;
        $whole = new WholeMessages();
        foreach ($whole->of(FileFormat::of($name)->events($stream, $name)) as $event) {
            $text .= TapeWriter::line($event);
            $lengthUs = $event->timeUs;
            if (++$count > 1_000_000) {
                throw BadFile::whole($name, 'this file has more than a million messages; cut it into parts');
            }
        }
        if (0 === $count) {
            throw BadFile::whole($name, 'there are no MIDI messages in this file');
        }

        return [new StoredTape(mb_substr($name, 0, 200), $text, $count, $lengthUs), $whole->faults];
    }

    public function find(string $id): StoredTape
    {
        $tape = $this->store->find(StoredTape::class, $id);

        return null === $tape || null !== $tape->deletedAt ? throw Problem::notFound('tape') : $tape;
    }

    /** @return \Generator<int, Event> */
    public static function events(string $tapeText): \Generator
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            throw new \RuntimeException('no memory for a tape');
        }
        fwrite($stream, $tapeText);
        rewind($stream);
        yield from TapeReader::events($stream, 'tape');
    }
}
