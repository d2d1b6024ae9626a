<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** What an in port does with every message that begins with the same two bytes: which control it is, and which rules to ask. */
final readonly class InputPlan
{
    public const PLAIN = 0;
    public const BEND = 1;
    public const NOTE_ON = 2;
    public const NOTE_OFF = 3;

    /** @param list<\Closure> $rules */
    public function __construct(
        public int $shape,
        /** Whether it is a controller that may be a part of a group, or set up a zone. */
        public bool $isPart,
        /** Whether all it does is to select one half of a parameter number. */
        public bool $isSelection,
        /** Whether rules are all that has to see it. */
        public bool $isPlain,
        public int $kind,
        /** 1 to 16 */
        public int $channel,
        /** Key or controller; 0 for a bend. */
        public int $number,
        /** Second byte of the message. */
        public int $second,
        public int $control,
        /** The held key that a note is called by. */
        public int $own,
        public array $rules,
    ) {
    }
}
