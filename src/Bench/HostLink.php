<?php

declare(strict_types=1);

namespace App\Bench;

use App\Live\JournalPlace;
use ZigzagPost\Core\World\Transit;

/** How a bench follows a player of real devices: whose journal, up to where, and what is on its way. */
final readonly class HostLink
{
    /**
     * @param string $path folder of the host
     * @param list<string> $ports by the numbers that its journal gives them
     * @param bool $hasBegun whether its devices were opened; what is opened later was away
     */
    public function __construct(public string $path, public JournalPlace $place, public array $ports, public Transit $transit, public bool $hasBegun)
    {
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        return [
            'path' => $this->path,
            'stretch' => $this->place->stretch,
            'byte' => $this->place->byte,
            'ports' => $this->ports,
            'transit' => $this->transit->save(),
            'hasBegun' => $this->hasBegun,
        ];
    }

    /** @param array<mixed> $saved what save() gave */
    public static function load(array $saved): self
    {
        /**
         * @var array{path: string, stretch: int, byte: int, ports: list<string>,
         *     hasBegun: bool, transit: array{real: list<string>, numbers: array<int|string, int>, waiting: array<int|string, array<int, string>>}} $saved
         */
        $place = new JournalPlace($saved['stretch'], $saved['byte']);

        return new self($saved['path'], $place, $saved['ports'], Transit::load($saved['transit']), $saved['hasBegun']);
    }
}
