<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Hazard\GuardedWay;

/** All that a player needs to know when it starts, so that nothing is checked, compiled or looked up by then. */
final readonly class LivePlan
{
    public const FILE = 'plan.json';

    /**
     * @param string $rules the name under which {@see BookShelf} finds the rulebook
     * @param list<PlannedPort> $ports
     * @param list<GuardedWay> $guarded
     * @param bool $isDry whether nothing real goes out
     */
    public function __construct(public string $rules, public array $ports, public array $guarded, public bool $isDry)
    {
    }

    /** Whether what leaves at a port goes anywhere real. */
    public function isHeard(PlannedPort $port): bool
    {
        return $port->isOut && $port->out->isDevice() && !$this->isDry;
    }

    /** @return array<string, true> names of ports at which something real hears */
    public function heard(): array
    {
        $heard = array_filter($this->ports, $this->isHeard(...));

        return array_fill_keys(array_map(static fn (PlannedPort $port): string => $port->name, $heard), true);
    }

    /** Whether a device stands behind any port. */
    public function isConnected(): bool
    {
        return [] !== array_filter(
            $this->ports,
            static fn (PlannedPort $port): bool => ($port->isIn && $port->in->isDevice()) || ($port->isOut && $port->out->isDevice()),
        );
    }

    public function text(): string
    {
        return json_encode(
            [
                'rules' => $this->rules,
                'ports' => array_map(static fn (PlannedPort $port): array => $port->save(), $this->ports),
                'guarded' => array_map(static fn (GuardedWay $way): array => get_object_vars($way), $this->guarded),
                'isDry' => $this->isDry,
            ],
            \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES,
        );
    }

    /** @throws CannotPlay where this is no plan */
    public static function of(string $text): self
    {
        $saved = json_decode($text, true);
        if (!\is_array($saved) || !\is_array($saved['ports'] ?? null)) {
            throw CannotPlay::because('the plan of this host cannot be read; start it anew');
        }
        /**
         * @var array{rules: string, ports: list<array<string, mixed>>, isDry: bool,
         *     guarded: list<array{port: string, unit: string, kinds: list<string>, channels: list<int>|null}>} $saved
         */

        return new self(
            $saved['rules'],
            array_map(PlannedPort::load(...), $saved['ports']),
            array_map(static fn (array $way): GuardedWay => new GuardedWay($way['port'], $way['unit'], $way['kinds'], $way['channels']), $saved['guarded']),
            $saved['isDry'],
        );
    }
}
