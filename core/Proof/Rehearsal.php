<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\World\RigWorld;

/**
 * The set list, played by the stand-ins against the stand-ins: once as it should go, and then with faults. Units with hazards stay out.
 */
final class Rehearsal
{
    private const STEP_US = 100_000;

    /** @var list<string> units that are never rehearsed */
    public readonly array $leftOut;
    private readonly Setup $setup;
    private readonly CompiledBook $book;
    private readonly Performance $show;
    private readonly Standing $standing;
    private readonly WaysBack $waysBack;
    /** @var array<int, array<string, string>> how all units stood, by time */
    private array $right = [];

    public function __construct(Situation $situation)
    {
        $this->setup = $situation->setup;
        $this->book = Compiler::load($situation->checked()->book, keepsPresent: true);
        $this->leftOut = array_values(array_filter($this->setup->names(), fn (string $unit): bool => $this->isDangerous($unit)));
        $this->standing = new Standing($this->setup, $this->leftOut, $this->book->middle());
        $this->waysBack = new WaysBack($situation, new Presses($situation));
        $this->show = new Performance($situation, $this->book);
    }

    /** @return list<Fault> everything that can go wrong, one of each */
    public function faults(): array
    {
        $faults = [];
        foreach ($this->setup->joints as $joint) {
            $ends = [$joint->lead->a->unit, $joint->lead->b->unit];
            $isMidi = \in_array(($joint->a->use ?? $joint->b?->use)?->carries->value, ['midi', 'usb', 'network'], true);
            if ($isMidi && [] === array_intersect($ends, $this->leftOut)) {
                $faults[] = new Fault(Fault::LEAD, $joint->lead->id);
            }
        }
        foreach ($this->setup->boxes as $box) {
            if ($box->isPost() || \in_array($box->name, $this->leftOut, true)) {
                continue;
            }
            if (null !== $box->chart->hears) {
                $faults[] = new Fault(Fault::POWER, $box->name);
                $faults[] = new Fault(Fault::LATE, $box->name);
            }
            if (null !== $box->unit->battery) {
                $faults[] = new Fault(Fault::BATTERY, $box->name);
            }
            foreach ($box->chart->surface->controls ?? [] as $control) {
                if (null !== $control->perSecond) {
                    $faults[] = new Fault(Fault::WILD, $box->name);
                    break;
                }
            }
        }

        return [...$faults, new Fault(Fault::TWICE, 'scene'), new Fault(Fault::EARLY, 'scene'), new Fault(Fault::TOGETHER, 'scenes'), new Fault(Fault::CLOCK_STOPS, 'clock'), new Fault(Fault::CLOCK_DOUBLES, 'clock')];
    }

    /** Plays the whole set list with faults in the middle of it. */
    public function with(Fault ...$faults): Misfortune
    {
        $faults = array_values($faults);
        $endUs = $this->show->endUs;
        if ([] === $this->right) {
            $this->play([], $this->right);
        }
        $stood = [];
        $this->play($faults, $stood);
        $over = $this->show->middleUs() + Accidents::LONGEST_US;
        $wrongAt = array_keys(array_filter($stood, fn (array $units, int $at): bool => $at >= $over && $units !== ($this->right[$at] ?? $units), \ARRAY_FILTER_USE_BOTH));
        $hangs = $wrong = [];
        foreach ($wrongAt as $at) {
            foreach (Standing::differences($stood[$at], $this->right[$at]) as $what) {
                $words = $this->standing->words($what, $stood[$at][$what] ?? '', $this->right[$at][$what] ?? '');
                Standing::isKey($what) ? $hangs[$what] = $words : $wrong[$what] = $words;
            }
        }
        $last = [] === $wrongAt ? null : max($wrongAt);
        $forUs = null === $last || $last < $endUs ? max(0, (null === $last ? $over : $last + self::STEP_US) - $over) : null;
        // Where it comes right by itself only after a while, somebody may not want to wait.
        $fromUs = null === $forUs ? $endUs : $over;
        $units = [];
        foreach (Standing::differences($stood[$fromUs], $this->right[$fromUs]) as $what) {
            Standing::isKey($what) || $units[Standing::unit($what)] = true;
        }
        $units = array_map(strval(...), array_keys($units));
        if (null !== $forUs && $forUs <= $this->waysBack->atLeastUs($units)) {
            return new Misfortune($faults, array_values($hangs), array_values($wrong), $forUs, Misfortune::BY_ITSELF);
        }
        $unread = [];
        $played = fn (bool $withFaults): RigWorld => $this->play($withFaults ? $faults : [], $unread, $fromUs);
        [$wayBack, $presses] = $this->waysBack->first($fromUs, $played, $this->standing->of(...), $units, \count(Standing::differences($stood[$fromUs], $this->right[$fromUs])));

        return new Misfortune($faults, array_values($hangs), array_values($wrong), $forUs, null === $forUs ? $wayBack : Misfortune::BY_ITSELF, $presses);
    }

    /**
     * @param list<Fault> $faults
     * @param array<int, array<string, string>> $stood how all units stand, filled in by time
     * @param int|null $untilUs the end of the show where nothing is said
     */
    private function play(array $faults, array &$stood, ?int $untilUs = null): RigWorld
    {
        $world = new RigWorld($this->setup, $this->book);
        $deeds = (new Accidents($this->setup, $this->book, $this->show, $faults))->deeds();
        $next = 0;
        for ($at = 0; $at <= ($untilUs ?? $this->show->endUs); $at += self::STEP_US) {
            for (; $next < \count($deeds) && $deeds[$next][0] <= $at; ++$next) {
                $deeds[$next][1]($world, $deeds[$next][0]);
            }
            $world->play($at, 0, [], 0);
            $stood[$at] = $this->standing->of($world);
        }

        return $world;
    }

    private function isDangerous(string $unit): bool
    {
        return [] !== ($this->setup->boxes[$unit]->chart->hazards ?? []);
    }
}
