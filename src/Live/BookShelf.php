<?php

declare(strict_types=1);

namespace App\Live;

use App\Storage\MemoryFolder;
use ZigzagPost\Core\Compile\CompiledSource;
use ZigzagPost\Core\Engine\Book\CompiledBook;

/** Compiled rulebooks of a host, in its own folder, with their text: a player only has to load them. */
final readonly class BookShelf
{
    public function __construct(private string $folder)
    {
    }

    /** Puts a rulebook on the shelf and says under which name it is found. */
    public function put(CompiledSource $source, string $text): string
    {
        $name = hash('xxh128', $source->class.$text);
        HostFolder::write("{$this->folder}/{$name}.book", $text);
        HostFolder::write("{$this->folder}/{$name}.class.php", "<?php\n\n{$source->php}");
        $load = "if (!class_exists(\\{$source->class}::class, false)) {\n    require __DIR__.'/{$name}.class.php';\n}\n\nreturn new \\{$source->class}();\n";
        HostFolder::write("{$this->folder}/{$name}.php", "<?php\n\n{$load}");

        return $name;
    }

    /** @throws CannotPlay where there is no such rulebook */
    public function load(string $name): CompiledBook
    {
        if (!MemoryFolder::isOurs($this->folder)) {
            throw CannotPlay::because('the folder of this host is open to others, so that nothing in it is trusted');
        }
        $book = $this->isKnown($name) ? require "{$this->folder}/{$name}.php" : null;

        return $book instanceof CompiledBook ? $book : throw CannotPlay::because("there is no rulebook {$name} here");
    }

    public function text(string $name): string
    {
        return $this->isKnown($name) ? (string) file_get_contents("{$this->folder}/{$name}.book") : '';
    }

    public function isKnown(string $name): bool
    {
        return 1 === preg_match('/^[0-9a-f]{32}$/D', $name) && is_file("{$this->folder}/{$name}.php");
    }
}
