<?php

declare(strict_types=1);

namespace App\Bench;

use App\Api\ApiProblem;
use App\Documents\Documents;
use App\Documents\TapeKind;
use App\Entity\Document;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Format\WholeMessages;

/** Recordings in the database. */
final readonly class TapeStore
{
    public function __construct(private Documents $documents)
    {
    }

    /**
     * @throws BadFile
     */
    public function read(string $path, string $name, string $by = ''): ReadTape
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

        $tape = new Document(TapeKind::NAME, mb_substr($name, 0, 200), $text, ['events' => $count, 'lengthUs' => $lengthUs], $by);

        return new ReadTape($tape, $whole->faults);
    }

    public function find(string $id): Document
    {
        return $this->documents->find($id, TapeKind::NAME) ?? throw ApiProblem::notFound('tape');
    }
}
