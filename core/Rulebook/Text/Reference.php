<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** A name used in a rulebook that must have been declared somewhere in it. */
final readonly class Reference
{
    public const IN_PORT = 'in port';
    public const OUT_PORT = 'out port';
    public const TABLE = 'table';
    public const CURVE = 'curve';
    public const MEMORY = 'memory';
    public const CLOCK = 'clock';
    public const SCENE = 'scene';
    public const GROUP = 'group';
    public const STACK = 'stack';

    public function __construct(public string $what, public Token $name)
    {
    }

    /**
     * @param list<Token> $names
     *
     * @return list<self>
     */
    public static function all(string $what, array $names): array
    {
        return array_map(static fn (Token $name): self => new self($what, $name), $names);
    }
}
