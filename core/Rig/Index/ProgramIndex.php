<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\BankedProgram;
use ZigzagPost\Core\Rig\Chart\BankSend;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Chart\Special;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\CalledProgram;

/** The programs of every unit with the bytes that call them, or why rules cannot call them. */
final class ProgramIndex
{
    /** @var array<string, Answer<ProgramsByNumber>> by unit */
    private array $numbered = [];

    public function __construct(private readonly Reaching $reaching)
    {
    }

    /** @return Answer<CalledProgram> where that unit has one program of this title */
    public function titled(Device $unit, Programs $programs, int|Special $program, string $title): Answer
    {
        $called = $program instanceof Special
            ? new BankedProgram($program->msb, $program->lsb, $program->program)
            : self::bytes($unit, $programs, $program);

        return null === $called
            ? Answer::lacking(Lack::of(LackSort::Fact, "the chart does not say which bytes call \"{$title}\" of {$unit->name}"))
            : $this->called($unit, $called);
    }

    /** @return Answer<ProgramsByNumber> by the number that the unit shows */
    public function numbered(Device $unit, Programs $programs): Answer
    {
        return $this->numbered[$unit->name] ??= $this->byNumber($unit, $programs);
    }

    /** @return Answer<ProgramsByNumber> */
    private function byNumber(Device $unit, Programs $programs): Answer
    {
        $numbered = [];
        $any = null;
        foreach (ProgramNames::numbered($programs) as $number => $ordinal) {
            $called = self::bytes($unit, $programs, $ordinal);
            if (null === $called) {
                continue;
            }
            $any ??= $this->called($unit, $called);
            if (null === $any->value) {
                return Answer::lacking($any->lack ?? throw new \LogicException('no value and no lack'));
            }
            $numbered[$number] = $any->value->with($called);
        }

        return null === $any
            ? Answer::lacking(
                Lack::ofUnit(LackSort::Program, "{$unit->name} shows no programs by number, or the chart does not say which bytes call them"),
            )
            : Answer::known(new ProgramsByNumber($numbered), $any->ports);
    }

    /** @return Answer<CalledProgram> how a program is called at all; its number is 0 */
    public function any(Device $unit): Answer
    {
        return $this->called($unit, new BankedProgram(null, null, 0));
    }

    /** By the map of the unit, else by its chart; null where neither says it. */
    public static function bytes(Device $unit, Programs $programs, int $ordinal): ?BankedProgram
    {
        foreach ($unit->unit->programMap ?? [] as $row) {
            $place = array_pop($row);
            $numbers = array_map(static fn (int|string $each): ?int => \is_int($each) ? $each : null, $row);
            $program = array_pop($numbers);
            if ($place === $ordinal && null !== $program) {
                return new BankedProgram($numbers[0] ?? null, $numbers[1] ?? null, $program);
            }
        }
        $called = $programs->called($ordinal);

        return BankSend::Never === $programs->bankSend ? $called?->withoutBank() : $called;
    }

    /** @return Answer<CalledProgram> */
    private function called(Device $unit, BankedProgram $called): Answer
    {
        $part = self::part($unit);
        if (null === $part) {
            return Answer::lacking(Lack::ofUnit(LackSort::Way, "the chart does not say that {$unit->name} hears program changes"));
        }
        $ports = $this->reaching->ports($unit, $part, KindName::Program);
        if ($ports instanceof Lack) {
            return Answer::lacking($ports);
        }
        $channel = $this->reaching->channel($unit, $part, new Message(KindName::Program));

        return $channel instanceof Lack
            ? Answer::lacking($channel)
            : Answer::known(
                new CalledProgram(
                    $unit->name,
                    $ports[0],
                    $channel,
                    $called->msb,
                    $called->lsb,
                    $called->program,
                    1000 * ($part->deafMs->program ?? 0),
                    true === $unit->chart->programs?->repeatCuts,
                ),
                $ports,
            );
    }

    /** The part that hears programs; else one of which nobody knows it, else one that would, if it were switched on. */
    private static function part(Device $unit): ?Hears
    {
        $parts = $unit->chart->hears ?? [];
        foreach ([true, null] as $heard) {
            foreach ($parts as $part) {
                if ($heard === $unit->hears($part, KindName::Program)) {
                    return $part;
                }
            }
        }
        foreach ($parts as $part) {
            if (\is_string($part->kinds[KindName::Program->value] ?? null)) {
                return $part;
            }
        }

        return null;
    }
}
