<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\SwitchUse;
use ZigzagPost\Core\Situation\Situation;

/** Which controls of the rig silence everything, and which call a scene. */
final class Presses
{
    /** @var list<SwitchUse>|null */
    private ?array $uses = null;

    public function __construct(private readonly Situation $situation)
    {
    }

    /**
     * The controls for a way back, in order; the buttons of the stage where no control does it.
     *
     * @param string $wayBack as in {@see Misfortune}
     *
     * @return list<string>
     */
    public function for(string $wayBack, ?string $scene): array
    {
        $panic = $this->of('panic', $scene) ?? 'Panic on the stage';
        $again = (null === $scene ? null : $this->of("scene {$scene}", $scene)) ?? '“Send again” on the stage';

        return match ($wayBack) {
            Misfortune::SEND_AGAIN => [$again],
            Misfortune::PANIC => [$panic, $again],
            default => [],
        };
    }

    private function of(string $does, ?string $scene): ?string
    {
        foreach ($this->uses ??= SwitchSheet::of($this->situation)->uses as $use) {
            if ([$does] === $use->does && \in_array($use->scene, [null, $scene], true)) {
                $box = $this->situation->setup->box($use->unit);

                return ($box?->label() ?? $use->unit).' “'.(($box->unit->labels[$use->control] ?? null)->text ?? $use->control).'”'.('press' === $use->gesture ? '' : " {$use->gesture}");
            }
        }

        return null;
    }
}
