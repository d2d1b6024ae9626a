<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\KnownProgram;
use ZigzagPost\Core\Rulebook\Code\RestoreRecipe;
use ZigzagPost\Core\Rulebook\Code\Storing;
use ZigzagPost\Core\Rulebook\Code\Target;

/** How each unit is brought back to where it should stand, and what its programs store. */
final readonly class RecipeIndex
{
    /** Kinds whose message is no value that could be sent again. */
    private const NO_VALUES = [Kind::Note, Kind::Program, Kind::Sysex];

    public function __construct(
        private Setup $setup,
        private Reaching $reaching,
        private ParameterIndex $parameters,
        private ProgramIndex $programs,
    ) {
    }

    /** @return Answer<RestoreRecipe> */
    public function of(Device $unit): Answer
    {
        $program = null === $unit->chart->programs ? null : $this->programs->any($unit);
        $byHand = $targets = $ports = [];
        foreach ($unit->chart->parameters ?? [] as $parameter) {
            if (false === $parameter->behaviour?->canBeSentAgain()) {
                $byHand[] = $parameter->name;
                continue;
            }
            $answer = $this->parameters->of($unit, $parameter);
            $target = $answer->value;
            $ports = [...$ports, ...\count($answer->ports) > 1 ? [$answer->ports] : []];
            if (null !== $target && $target->hasValue() && !\in_array($target->kind, self::NO_VALUES, true)) {
                $targets[] = $target;
            }
        }
        $port = $program?->value->port ?? $targets[0]->port ?? null;
        if (null === $port) {
            $part = $this->reaching->part($unit, KindName::Cc);
            $ways = $part instanceof Lack ? $part : $this->reaching->ports($unit, $part, KindName::Cc);
            if ($ways instanceof Lack) {
                return Answer::lacking($ways);
            }
            [$port, $ports] = [$ways[0], [...$ports, $ways]];
        }
        $called = $program?->value;
        $recipe = new RestoreRecipe($unit->name, $port, $called?->channel, $called->deafUs ?? 0, $targets, $byHand);

        return Answer::known($recipe, [] === $ports ? $program->ports ?? [$port] : $ports[\count($ports) - 1]);
    }

    /** @return list<RestoreRecipe> of every unit that an out port leads to */
    public function all(): array
    {
        $recipes = [];
        foreach ($this->setup->boxes as $unit) {
            $recipe = $unit->isPost() ? null : $this->of($unit)->value;
            $recipes = null === $recipe ? $recipes : [...$recipes, $recipe];
        }

        return $recipes;
    }

    /** @return list<Storing> units whose programs store parameters that rules can move */
    public function storing(): array
    {
        $storing = [];
        foreach ($this->setup->boxes as $unit) {
            $programs = $unit->chart->programs;
            $targets = $this->stored($unit);
            $any = null === $programs ? null : $this->programs->any($unit)->value;
            if (null === $programs || null === $any || [] === $targets) {
                continue;
            }
            $known = [];
            foreach ($unit->unit->programs ?? [] as $ordinal => $program) {
                $called = ProgramIndex::bytes($unit, $programs, (int) $ordinal);
                if (null !== $called && null !== $program->stores) {
                    $known[] = new KnownProgram($called, $program->stores);
                }
            }
            $storing[] = new Storing($any->port, $any->channel, $targets, $known);
        }

        return $storing;
    }

    /** @return list<Target> parameters that programs store */
    private function stored(Device $unit): array
    {
        $targets = array_map(
            fn (Parameter $parameter): ?Target => true === $parameter->stored ? $this->parameters->of($unit, $parameter)->value : null,
            $unit->chart->parameters ?? [],
        );

        return array_values(array_filter($targets));
    }
}
