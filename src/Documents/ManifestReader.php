<?php

declare(strict_types=1);

namespace App\Documents;

use App\Entity\Document;
use App\Entity\Revision;

/** Reads the manifest of a file with everything, and whatever it names; each mistake says where it is. */
final readonly class ManifestReader
{
    /** @param \Closure(string): string $content the content of a file in the zip */
    public function __construct(private string $fileName, private \Closure $content)
    {
    }

    /**
     * @return list<array{Document, list<Revision>}>
     *
     * @throws BadDocument
     */
    public function documents(int $bytes, string $manifest, string $format, int $version): array
    {
        try {
            $read = json_decode(($this->content)($manifest), true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw BadDocument::at($this->fileName, $manifest, 'this is not JSON');
        }
        if (!\is_array($read) || $format !== ($read['format'] ?? null)) {
            throw BadDocument::at($this->fileName, $manifest, 'this file holds something else');
        }
        if ($version !== ($read['version'] ?? null)) {
            throw BadDocument::at($this->fileName, $manifest, 'this file was written by another version; bring both to the same one');
        }
        $documents = [];
        $seen = [];
        foreach (\is_array($read['documents'] ?? null) ? array_values($read['documents']) : throw BadDocument::at($this->fileName, $manifest, '"documents" should be a list') as $index => $entry) {
            $place = "{$manifest}: documents[{$index}]";
            $documents[] = [$document] = $this->document(\is_array($entry) ? $entry : [], $place);
            if (isset($seen[$document->id])) {
                throw BadDocument::at($this->fileName, $place, "document {$document->id} is there twice");
            }
            $seen[$document->id] = true;
        }

        return $documents;
    }

    /**
     * @param array<mixed> $entry
     *
     * @return array{Document, list<Revision>}
     */
    private function document(array $entry, string $place): array
    {
        $id = $this->text($entry, 'id', $place, '/^[0-9a-f]{16}$/D');
        $kind = Kinds::find($this->text($entry, 'kind', $place, '/^[a-z]{1,20}$/D')) ?? throw BadDocument::at($this->fileName, "{$place}.kind", 'there is no such kind of document');
        $text = $this->file($entry, $place);
        if (!mb_check_encoding($text, 'UTF-8') || \strlen($text) > $kind->maxBytes()) {
            throw BadDocument::at($this->fileName, $this->text($entry, 'file', $place, '/^.{1,300}$/Dsu'), 'this is not UTF-8 text, or too much of it');
        }
        $summary = $kind->summary($text);
        $document = new Document($kind->name(), $this->text($entry, 'name', $place, '/^.{1,200}$/Dsu'), $text, $summary, $this->text($entry, 'changedBy', $place, '/^.{0,80}$/Dsu'), $id, $this->time($entry, 'createdAt', $place));
        $document->version = $this->number($entry, 'version', $place);
        $document->changedAt = $this->time($entry, 'changedAt', $place);
        $document->goodText = true === ($entry['isGood'] ?? false) ? $text : '';
        $revisions = [];
        $numbers = [];
        foreach (\is_array($entry['revisions'] ?? null) ? array_values($entry['revisions']) : [] as $index => $each) {
            $at = "{$place}.revisions[{$index}]";
            $each = \is_array($each) ? $each : [];
            $number = $this->number($each, 'number', $at);
            if ($number > $document->version || isset($numbers[$number])) {
                throw BadDocument::at($this->fileName, $at, "version {$number} is there twice, or newer than the document");
            }
            $numbers[$number] = true;
            $revisions[] = new Revision($id, $number, $this->text($each, 'name', $at, '/^.{1,200}$/Dsu'), $this->file($each, $at), $this->time($each, 'begunAt', $at), $this->time($each, 'at', $at), $this->text($each, 'by', $at, '/^.{0,80}$/Dsu'), $this->text($each, 'what', $at, '/^.{1,40}$/Dsu'));
        }

        return [$document, $revisions];
    }

    /** @param array<mixed> $entry */
    private function file(array $entry, string $place): string
    {
        $name = $this->text($entry, 'file', $place, '/^.{1,300}$/Dsu');
        $text = ($this->content)($name);
        if (Everything::sum($text) !== ($entry['sum'] ?? null)) {
            throw BadDocument::at($this->fileName, $name, 'this file is damaged: its sum is another one than the manifest says');
        }

        return $text;
    }

    /** @param array<mixed> $entry */
    private function text(array $entry, string $name, string $place, string $pattern): string
    {
        $text = $entry[$name] ?? null;

        return \is_string($text) && 1 === @preg_match($pattern, $text) ? $text : throw BadDocument::at($this->fileName, "{$place}.{$name}", 'this is missing, or not the text that belongs here');
    }

    /** @param array<mixed> $entry */
    private function number(array $entry, string $name, string $place): int
    {
        $number = $entry[$name] ?? null;

        return \is_int($number) && $number > 0 ? $number : throw BadDocument::at($this->fileName, "{$place}.{$name}", 'this should be a whole number from 1');
    }

    /** @param array<mixed> $entry */
    private function time(array $entry, string $name, string $place): \DateTimeImmutable
    {
        $time = \is_string($entry[$name] ?? null) ? \DateTimeImmutable::createFromFormat(\DateTimeInterface::ATOM, $entry[$name]) : false;

        return false === $time ? throw BadDocument::at($this->fileName, "{$place}.{$name}", 'this should be a time such as 2026-11-25T20:15:00+00:00') : $time;
    }
}
