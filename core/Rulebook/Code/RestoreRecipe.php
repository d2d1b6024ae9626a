<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** Everything of a device that rules can bring back: where its programs are called, its parameters in the order of its chart, its lamps. */
final readonly class RestoreRecipe
{
    /**
     * @param int|null $channel on which programs are called; null where it has none
     * @param int $deafUs how long it loses what arrives after a program change
     * @param list<Target> $parameters
     * @param list<string> $byHand parameters that nothing is sent to, since it would toggle or trigger them
     */
    public function __construct(
        public string $device,
        public string $port,
        public ?int $channel,
        public int $deafUs,
        public array $parameters,
        public array $byHand = [],
    ) {
    }
}
