<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\CompiledBook;

/** The PHP source of a compiled rulebook. The class is named after its content, so that it can be kept in a cache. */
final readonly class CompiledSource
{
    public const NAMESPACE = 'ZigzagPost\Compiled';
    /** To be raised when compiled code no longer fits the engine. */
    private const VERSION = 27;

    private function __construct(public string $class, public string $php)
    {
    }

    public static function of(string $body, bool $traced): self
    {
        $name = 'Book_'.hash('xxh128', self::VERSION.($traced ? 't' : '').$body);
        $namespace = self::NAMESPACE;
        $php = <<<PHP
            declare(strict_types=1);

            namespace {$namespace};

            use ZigzagPost\Core\Engine\Time\Clocks;
            use ZigzagPost\Core\Engine\Book\CompiledBook;
            use ZigzagPost\Core\Engine\State\ControlAddress;
            use ZigzagPost\Core\Engine\Scenes\Panic;
            use ZigzagPost\Core\Engine\Time\ExtraClocks;
            use ZigzagPost\Core\Engine\Mpe\FanOut;
            use ZigzagPost\Core\Midi\Key;
            use ZigzagPost\Core\Engine\Mpe\Flatten;
            use ZigzagPost\Core\Engine\Notes\Notes;
            use ZigzagPost\Core\Number\Ranges;
            use ZigzagPost\Core\Engine\Controls\Choices;
            use ZigzagPost\Core\Engine\Scenes\Release;
            use ZigzagPost\Core\Engine\Scenes\Scenes;
            use ZigzagPost\Core\Engine\Controls\Restore;
            use ZigzagPost\Core\Engine\Controls\Takeover;
            use ZigzagPost\Core\Engine\Time\Tempos;
            use ZigzagPost\Core\Engine\Controls\Thinning;
            use ZigzagPost\Core\Engine\Trace\Trace;
            use ZigzagPost\Core\Engine\Voices\Voices;
            use ZigzagPost\Core\Engine\Mpe\Zones;
            use ZigzagPost\Core\Number\Exact;
            use ZigzagPost\Core\Number\Rejected;

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
