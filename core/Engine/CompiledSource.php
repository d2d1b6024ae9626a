<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** The PHP source of a compiled rulebook. The class is named after its content, so that it can be kept in a cache. */
final readonly class CompiledSource
{
    /** To be raised when compiled code no longer fits the engine. */
    private const VERSION = 16;

    private function __construct(public string $class, public string $php)
    {
    }

    public static function of(string $body, bool $traced): self
    {
        $name = 'Book_'.hash('xxh128', self::VERSION.($traced ? 't' : '').$body);
        $namespace = Compiler::NAMESPACE;
        $php = <<<PHP
            declare(strict_types=1);

            namespace {$namespace};

            use ZigzagPost\Core\Engine\Clocks;
            use ZigzagPost\Core\Engine\CompiledBook;
            use ZigzagPost\Core\Engine\Control;
            use ZigzagPost\Core\Engine\Engine;
            use ZigzagPost\Core\Engine\ExtraClocks;
            use ZigzagPost\Core\Engine\FanOut;
            use ZigzagPost\Core\Engine\Field;
            use ZigzagPost\Core\Engine\Flatten;
            use ZigzagPost\Core\Engine\Notes;
            use ZigzagPost\Core\Engine\Ranges;
            use ZigzagPost\Core\Engine\Scenes;
            use ZigzagPost\Core\Engine\Takeover;
            use ZigzagPost\Core\Engine\Tempos;
            use ZigzagPost\Core\Engine\Thinning;
            use ZigzagPost\Core\Engine\Trace;
            use ZigzagPost\Core\Engine\Voices;
            use ZigzagPost\Core\Engine\Zones;
            use ZigzagPost\Core\Rulebook\Expression\Exact;
            use ZigzagPost\Core\Rulebook\Expression\Rejected;

            final class {$name} extends CompiledBook
            {
            {$body}
            }

            PHP;

        return new self($namespace.'\\'.$name, $php);
    }

    public function load(): CompiledBook
    {
        if (!class_exists($this->class, false)) {
            eval($this->php); // made by the compiler from a checked tree
        }
        $book = new ($this->class)();
        \assert($book instanceof CompiledBook);

        return $book;
    }
}
