<?php

declare(strict_types=1);

namespace App\Bench;

use Symfony\Component\Filesystem\Filesystem;
use ZigzagPost\Core\Engine\CompiledBook;
use ZigzagPost\Core\Engine\Compiler;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Keeps compiled rulebooks as PHP files, so that a request need not compile again. */
final readonly class BookCache
{
    public function __construct(private string $cacheDir, private Filesystem $files = new Filesystem())
    {
    }

    public function store(Rulebook $book): CompiledBook
    {
        $source = Compiler::source($book, true);
        $file = $this->file($source->class);
        if (!is_file($file)) {
            $this->files->dumpFile($file, "<?php\n\ndeclare(strict_types=1);\n\n".$source->php);
        }

        return $this->find($source->class) ?? $source->load();
    }

    /** A book compiled before, or null when it is no longer kept. */
    public function find(string $class): ?CompiledBook
    {
        if (1 !== preg_match('/^'.preg_quote(Compiler::NAMESPACE, '/').'\\\\Book_[0-9a-f]{32}$/D', $class)) {
            return null;
        }
        if (!class_exists($class, false) && is_file($this->file($class))) {
            require $this->file($class);
        }
        $book = class_exists($class, false) ? new $class() : null;

        return $book instanceof CompiledBook ? $book : null;
    }

    private function file(string $class): string
    {
        return $this->cacheDir.'/books/'.basename(str_replace('\\', '/', $class)).'.php';
    }
}
