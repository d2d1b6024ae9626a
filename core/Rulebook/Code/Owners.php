<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;

/** Who ends what a rule begins, and how the rule goes on later. */
interface Owners
{
    /** Makes sure that the release of the note behind a message that is no note (any more) runs these steps again. */
    public function hold(): void;

    /** From here on notes belong to a latch of this step and control. */
    public function latch(): void;

    /** From here on notes belong to a gate of this step and control. */
    public function gate(): void;

    /** From here on notes belong to the control that this step made them from. */
    public function made(): void;

    /** From here on notes begin, and end, as much later than before. */
    public function delay(int $us): void;

    /** Name of the method that goes on with the step after this one, for the message as it now is. */
    public function continuation(): string;

    /** The same for another kind of message that this step makes beside the one at hand. */
    public function continuationAs(Kind $kind): string;

    /** PHP of the arguments with which a continuation goes on later. */
    public function arguments(): string;

    /** Name of the method that runs a release from the step after this one; null when there is no such step. */
    public function releaseFromNext(): ?string;
}
