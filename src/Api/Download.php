<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\WriteFailed;

/** What is kept, as files. */
final class Download
{
    /** A text under a name. */
    public static function text(string $text, string $fileName, string $type): Response
    {
        $name = trim((string) preg_replace('/[^A-Za-z0-9._-]+/', '-', $fileName), '-.');

        return new Response($text, 200, [
            'Content-Type' => $type,
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', '' === $name ? 'file' : $name),
        ]);
    }

    /**
     * A tape as a file in the format asked for.
     *
     * @throws BadFile
     * @throws WriteFailed
     */
    public static function of(string $tapeText, string $name, FileFormat $format): Response
    {
        $stream = fopen('php://temp', 'w+');
        if (false === $stream) {
            throw new \RuntimeException('no temporary file can be opened; is the disk full?');
        }
        $writer = $format->writer($stream);
        foreach (TapeReader::ofText($tapeText) as $event) {
            $writer->write($event);
        }
        $writer->finish();
        rewind($stream);
        $fileName = trim((string) preg_replace('/[^A-Za-z0-9_-]+/', '-', pathinfo($name, \PATHINFO_FILENAME)), '-');

        return new Response((string) stream_get_contents($stream), 200, [
            'Content-Type' => match ($format) {
                FileFormat::MidiFile => 'audio/midi',
                FileFormat::Csv => 'text/csv; charset=utf-8',
                FileFormat::Tape => 'text/plain; charset=utf-8',
            },
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', ('' === $fileName ? 'tape' : $fileName).'.'.$format->value),
        ]);
    }
}
