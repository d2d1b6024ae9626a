<?php

declare(strict_types=1);

namespace App\Documents;

use App\Entity\Document;
use App\Entity\Revision;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Everything in one file: a zip with a manifest and a file for each document and each of its revisions.
 *
 * What comes in is looked at as a whole first; if anything is wrong, nothing is changed.
 */
final readonly class Everything
{
    private const MANIFEST = 'manifest.json';
    private const FORMAT = 'zigzag post documents';
    private const VERSION = 1;
    private const MOST_FILES = 20_000;
    /** Bytes of all files together. */
    private const MOST_BYTES = 256 << 20;

    public function __construct(private EntityManagerInterface $store)
    {
    }

    /** @return string path of a temporary zip file */
    public function write(): string
    {
        $path = tempnam(sys_get_temp_dir(), 'zigzag-');
        $zip = new \ZipArchive();
        if (false === $path || true !== $zip->open($path, \ZipArchive::OVERWRITE)) {
            throw new \RuntimeException('no temporary file can be opened; is the disk full?');
        }
        $documents = [];
        foreach ($this->store->getRepository(Document::class)->findBy(['deletedAt' => null], ['createdAt' => 'ASC', 'id' => 'ASC']) as $document) {
            $ending = Kinds::find($document->kind)?->ending() ?? 'txt';
            $file = self::file($document->name, $document->id, $ending);
            $zip->addFromString($file, $document->text);
            $revisions = [];
            foreach ($this->store->getRepository(Revision::class)->findBy(['document' => $document->id], ['number' => 'ASC']) as $revision) {
                $of = "history/{$document->id}/{$revision->number}.{$ending}";
                $zip->addFromString($of, $revision->text);
                $revisions[] = ['number' => $revision->number, 'name' => $revision->name, 'begunAt' => self::time($revision->begunAt), 'at' => self::time($revision->at), 'by' => $revision->by, 'what' => $revision->what, 'file' => $of, 'sum' => self::sum($revision->text)];
            }
            $documents[] = [
                'id' => $document->id, 'kind' => $document->kind, 'name' => $document->name, 'version' => $document->version, 'createdAt' => self::time($document->createdAt), 'changedAt' => self::time($document->changedAt),
                'changedBy' => $document->changedBy, 'file' => $file, 'sum' => self::sum($document->text), 'isGood' => $document->goodText === $document->text, 'revisions' => $revisions,
            ];
        }
        $zip->addFromString(self::MANIFEST, json_encode(['format' => self::FORMAT, 'version' => self::VERSION, 'documents' => $documents], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR));
        $zip->close();

        return $path;
    }

    /**
     * Brings in what write() gave. A document that is here already, as it is in the file, stays; one that differs comes in beside it.
     *
     * @return array{new: int, same: int, beside: int} how many documents
     *
     * @throws BadDocument when anything is wrong; nothing is changed then
     */
    public function read(string $path, string $fileName, string $by): array
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY | \ZipArchive::CHECKCONS)) {
            throw BadDocument::at($fileName, '', 'this is no whole zip file');
        }
        try {
            $documents = (new ManifestReader($fileName, fn (string $name): string => $this->entry($zip, $name, $fileName)))->documents($this->sizes($zip, $fileName), self::MANIFEST, self::FORMAT, self::VERSION);
        } finally {
            $zip->close();
        }
        $count = ['new' => 0, 'same' => 0, 'beside' => 0];
        $this->store->wrapInTransaction(function () use ($documents, $by, &$count): void {
            foreach ($documents as [$document, $revisions]) {
                $here = $this->store->find(Document::class, $document->id);
                if (null !== $here && null === $here->deletedAt && $here->text === $document->text && $here->name === $document->name) {
                    ++$count['same'];
                } elseif (null !== $here) {
                    ++$count['beside'];
                    $copy = new Document($document->kind, mb_substr("{$document->name} (from the file)", 0, 200), $document->text, $document->summary, $by);
                    $this->store->persist($copy);
                    $this->store->persist(new Revision($copy->id, 1, $copy->name, $copy->text, $copy->changedAt, $copy->changedAt, $by, Revision::IMPORTED));
                } else {
                    ++$count['new'];
                    $this->store->persist($document);
                    array_map($this->store->persist(...), $revisions);
                }
            }
        });

        return $count;
    }

    private function sizes(\ZipArchive $zip, string $fileName): int
    {
        if ($zip->numFiles > self::MOST_FILES) {
            throw BadDocument::at($fileName, '', \sprintf('there are more than %d files in it', self::MOST_FILES));
        }
        $bytes = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $stat = $zip->statIndex($i);
            $bytes += false === $stat ? 0 : $stat['size'];
        }
        if ($bytes > self::MOST_BYTES) {
            throw BadDocument::at($fileName, '', \sprintf('what is in it is larger than %d MiB', self::MOST_BYTES >> 20));
        }

        return $bytes;
    }

    private function entry(\ZipArchive $zip, string $name, string $fileName): string
    {
        $content = @$zip->getFromName($name);

        return false === $content ? throw BadDocument::at($fileName, $name, 'this file is missing or damaged') : $content;
    }

    public static function sum(string $text): string
    {
        return hash('sha256', $text);
    }

    private static function time(\DateTimeImmutable $time): string
    {
        return $time->format(\DateTimeInterface::ATOM);
    }

    private static function file(string $name, string $id, string $ending): string
    {
        return trim((string) preg_replace('/[^A-Za-z0-9]+/', '-', $name), '-')."-{$id}.{$ending}";
    }
}
