<?php

declare(strict_types=1);

namespace App\Bench;

use App\Api\ApiProblem;
use App\Entity\Document;
use App\Entity\TapeJob;
use App\Storage\DataFolder;
use App\Storage\StorageProblem;
use Symfony\Component\Filesystem\Exception\IOException;
use Symfony\Component\Filesystem\Filesystem;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Tape\BadState;
use ZigzagPost\Core\Engine\Tape\SavedRun;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Runs a stored tape through a rulebook in portions; between two of them only the saved state lives on. */
final readonly class TapeWork
{
    private const SECONDS = 0.4;

    public function __construct(private DataFolder $data, private Filesystem $files = new Filesystem())
    {
    }

    /**
     * @throws BadState
     * @throws BadFile
     * @throws StorageProblem
     */
    public function portion(TapeJob $job, Document $tape): void
    {
        $book = Compiler::load(ResolvedRulebook::of(Parser::parse($job->bookText)->book)); // it was checked when the run began
        $engine = '' === $job->state ? new Engine($book) : SavedRun::read((string) base64_decode($job->state, true), $book, false);
        if ('' === $job->state) {
            $engine->start();
        }
        $out = $this->openResult($job);
        $until = microtime(true) + self::SECONDS;
        $in = fopen('php://memory', 'w+');
        \assert(false !== $in);
        fwrite($in, $tape->text);
        fseek($in, $job->position);
        foreach (TapeReader::events($in, $tape->name) as $event) {
            $port = $book->inPort('' === $job->port ? $event->port : $job->port);
            if (null !== $port && null === $event->pulseUs) {
                $engine->feed($event->timeUs, $port, $event->bytes);
            }
            ++$job->eventsIn;
            $this->write($job, $engine, $out);
            if (microtime(true) >= $until) {
                break;
            }
        }
        $job->position = (int) ftell($in);
        if ($job->position >= $job->length) {
            for ($engine->endClocks(); null !== ($due = $engine->nextDue()); $engine->endClocks()) {
                $engine->advance($due);
                $this->write($job, $engine, $out);
            }
            $job->isDone = true;
        }
        if (!fflush($out)) {
            throw StorageProblem::diskFull();
        }
        $job->resultLength = (int) ftell($out);
        $job->state = base64_encode(SavedRun::write($engine));
    }

    /** @throws ApiProblem when the result is not here whole any more */
    public function result(TapeJob $job): string
    {
        $result = is_file($this->resultFile($job)) ? (string) @file_get_contents($this->resultFile($job)) : '';
        if (\strlen($result) < $job->resultLength) {
            throw ApiProblem::unprocessable('the result of this run is not here whole any more; run the tape again');
        }

        return substr($result, 0, $job->resultLength);
    }

    /** Deletes the results of runs that are over for so long. */
    public function sweep(int $seconds): void
    {
        foreach (glob($this->data->runs().'/*.tape') ?: [] as $file) {
            if (time() - (int) filemtime($file) > $seconds) {
                @unlink($file);
            }
        }
    }

    /**
     * @return resource
     *
     * @throws StorageProblem
     */
    private function openResult(TapeJob $job)
    {
        $file = $this->resultFile($job);
        if (0 < $job->resultLength && (!is_file($file) || (int) filesize($file) < $job->resultLength)) {
            throw ApiProblem::unprocessable('what this run has written so far is not here whole any more; begin it anew');
        }
        try {
            $this->files->mkdir(\dirname($file), 0o700);
        } catch (IOException) {
            throw StorageProblem::diskFull();
        }
        $out = @fopen($file, 'c+');
        if (false === $out || !ftruncate($out, max(0, $job->resultLength))) {
            throw StorageProblem::diskFull();
        }
        fseek($out, $job->resultLength);
        if (0 === $job->resultLength) {
            self::put($out, TapeWriter::HEADER);
        }

        return $out;
    }

    /**
     * @param resource $out
     *
     * @throws StorageProblem
     */
    private function write(TapeJob $job, Engine $engine, $out): void
    {
        $ports = $engine->book->ports();
        foreach ($engine->take() as $made) {
            self::put($out, TapeWriter::line(new Event($made[0], $ports[$made[1]], $made[2], $made[3] ?? null)));
            ++$job->eventsOut;
        }
    }

    private function resultFile(TapeJob $job): string
    {
        return "{$this->data->runs()}/{$job->id}.tape";
    }

    /**
     * @param resource $out
     *
     * @throws StorageProblem
     */
    private static function put($out, string $bytes): void
    {
        if (\strlen($bytes) !== @fwrite($out, $bytes)) {
            throw StorageProblem::diskFull();
        }
    }
}
