<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

/** Something that a control can do: call a program, move a parameter, change the scene or the song, play a unit, lead a clock, do a stack. */
final readonly class LearnTarget
{
    public const PROGRAM = 'program';
    public const PARAMETER = 'parameter';
    public const PLAY = 'play';
    public const SCENE = 'scene';
    /** To the next or previous scene, or to a song of the set list: what stands behind `go`. */
    public const GO = 'go';
    public const TAP = 'tap';
    public const START = 'start';
    public const STOP = 'stop';
    public const STACK = 'stack';

    /**
     * @param string|null $unit of the rig
     * @param string $title of the program, parameter, scene, clock or stack; where it goes to, such as "next song" or "song 3"
     * @param string $words for whoever looks for it
     */
    public function __construct(public string $what, public ?string $unit, public string $title, public string $words)
    {
    }
}
