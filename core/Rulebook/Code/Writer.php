<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Expression\Code;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Rounded;
use ZigzagPost\Core\Rulebook\Expression\Scope;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * What a step writes its PHP code into, for one kind of message.
 *
 * In that code `$ch`, `$n`, `$v` and `$rel` hold the message: channel (1 to 16), key or number, velocity or value, release
 * velocity; `$ctl` names the incoming control, `$own` whoever ends the notes begun, `$e` is the run and `$s` its state.
 */
interface Writer
{
    // The message at hand ---------------------------------------------------------------------------------------------

    public function kind(): Kind;

    /** Whether sending a note begins it; otherwise a release ends notes by itself. */
    public function beginsNotes(): bool;

    /** Whether these steps run for the release of a note. */
    public function isRelease(): bool;

    /** Whether the message came in as a note. */
    public function isOfNote(): bool;

    /** Whether the rule takes nothing but messages of MPE zones, and the channel is still the one it came on. */
    public function isOfZone(): bool;

    /** Whether a rule like this gets messages of a kind at all. */
    public function takes(Kind $kind): bool;

    /**
     * PHP for whether the message came from one of these controls.
     *
     * @param list<ControlMessage> $controls
     */
    public function comesFrom(array $controls): string;

    /** What names mean in expressions here. */
    public function scope(): Scope;

    public function fields(): Fields;

    public function around(): Surroundings;

    // Changing it -----------------------------------------------------------------------------------------------------

    /**
     * The message has become another.
     *
     * @param Interval|null $range of its value, where that is known
     */
    public function become(Kind $kind, ?Interval $range): void;

    // Writing ---------------------------------------------------------------------------------------------------------

    public function line(string $php): void;

    /** A variable of its own. */
    public function temporary(): string;

    public function code(Expression $expression): Code;

    /** The rounded code of an expression, with the range of its rounded results. */
    public function rounded(Expression $expression): Rounded;

    /**
     * A constant list of numbers, or numbers by number.
     *
     * @param array<int, int> $values
     */
    public function constant(array $values): string;

    /** A constant written as PHP. */
    public function rawConstant(string $php): string;

    /** A name for state that belongs to the present step; the compiled rulebook will say that this step keeps some. */
    public function stepId(): string;

    /** Position of the rule. */
    public function ruleIndex(): int;

    /** PHP for the position of the rule on whose behalf this is done: a stack acts for the rule that does it. */
    public function doer(): string;

    /**
     * Does something later with the message in `$mch`, `$mn`, `$mv` and `$mraw`; a panic of the port cancels it.
     *
     * @param \Closure(self): void $write writes what is done then, with the same variables
     */
    public function after(int $us, int $port, bool $isNote, \Closure $write): void;

    /**
     * Tells the compiled rulebook how this step flattens.
     *
     * @param int $range bend range in semitones
     * @param string $priority last, high or low
     * @param string $bend method that goes on with bend, '' where it is not sent; so of pressure and timbre
     */
    public function flattens(
        int $channel,
        int $range,
        string $priority,
        string $bend,
        string $pressure,
        int $pressureController,
        string $timbre,
        int $timbreController,
    ): void;

    public function declared(): Declared;

    public function owner(): Owners;

    public function sender(): SendWriter;

    // Ending ----------------------------------------------------------------------------------------------------------

    /** Code that drops the message here, counted under this rule. */
    public function drop(string $reason, string $then = 'return 1;'): string;

    /** The same for a reason that is only known when the rule runs. */
    public function dropFor(string $reasonPhp, string $then = 'return 1;'): string;

    public function rejection(string $reasonPhp, string $then): string;

    /** Writes that the message is rejected here, whatever it is. */
    public function reject(string $reason): void;

    /** No step after the present one is reached. */
    public function end(): void;

    public function hasEnded(): bool;

    /** Notes something out of place, for the checks. */
    public function finds(CompileFindingKind $findingKind, string $what, Span $span): void;
}
