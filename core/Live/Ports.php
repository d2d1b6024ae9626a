<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Engine\Book\CompiledBook;

/** The ports of a live run by numbers that stay as they are when other rules come: ports of theirs that are new come behind. */
final class Ports
{
    /** @var list<string> */
    public array $names = [];
    /** @var array<int, int> position of in ports in the present rulebook, by number */
    public array $in = [];
    /** @var array<int, int> number of out ports, by position in the present rulebook */
    public array $out = [];
    /** @var array<string, int> */
    private array $numbers = [];

    /** @param list<string> $names ports of earlier rules, by number */
    public function __construct(CompiledBook $book, array $names = [])
    {
        $this->names = $names;
        $this->numbers = array_flip($names);
        $this->take($book);
    }

    public function take(CompiledBook $book): void
    {
        foreach ($book->ports() as $name) {
            if (!isset($this->numbers[$name])) {
                $this->numbers[$name] = \count($this->names);
                $this->names[] = $name;
            }
        }
        $this->in = $this->out = [];
        foreach ($book->inPorts() as $position) {
            $this->in[$this->numbers[$book->ports()[$position]]] = $position;
        }
        foreach ($book->outPorts() as $position) {
            $this->out[$position] = $this->numbers[$book->ports()[$position]];
        }
    }

    public function number(string $name): ?int
    {
        return $this->numbers[$name] ?? null;
    }
}
