<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Name;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rig\Index\Answer;
use ZigzagPost\Core\Rig\Index\Lack;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Index\RigIndex;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Code\CalledProgram;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\LampMessage;
use ZigzagPost\Core\Rulebook\Code\PlayedPart;
use ZigzagPost\Core\Rulebook\Code\ReachedTwice;
use ZigzagPost\Core\Rulebook\Code\RestoreRecipe;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/** The devices of a rig as rules name them: names are looked up in its index, and what is lacking is told where the name stands. */
final class RigDevices implements Devices
{
    /** @var array<string, ReachedTwice> devices that several ports reach, by place */
    private array $several = [];

    public function __construct(private readonly RigIndex $index)
    {
    }

    public static function of(Setup $setup): self
    {
        return new self(new RigIndex($setup));
    }

    public function control(Token $device, Token $title): array
    {
        $unit = $this->unit($device);
        $sent = $this->index->controls->of($unit, $this->controlOf($unit, $title));

        return null !== $sent->lack || [] === $sent->messages ? throw self::lacks($sent->lack, $device, $title) : $sent->messages;
    }

    public function between(Token $device, Token $from, Token $to): array
    {
        $unit = $this->unit($device);
        $controls = $unit->chart->surface->controls ?? [];
        [$first, $last] = [array_search($this->controlOf($unit, $from), $controls, true), array_search($this->controlOf($unit, $to), $controls, true)];
        if ($first > $last) {
            throw new RulebookError(
                $to->span,
                'unknown-control',
                "\"{$to->text}\" stands before \"{$from->text}\" in the chart; write the range in its order",
            );
        }
        $titles = [];
        foreach (\array_slice($controls, (int) $first, (int) $last - (int) $first + 1) as $control) {
            $titles[] = new Token($from->type, $control->name, $from->span->to($to->span), true);
        }

        return [] === $titles ? [$from] : $titles;
    }

    public function titled(Token $device, Token $title): string
    {
        $unit = $this->index->setup->box($device->text);

        return $unit?->control($title->text)->name ?? ($unit?->parameter($title->text)->name ?? $title->text);
    }

    public function parameter(Token $device, Token $title): Target
    {
        $unit = $this->unit($device);
        $parameter = $unit->parameter($title->text);
        if (null === $parameter) {
            $titles = array_map(static fn (Parameter $each): string => $each->name, $unit->chart->parameters ?? []);
            throw self::unknown($title, 'unknown-parameter', "{$unit->name} has no parameter", $titles);
        }

        return $this->found($this->index->parameters->of($unit, $parameter), $device, $title);
    }

    public function program(Token $device, Token $title): CalledProgram
    {
        $unit = $this->unit($device);
        $programs = $this->programsOf($unit, $title);
        $found = ProgramNames::find($unit, $programs, $title->text);
        if (1 < \count($found)) {
            throw new RulebookError(
                $title->span,
                'unknown-program',
                \count($found)." programs of {$unit->name} are called \"{$title->text}\"; write what the device shows, or rename one",
            );
        }
        if ([] === $found) {
            throw self::unknown($title, 'unknown-program', "{$unit->name} has no program", ProgramNames::titles($unit, $programs));
        }

        return $this->found($this->index->programs->titled($unit, $programs, $found[0], $title->text), $device, $title);
    }

    public function programs(Token $device): array
    {
        $unit = $this->unit($device);

        return $this->found($this->index->programs->numbered($unit, $this->programsOf($unit, $device)), $device, $device)->all;
    }

    public function several(): array
    {
        return array_values($this->several);
    }

    public function storing(): array
    {
        return $this->index->recipes->storing();
    }

    public function songs(): array
    {
        return array_map(static fn (Song $song): ?string => $song->scenes[0] ?? null, $this->index->setup->rig->show?->order() ?? []);
    }

    public function songIds(): array
    {
        return array_map(static fn (Song $song): string => $song->id, $this->index->setup->rig->show?->order() ?? []);
    }

    public function whole(Token $device): RestoreRecipe
    {
        return $this->found($this->index->recipes->of($this->unit($device)), $device, $device);
    }

    public function wholes(): array
    {
        return $this->index->recipes->all();
    }

    public function part(Token $device, int $part): PlayedPart
    {
        return $this->found($this->index->parts->of($this->unit($device), $part), $device, $device);
    }

    public function lamp(Token $device, Token $title): LampMessage
    {
        $unit = $this->unit($device);

        return $this->found($this->index->lamps->of($unit, $this->controlOf($unit, $title)), $device, $title);
    }

    public function lamps(Token $device): array
    {
        $unit = $this->unit($device);
        $lamps = $this->index->lamps->all($unit);

        return [] === $lamps
            ? throw new RulebookError($device->span, 'unknown-control', "the chart gives {$unit->name} no lamps")
            : array_map(fn (Answer $lamp): LampMessage => $this->found($lamp, $device, $device), $lamps);
    }

    /**
     * @template T of object
     *
     * @param Answer<T> $answer
     *
     * @return T
     *
     * @throws RulebookError where the index says what is lacking
     */
    private function found(Answer $answer, Token $device, Token $title): object
    {
        if (1 < \count($answer->ports)) {
            $this->several["{$device->span->line}:{$device->span->column}"] = new ReachedTwice($device, $answer->ports);
        }

        return $answer->value ?? throw self::lacks($answer->lack, $device, $title);
    }

    private static function lacks(?Lack $lack, Token $device, Token $title): RulebookError
    {
        return null === $lack
            ? throw new \LogicException('nothing is known, and nothing is lacking')
            : new RulebookError($lack->isOfUnit ? $device->span : $title->span, $lack->sort->value, $lack->words);
    }

    /** @throws RulebookError */
    private function unit(Token $device): Device
    {
        $unit = $this->index->setup->box($device->text);
        if (null === $unit || $unit->isPost()) {
            $names = array_values(array_diff($this->index->setup->names(), [LeadEnd::POST]));
            throw self::unknown($device, 'unknown-device', 'the rig has no device', $names);
        }

        return $unit;
    }

    /** @throws RulebookError */
    private function controlOf(Device $unit, Token $title): Control
    {
        $titles = array_map(static fn (Control $each): string => $each->name, $unit->chart->surface->controls ?? []);

        return $unit->control($title->text) ?? throw self::unknown($title, 'unknown-control', "{$unit->name} has no control", $titles);
    }

    /** @throws RulebookError */
    private function programsOf(Device $unit, Token $at): Programs
    {
        return $unit->chart->programs ?? throw new RulebookError($at->span, 'unknown-program', "the chart of {$unit->name} says nothing of programs");
    }

    /** @param list<string> $titles */
    private static function unknown(Token $title, string $code, string $what, array $titles): RulebookError
    {
        $nearest = Title::nearest($title->text, $titles);
        $quoted = static fn (string $name): string => 'unknown-device' === $code ? $name : "\"{$name}\"";
        $others = [] === $titles ? '' : '; there are '.implode(', ', \array_slice($titles, 0, 8));
        $hint = null !== $nearest ? "; did you mean {$quoted($nearest)}?" : $others;

        return new RulebookError($title->span, $code, "{$what} {$quoted($title->text)}{$hint}", null === $nearest ? null : $quoted($nearest));
    }
}
