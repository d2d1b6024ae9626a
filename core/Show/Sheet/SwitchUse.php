<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

/** What a control does in a scene, or in all of them. */
final readonly class SwitchUse
{
    /**
     * @param string|null $scene null in every scene
     * @param string $gesture press, move, short, held or twice
     * @param list<string> $does in words, in the order in which it is sent
     * @param int $line of the rule
     * @param bool $isByHand whether there is more in the rule than these words say
     * @param string|null $caution where what it does depends on what the unit shows at the moment
     */
    public function __construct(public string $unit, public string $control, public ?string $scene, public string $gesture, public array $does, public int $line, public bool $isByHand, public ?string $caution = null)
    {
    }
}
