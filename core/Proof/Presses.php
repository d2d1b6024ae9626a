<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Engine\Controls\Restore;
use ZigzagPost\Core\Engine\Scenes\Panic;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\SwitchUse;

/** Which controls of the rig silence everything, call a scene, or restore a unit. */
final class Presses
{
    /** @var list<SwitchUse>|null */
    private ?array $uses = null;

    public function __construct(private readonly RigAnalysis $analysis)
    {
    }

    /**
     * The controls that do something, in order; the buttons of the stage where no control does it.
     *
     * @param list<string> $does "panic", "scene" for the present one once more, or a unit that is restored
     *
     * @return list<string>
     *
     * @throws RulebookError
     */
    public function for(array $does, ?string $scene): array
    {
        $presses = [];
        foreach ($does as $do) {
            $presses[] = match ($do) {
                'panic' => $this->of(DoesWhat::Panic, null, $scene) ?? 'Panic on the stage',
                'scene' => (null === $scene ? null : $this->of(DoesWhat::Scene, $scene, $scene)) ?? '“Send again” on the stage',
                default => $this->of(DoesWhat::Restore, $do, $scene) ?? '“Restore” on the stage, '.$this->label($do),
            };
        }

        return $presses;
    }

    private function label(string $unit): string
    {
        return $this->analysis->setup->box($unit)?->label() ?? $unit;
    }

    /** @throws RulebookError */
    private function of(DoesWhat $what, ?string $about, ?string $scene): ?string
    {
        foreach ($this->uses ??= SwitchSheet::of($this->analysis)->uses as $use) {
            if ($use->doesOnly($what, $about) && \in_array($use->scene, [null, $scene], true)) {
                $box = $this->analysis->setup->box($use->unit);

                return ($box?->label() ?? $use->unit).
                    ' “'.
                    (($box->unit->labels[$use->control] ?? null)->text ?? $use->control).
                    '”'.
                    ('press' === $use->gesture ? '' : " {$use->gesture}");
            }
        }

        return null;
    }
}
