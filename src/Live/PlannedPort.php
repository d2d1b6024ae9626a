<?php

declare(strict_types=1);

namespace App\Live;

/** A port of the rulebook as a player needs it. */
final readonly class PlannedPort
{
    /**
     * @param int $byteUs microseconds that a byte takes on the wire behind it; 0 where that is not known to be slow
     * @param list<string> $restores units that are brought back to where they should stand when the device was away and is back
     * @param array<string, string> $switches what lets go of switches of its units, by the message of their press without its value; as bytes
     */
    public function __construct(
        public string $name,
        public bool $isIn,
        public bool $isOut,
        public Connection $in,
        public Connection $out,
        public int $byteUs,
        public array $switches = [],
        public array $restores = [],
    ) {
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        $switches = [];
        foreach ($this->switches as $press => $release) {
            $switches[bin2hex((string) $press)] = bin2hex($release);
        }

        return [
            'name' => $this->name,
            'isIn' => $this->isIn,
            'isOut' => $this->isOut,
            'in' => $this->in->text(),
            'out' => $this->out->text(),
            'byteUs' => $this->byteUs,
            'switches' => $switches,
            'restores' => $this->restores,
        ];
    }

    /** @param array<string, mixed> $saved what save() gave */
    public static function load(array $saved): self
    {
        /** @var array{name: string, isIn: bool, isOut: bool, in: string, out: string, byteUs: int, switches: array<string, string>,
         *     restores?: list<string>} $saved */
        $switches = [];
        foreach ($saved['switches'] as $press => $release) {
            $switches[(string) hex2bin((string) $press)] = (string) hex2bin($release);
        }

        return new self(
            $saved['name'],
            $saved['isIn'],
            $saved['isOut'],
            Connection::of($saved['in']),
            Connection::of($saved['out']),
            $saved['byteUs'],
            $switches,
            $saved['restores'] ?? [],
        );
    }
}
