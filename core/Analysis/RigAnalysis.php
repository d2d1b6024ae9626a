<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Forecast\LeadFit;
use ZigzagPost\Core\Forecast\RigFit;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Index\RigIndex;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Plan\HeardStream;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Plan\Streams;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\Judgement;
use ZigzagPost\Core\Rig\Wire\Walk;
use ZigzagPost\Core\Rulebook\Rulebook;

/** A rig with its rulebook, and everything that is computed from them, each once and when it is first asked for. */
final class RigAnalysis
{
    public readonly Graph $graph;
    private ?Plan $plan = null;
    private ?Matrix $matrix = null;
    private ?Checker $checked = null;
    private ?CompiledBook $compiled = null;
    private ?RigIndex $index = null;
    /** @var list<Judgement>|null */
    private ?array $judgements = null;
    /** @var list<HeardStream>|null */
    private ?array $streams = null;
    /** @var list<LeadFit>|null */
    private ?array $fits = null;

    public function __construct(public readonly Setup $setup)
    {
        $this->graph = new Graph($setup);
    }

    public function plan(): Plan
    {
        return $this->plan ??= Planner::plan($this->setup);
    }

    /** Who plays whom past the post. */
    public function matrix(): Matrix
    {
        return $this->matrix ??= new Matrix($this->setup, $this->graph);
    }

    /** The rulebook, read with this rig; an empty one where the rig has none. */
    public function checked(): Checker
    {
        return $this->checked ??= Checker::check(
            $this->setup->rig->rulebook ?? '',
            fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($this->setup->rig, $book)),
        );
    }

    /** Its rulebook, ready to be played; only where {@see checked()} has found no error. */
    public function compiled(): CompiledBook
    {
        return $this->compiled ??= Compiler::load($this->checked()->book);
    }

    /** What rules can name of this rig, with the bytes that it means. */
    public function index(): RigIndex
    {
        return $this->index ??= new RigIndex(Setup::of($this->setup->rig, $this->checked()->written));
    }

    /** @return list<Judgement> of each lead, in the order of the rig */
    public function judgements(): array
    {
        return $this->judgements ??= array_map(fn (ResolvedLead $joint): Judgement => Walk::judge($joint, $this->setup->joints), $this->setup->joints);
    }

    /** @return list<HeardStream> */
    public function streams(): array
    {
        return $this->streams ??= Streams::of($this->setup, $this->graph);
    }

    /** @return list<LeadFit> none while the rulebook has an error */
    public function fits(): array
    {
        return $this->fits ??= $this->checked()->hasErrors() ? [] : RigFit::of($this->setup, $this->compiled());
    }
}
