<?php

declare(strict_types=1);

namespace App\Bench;

use App\Entity\StoredTape;
use App\Entity\TapeJob;
use Symfony\Component\Filesystem\Filesystem;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Engine\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\SavedRun;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Format\TapeWriter;

/** Runs a stored tape through a rulebook in portions; between two of them only the saved state lives on. */
final readonly class TapeWork
{
    private const SECONDS = 0.4;

    public function __construct(private string $projectDir, private Filesystem $files = new Filesystem())
    {
    }

    public function portion(TapeJob $job, StoredTape $tape): void
    {
        $book = Compiler::load(Checker::check($job->bookText)->book);
        $engine = '' === $job->state ? new Engine($book) : SavedRun::read((string) base64_decode($job->state, true), $book, false);
        if (null === $engine) {
            throw new \RuntimeException('the state of a run cannot be read');
        }
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
        fflush($out);
        $job->resultLength = (int) ftell($out);
        $job->state = base64_encode(SavedRun::write($engine));
    }

    public function result(TapeJob $job): string
    {
        return substr((string) file_get_contents($this->resultFile($job)), 0, $job->resultLength);
    }

    /** @return resource */
    private function openResult(TapeJob $job)
    {
        $this->files->mkdir(\dirname($this->resultFile($job)));
        $out = fopen($this->resultFile($job), 'c+');
        if (false === $out) {
            throw new \RuntimeException('the result of a run cannot be written; is the disk full?');
        }
        ftruncate($out, max(0, $job->resultLength));
        fseek($out, $job->resultLength);
        if (0 === $job->resultLength) {
            fwrite($out, TapeWriter::HEADER);
        }

        return $out;
    }

    /** @param resource $out */
    private function write(TapeJob $job, Engine $engine, $out): void
    {
        $ports = $engine->book->ports();
        foreach ($engine->take() as $made) {
            fwrite($out, TapeWriter::line(new Event($made[0], $ports[$made[1]], $made[2], $made[3] ?? null)));
            ++$job->eventsOut;
        }
    }

    private function resultFile(TapeJob $job): string
    {
        return "{$this->projectDir}/var/data/runs/{$job->id}.tape";
    }
}
