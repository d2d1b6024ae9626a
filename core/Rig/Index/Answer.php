<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

/**
 * What the rig knows of something that rules name, or why it does not.
 *
 * @template-covariant T of object
 */
final readonly class Answer
{
    /**
     * @param T|null $value
     * @param list<string> $ports out ports that lead there, the one taken first
     */
    private function __construct(public ?object $value, public array $ports, public ?Lack $lack)
    {
    }

    /**
     * @template V of object
     *
     * @param V $value
     * @param list<string> $ports
     *
     * @return self<V>
     */
    public static function known(object $value, array $ports): self
    {
        return new self($value, $ports, null);
    }

    /** @return self<never> */
    public static function lacking(Lack $lack): self
    {
        /** @var self<never> $lacking */
        $lacking = new self(null, [], $lack);

        return $lacking;
    }
}
