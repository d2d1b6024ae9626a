<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\World\RigWorld;

/**
 * The set list, played by the stand-ins against the stand-ins: once as it should go, and then with faults. Units with hazards stay out.
 */
final class Rehearsal
{
    private const STEP_US = 100_000;
    /** Faults begin so long before the middle at most. */
    private const BEFORE_US = 4_000_000;
    /** What a scene sends has arrived by then. */
    private const SETTLED_US = 2_000_000;

    /** @var list<string> units that are never rehearsed */
    public readonly array $leftOut;
    private readonly Setup $setup;
    private readonly CompiledBook $book;
    private readonly Performance $show;
    private readonly UnitsStand $standing;
    private readonly WaysBack $waysBack;
    /** @var array<int, array<string, Stood>> how all units stood, by time */
    private array $right = [];
    /** @var array<int, RigWorld> the rig where nothing goes wrong, at some times */
    private array $unharmed = [];
    /** The rig just before anything can go wrong. */
    private ?RigWorld $begun = null;

    public function __construct(RigAnalysis $analysis)
    {
        $this->setup = $analysis->setup;
        $this->book = Compiler::load($analysis->checked()->book, keepsPresent: true);
        $this->leftOut = array_values(array_filter($this->setup->names(), fn (string $unit): bool => $this->isDangerous($unit)));
        $this->standing = new UnitsStand($this->setup, $this->leftOut, $this->book->middle());
        $this->waysBack = new WaysBack($analysis, new Presses($analysis));
        $this->show = new Performance($analysis, $this->book);
    }

    /** @return list<Fault> everything that can go wrong, one of each */
    public function faults(): array
    {
        $faults = [];
        foreach ($this->setup->joints as $joint) {
            $ends = [$joint->lead->a->unit, $joint->lead->b->unit];
            $isMidi = \in_array(($joint->a->use ?? $joint->b?->use)?->carries->value, ['midi', 'usb', 'network'], true);
            if ($isMidi && [] === array_intersect($ends, $this->leftOut)) {
                $faults[] = new Fault(FaultKind::Lead, $joint->lead->id);
            }
        }
        foreach ($this->setup->boxes as $box) {
            if ($box->isPost() || \in_array($box->name, $this->leftOut, true)) {
                continue;
            }
            if (null !== $box->chart->hears) {
                $faults[] = new Fault(FaultKind::Power, $box->name);
                $faults[] = new Fault(FaultKind::Late, $box->name);
            }
            if (null !== $box->unit->battery) {
                $faults[] = new Fault(FaultKind::Battery, $box->name);
            }
            foreach ($box->chart->surface->controls ?? [] as $control) {
                if (null !== $control->perSecond) {
                    $faults[] = new Fault(FaultKind::Wild, $box->name);
                    break;
                }
            }
        }

        return [
            ...$faults,
            new Fault(FaultKind::Twice, 'scene'),
            new Fault(FaultKind::Early, 'scene'),
            new Fault(FaultKind::Together, 'scenes'),
            new Fault(FaultKind::ClockStops, 'clock'),
            new Fault(FaultKind::ClockDoubles, 'clock'),
            ...array_map(static fn (string $port): Fault => new Fault(FaultKind::Unplugged, $port), $this->show->ports()),
            new Fault(FaultKind::Restarted, 'player'),
            new Fault(FaultKind::Hangs, 'player'),
        ];
    }

    /**
     * Plays the whole set list with faults in the middle of it.
     *
     * @throws RulebookError
     */
    public function with(Fault ...$faults): FaultOutcome
    {
        $faults = array_values($faults);
        $endUs = $this->show->endUs;
        $over = $this->show->middleUs() + FaultDeeds::LONGEST_US;
        $right = $this->right();
        $stood = [];
        $worlds = $this->play($faults, $stood, [$over, $endUs], $this->begun);
        $wrongAt = [];
        foreach ($stood as $at => $units) {
            if ($at >= $over && [] !== UnitsStand::differences($units, $right[$at] ?? $units)) {
                $wrongAt[] = $at;
            }
        }
        $hangs = $wrong = [];
        foreach ($wrongAt as $at) {
            foreach (UnitsStand::differences($stood[$at], $right[$at]) as $difference) {
                [$is, $shouldBe] = [$difference->is, $difference->shouldBe];
                $words = $this->standing->words($is, $shouldBe);
                StoodWhat::Key === $is->what ? $hangs[$is->thing()] = $words : $wrong[$is->thing()] = $words;
            }
        }
        $last = [] === $wrongAt ? null : max($wrongAt);
        $forUs = null === $last || $last < $endUs ? max(0, (null === $last ? $over : $last + self::STEP_US) - $over) : null;
        $righted = null === $last || null === $forUs ? null : $this->righted($last + self::STEP_US);
        // Where it comes right by itself only after a while, somebody may not want to wait.
        $fromUs = null === $forUs ? $endUs : $over;
        $units = [];
        foreach (UnitsStand::differences($stood[$fromUs], $right[$fromUs]) as $difference) {
            $is = $difference->is;
            StoodWhat::Key === $is->what || $units[$is->unit] = true;
        }
        $units = array_map(strval(...), array_keys($units));
        if (null !== $forUs && $forUs <= $this->waysBack->atLeastUs($units)) {
            $wayBack = FaultOutcome::BY_ITSELF;

            return new FaultOutcome($faults, array_values($hangs), array_values($wrong), $forUs, $wayBack, [], $righted?->scene, $righted?->afterS);
        }
        $played = fn (bool $withFaults): RigWorld => clone ($withFaults ? $worlds : $this->unharmed)[$fromUs];
        $wrongUnits = \count(UnitsStand::differences($stood[$fromUs], $right[$fromUs]));
        $back = $this->waysBack->first($fromUs, $played, $this->standing->of(...), $units, $wrongUnits);

        $wayBack = null === $forUs ? $back->words : FaultOutcome::BY_ITSELF;

        return new FaultOutcome($faults, array_values($hangs), array_values($wrong), $forUs, $wayBack, $back->presses, $righted?->scene, $righted?->afterS);
    }

    /** @return array<int, array<string, Stood>> how all units stand where nothing goes wrong, by time */
    private function right(): array
    {
        if ([] === $this->right) {
            $beginUs = max(0, $this->show->middleUs() - self::BEFORE_US);
            $worlds = $this->play([], $this->right, [$beginUs, $this->show->middleUs() + FaultDeeds::LONGEST_US, $this->show->endUs]);
            $this->unharmed = $worlds;
            $this->begun = $worlds[$beginUs];
        }

        return $this->right;
    }

    /**
     * What put all right by itself, and when that comes in the set list's own times.
     *
     * Null where no scene does.
     */
    private function righted(int $atUs): ?Righted
    {
        $afterS = 0.0;
        foreach ($this->show->slots as $place => $slot) {
            if ($place > $this->show->middle() && $slot->timeUs <= $atUs && $atUs - $slot->timeUs <= self::SETTLED_US) {
                return new Righted($slot->title, $afterS);
            }
            $afterS = $place < $this->show->middle() ? $afterS : (null === $slot->lengthS || null === $afterS ? null : $afterS + $slot->lengthS);
        }

        return null;
    }

    /**
     * @param list<Fault> $faults
     * @param array<int, array<string, Stood>> $stood how all units stand, filled in by time
     * @param list<int> $keep times at which the rig is kept
     * @param RigWorld|null $from the rig before anything goes wrong; null for the beginning of the show
     *
     * @return array<int, RigWorld> the rig as it is at these times
     */
    private function play(array $faults, array &$stood, array $keep, ?RigWorld $from = null): array
    {
        $world = null === $from ? new RigWorld($this->setup, $this->book) : clone $from;
        $deeds = (new FaultDeeds($this->setup, $this->book, $this->show, $faults))->deeds();
        $begin = null === $from ? 0 : $from->engine->state->now + self::STEP_US;
        $deeds = array_values(array_filter($deeds, static fn (FaultDeed $deed): bool => $deed->atUs > $begin - self::STEP_US || 0 === $begin));
        $next = 0;
        $worlds = [];
        for ($at = $begin; $at <= $this->show->endUs; $at += self::STEP_US) {
            for (; $next < \count($deeds) && $deeds[$next]->atUs <= $at; ++$next) {
                ($deeds[$next]->do)($world, $deeds[$next]->atUs);
            }
            $world->play($at, 0, [], 0);
            $stood[$at] = $this->standing->of($world);
            if (\in_array($at, $keep, true)) {
                $worlds[$at] = clone $world;
            }
        }

        return $worlds;
    }

    private function isDangerous(string $unit): bool
    {
        return [] !== ($this->setup->boxes[$unit]->chart->hazards ?? []);
    }
}
