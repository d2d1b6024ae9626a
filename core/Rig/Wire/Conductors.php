<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;

/** Which contacts of two plugs are joined by a chain of cables and adapters, and which are shorted to each other. */
final class Conductors
{
    /** @var array<string, string> the contact that each is joined with */
    private array $joined = [];

    /**
     * @param list<Part> $parts
     * @param list<Connector> $levels the connectors from end a to end b, one more than there are parts
     */
    public function __construct(array $parts, private readonly array $levels)
    {
        foreach ($parts as $level => $part) {
            foreach (self::map($part, $levels[$level], $levels[$level + 1]) ?? [] as $joined) {
                [$from, $to] = [$joined->left, $joined->right];
                $this->join("{$level}:{$from}", $level + 1 .":{$to}");
            }
            if (ContactMap::Mono === $part->map) {
                foreach ([$level, $level + 1] as $side) {
                    if ($levels[$side]->isJack()) {
                        $this->join("{$side}:ring", "{$side}:sleeve");
                    }
                }
            }
        }
        if ([] === $parts) {
            foreach ($levels[0]->contacts() as $contact) {
                $this->joined["0:{$contact}"] = "0:{$contact}";
            }
        }
    }

    /** Whether a contact of end a leads to one of end b. */
    public function leads(string $a, string $b): bool
    {
        return $this->root("0:{$a}") === $this->root($this->last().":{$b}");
    }

    /** Whether two contacts of the same end are shorted. */
    public function shorts(bool $atA, string $one, string $other): bool
    {
        $level = $atA ? 0 : $this->last();

        return $one !== $other && $this->root("{$level}:{$one}") === $this->root("{$level}:{$other}");
    }

    /** @return list<string> contacts of end b that one of end a leads to */
    public function from(string $a): array
    {
        return array_values(array_filter($this->levels[$this->last()]->contacts(), fn (string $b): bool => $this->leads($a, $b)));
    }

    /** @return list<string> contacts of end a that lead to one of end b */
    public function to(string $b): array
    {
        return array_values(array_filter($this->levels[0]->contacts(), fn (string $a): bool => $this->leads($a, $b)));
    }

    /**
     * Which contacts a part joins.
     *
     * @return list<JoinedContacts>|null null if a part of this kind does not fit these connectors
     */
    public static function map(Part $part, Connector $left, Connector $right): ?array
    {
        if (ContactMap::Named === $part->map) {
            return array_map(
                static fn (string|int $from, string $to): JoinedContacts => new JoinedContacts((string) $from, $to),
                array_keys($part->contacts ?? []),
                array_values($part->contacts ?? []),
            );
        }
        $columns = ContactMap::Mono === $part->map ? ['data', 'shield'] : ['data', 'source', 'shield', 'one', 'three'];
        [$from, $to] = [self::columns($left), self::columns($right)];
        if (null === $from || null === $to) {
            return null;
        }
        $pairs = [];
        foreach ($columns as $column) {
            $target =
                ContactMap::Crossed !== $part->map
                    ? $column
                    : match ($column) {
                        'data' => 'source',
                        'source' => 'data',
                        default => $column,
                    };
            if (isset($from[$column], $to[$target])) {
                $pairs[] = new JoinedContacts($from[$column], $to[$target]);
            }
        }

        return $pairs;
    }

    /** @return array<string, string>|null which contacts of connectors stand for each other in an ordinary cable or adapter */
    private static function columns(Connector $connector): ?array
    {
        return match (true) {
            Connector::Din5 === $connector => ['data' => '5', 'source' => '4', 'shield' => '2', 'one' => '1', 'three' => '3'],
            $connector->isJack() => ['data' => 'tip', 'source' => 'ring', 'shield' => 'sleeve'],
            Connector::Xlr3 === $connector => ['data' => '3', 'source' => '2', 'shield' => '1'],
            Connector::Barrel === $connector => ['data' => 'centre', 'source' => 'outside'],
            default => null,
        };
    }

    private function last(): int
    {
        return \count($this->levels) - 1;
    }

    private function join(string $one, string $other): void
    {
        $this->joined[$one] ??= $one;
        $this->joined[$other] ??= $other;
        $this->joined[$this->root($one)] = $this->root($other);
    }

    private function root(string $contact): string
    {
        while (isset($this->joined[$contact]) && $this->joined[$contact] !== $contact) {
            $contact = $this->joined[$contact];
        }

        return $contact;
    }
}
