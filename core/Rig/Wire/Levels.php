<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;

/** The connectors along a lead, from plug to plug: what a part does not say of its own ends it takes from its neighbours. */
final readonly class Levels
{
    /**
     * @param list<Connector> $connectors none where something does not fit
     * @param string|null $misfit what does not fit
     * @param int $part at which part
     */
    private function __construct(public array $connectors, public ?string $misfit = null, public int $part = 0)
    {
    }

    /** @param list<Part> $parts */
    public static function of(Connector $a, array $parts, Connector $b): self
    {
        $count = \count($parts);
        $a = Connector::Any === $a ? $parts[0]->ends->a ?? (0 === $count || !isset($parts[0]->ends) ? self::next($parts, 0, $b) : $a) : $a;
        $levels = [$a];
        foreach ($parts as $index => $part) {
            $left = $part->ends->a ?? $levels[$index];
            if (!self::fit($levels[$index], $left)) {
                return new self([], "{$part->what} has {$left->value} where it meets {$levels[$index]->value}", $index);
            }
            $levels[] =
                $part->ends->b ??
                self::next($parts, $index + 1, Connector::Any === $b ? $levels[$index] : $b, $index + 1 < $count ? $levels[$index] : null);
        }
        foreach ($parts as $index => $part) {
            if (null === $part->ends && !self::isOneCable($levels[$index], $levels[$index + 1])) {
                [$from, $to] = [$levels[$index]->value, $levels[$index + 1]->value];

                return new self([], "{$part->what} cannot join {$from} with {$to}; an adapter between the two has to be named with its plugs", $index);
            }
        }
        $last = $levels[$count];
        if (Connector::Any !== $b && !self::fit($last, $b)) {
            return new self(
                [],
                0 === $count
                    ? "{$a->value} does not go into {$b->value}"
                    : "{$parts[$count - 1]->what} ends in {$last->value} where the plug is {$b->value}",
                max(0, $count - 1),
            );
        }

        return new self($levels);
    }

    /**
     * Parts that are the same plug at both ends, so that a chain fits together without one of them.
     *
     * @param list<Part> $parts
     *
     * @return array<int, Part> by their places; a lead of one part has none
     */
    public static function superfluous(Connector $a, array $parts, Connector $b): array
    {
        $found = self::of($a, $parts, $b);
        $isSame = static fn (int $index): bool => $found->connectors[$index] === $found->connectors[$index + 1];

        return null !== $found->misfit || \count($parts) < 2 ? [] : array_filter($parts, $isSame, \ARRAY_FILTER_USE_KEY);
    }

    /** @return list<JoinedContacts> which contact of a part of a lead leads to which */
    public static function pins(ResolvedLead $joint, int $part): array
    {
        if (null === $joint->a || null === $joint->b) {
            return [];
        }
        $found = self::of($joint->a->plug->connector, $joint->lead->parts, $joint->b->plug->connector);

        return isset($found->connectors[$part + 1])
            ? Conductors::map($joint->lead->parts[$part], $found->connectors[$part], $found->connectors[$part + 1]) ?? []
            : [];
    }

    /** @param list<Part> $parts */
    private static function next(array $parts, int $from, Connector $b, ?Connector $otherwise = null): Connector
    {
        return $parts[$from]->ends->a ?? ($otherwise ?? $b);
    }

    /** Whether there are cables with these two plugs: of single conductors from one sort to another, of packets for one sort only. */
    private static function isOneCable(Connector $one, Connector $other): bool
    {
        return Connector::Any === $one || Connector::Any === $other || self::sort($one) === self::sort($other);
    }

    private static function sort(Connector $connector): string
    {
        return match (true) {
            $connector->isUsb() => 'usb',
            Connector::Rj45 === $connector, Connector::Network === $connector => 'network',
            Connector::Radio === $connector, Connector::Barrel === $connector => $connector->value,
            default => 'conductors',
        };
    }

    private static function fit(Connector $one, Connector $other): bool
    {
        return $one === $other || Connector::Any === $one || Connector::Any === $other;
    }
}
