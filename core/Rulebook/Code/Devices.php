<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/** What a rulebook can ask of the rig that it is compiled with: which bytes its devices, controls, parameters and programs mean. */
interface Devices
{
    /**
     * What a control sends.
     *
     * @return non-empty-list<ControlMessage>
     *
     * @throws RulebookError when there is no such device or control, or no way from it
     */
    public function control(Token $device, Token $title): array;

    /**
     * The titles of the controls from one to another, in the order of the chart.
     *
     * @return non-empty-list<Token>
     *
     * @throws RulebookError
     */
    public function between(Token $device, Token $from, Token $to): array;

    /** The title as the chart writes it; as it stands where there is none. */
    public function titled(Token $device, Token $title): string;

    /** @throws RulebookError when there is no such device or parameter, or no way to it */
    public function parameter(Token $device, Token $title): Target;

    /** @throws RulebookError when there is no such program, or more than one */
    public function program(Token $device, Token $title): CalledProgram;

    /**
     * The programs of a device by the number that it shows.
     *
     * @return array<int, CalledProgram>
     *
     * @throws RulebookError
     */
    public function programs(Token $device): array;

    /**
     * Devices that were looked up and that several out ports reach.
     *
     * @return list<ReachedTwice>
     */
    public function several(): array;

    /** @return list<Storing> devices whose programs store parameters that rules can move */
    public function storing(): array;

    /** @return list<string|null> the first scene of each song of the loaded set list; null for a song without scenes */
    public function songs(): array;

    /** @return list<string> what each song of the loaded set list is called by, whatever its place */
    public function songIds(): array;

    /** @throws RulebookError */
    public function part(Token $device, int $part): PlayedPart;

    /**
     * Everything of a device that can be brought back.
     *
     * @throws RulebookError when no out port leads to it
     */
    public function whole(Token $device): RestoreRecipe;

    /** @return list<RestoreRecipe> every device that an out port leads to */
    public function wholes(): array;

    /**
     * The lamp of a control.
     *
     * @throws RulebookError
     */
    public function lamp(Token $device, Token $title): LampMessage;

    /**
     * Every lamp of a device, by the title of its control, in the order of the chart.
     *
     * @return array<string, LampMessage>
     *
     * @throws RulebookError
     */
    public function lamps(Token $device): array;
}
