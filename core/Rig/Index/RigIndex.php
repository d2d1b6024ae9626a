<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Setup\Setup;

/** Everything of a rig that rules can name, with the bytes that it means, each looked up once. */
final readonly class RigIndex
{
    public ControlIndex $controls;
    public ParameterIndex $parameters;
    public ProgramIndex $programs;
    public LampIndex $lamps;
    public PartIndex $parts;
    public RecipeIndex $recipes;

    public function __construct(public Setup $setup)
    {
        $ways = new PortWays($setup);
        $reaching = new Reaching($ways);
        $this->controls = new ControlIndex($setup, $ways);
        $this->parameters = new ParameterIndex($reaching);
        $this->programs = new ProgramIndex($reaching);
        $this->lamps = new LampIndex($reaching);
        $this->parts = new PartIndex($reaching);
        $this->recipes = new RecipeIndex($setup, $reaching, $this->parameters, $this->programs);
    }
}
