<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Midi\Kind;

/** Where and in what circumstances a rule is entered; each way of entering is compiled to a method of its own. */
final readonly class RuleEntry
{
    public const RUNS = 'runs';

    private function __construct(
        public Kind $kind,
        /** Index of the first step. */
        public int $from,
        /** Whether a note's release runs the steps again. */
        public bool $isRelease,
        /** Whether sending a note now sends a note-on. */
        public bool $noteSends,
        /** Whether the message came in as a note. */
        public bool $isOfNote,
        /** Step from which a release runs again. */
        public int $ownerStart,
        /** Whether the release has been seen to already. */
        public bool $isHeld,
        /** Whether only the steps on the release velocity run, to say what it becomes. */
        public bool $isReleaseVelocity = false,
        /** The gesture asked for, {@see RUNS} when it has happened, null for messages as they come. */
        public ?string $gesture = null,
    ) {
    }

    public static function ofMessage(Kind $kind): self
    {
        return new self($kind, 0, false, true, Kind::Note === $kind, 0, false);
    }

    /** Asks whether the rule is for a gesture of this kind of message. */
    public static function asksForGesture(Kind $kind, string $gesture): self
    {
        return new self($kind, 0, false, false, false, 0, true, false, $gesture);
    }

    /** A gesture has happened: there is no release to follow. */
    public static function ofGesture(Kind $kind): self
    {
        return new self($kind, 0, false, false, false, 0, true, false, self::RUNS);
    }

    public function resumed(Kind $kind, int $from, bool $noteSends, int $ownerStart, bool $isHeld): self
    {
        return new self($kind, $from, $this->isRelease, $noteSends, $this->isOfNote, $ownerStart, $isHeld, false, $this->gesture);
    }

    /** @param bool $isOfNote false for a note that was made of a controller, which is let go with it */
    public static function ofRelease(Kind $kind, int $from, bool $isOfNote = true): self
    {
        return new self($kind, $from, true, false, $isOfNote, $from, true);
    }

    public static function ofReleaseVelocity(int $from): self
    {
        return new self(Kind::Note, $from, true, false, true, $from, true, true);
    }

    public function method(int $rule): string
    {
        return \sprintf(
            'r%d_%s_%d%s%s%s%s%s_%d%s',
            $rule,
            $this->kind->value,
            $this->from,
            $this->isRelease ? 'r' : '',
            $this->noteSends ? 's' : '',
            $this->isOfNote ? 'n' : '',
            $this->isHeld ? 'h' : '',
            $this->isReleaseVelocity ? 'v' : '',
            $this->ownerStart,
            null === $this->gesture ? '' : '_'.$this->gesture,
        );
    }
}
