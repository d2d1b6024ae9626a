<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\Intent;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Device;

/** What is meant of two units and one kind of messages, and what is so as they are set. */
final readonly class Cell
{
    /** @param array<string, list<DirectWay>> $ways by kind of message */
    public function __construct(
        public Device $from,
        public Device $to,
        public IntentKind $of,
        public array $ways,
        /** What somebody said; null where nobody did. */
        public ?Intent $said,
        /** Whether it is proposed that the one plays the other. */
        public bool $isProposed,
        /** Who passes other messages on to it and not these, where there is no way. */
        public ?string $blockedBy = null,
    ) {
    }

    /** Null where it is open: it binds nothing. */
    public function means(): ?Means
    {
        return null === $this->said ? ($this->isProposed ? Means::Plays : null) : $this->said->means;
    }

    /**
     * @param array<string, Device> $boxes
     *
     * @return bool|null whether it arrives: of what is meant to, every kind, of what is kept out, any; null where a fact is missing
     */
    public function arrives(array $boxes): ?bool
    {
        $isAny = Means::Plays !== $this->means();
        $arrives = !$isAny && [] !== $this->ways;
        foreach ($this->ways as $ways) {
            $one = self::isAnyOpen($ways, $boxes);
            if ($one === $isAny) {
                return $isAny;
            }
            $arrives = null === $one ? null : $arrives;
        }

        return $arrives;
    }

    /**
     * What is in the way of the first kind that does not arrive, on the way that has least in it.
     *
     * @param array<string, Device> $boxes
     */
    public function obstacle(array $boxes): ?Obstacle
    {
        foreach ($this->ways as $ways) {
            if (false === self::isAnyOpen($ways, $boxes)) {
                $least = $ways[0];
                foreach ($ways as $way) {
                    $least = self::shut($way, $boxes) < self::shut($least, $boxes) ? $way : $least;
                }

                return $least->obstacle($boxes);
            }
        }

        return null;
    }

    /**
     * @param list<DirectWay> $ways
     * @param array<string, Device> $boxes
     */
    private static function isAnyOpen(array $ways, array $boxes): ?bool
    {
        $isOpen = false;
        foreach ($ways as $way) {
            $one = $way->isOpen($boxes);
            if (true === $one) {
                return true;
            }
            $isOpen = null === $one ? null : $isOpen;
        }

        return $isOpen;
    }

    /** @param array<string, Device> $boxes */
    private static function shut(DirectWay $way, array $boxes): int
    {
        return \count(array_filter($way->conditions, static fn (Condition $condition): bool => false === $condition->isMet($boxes)));
    }

    /** @return list<KindName> */
    public function kinds(): array
    {
        return array_map(static fn (int|string $kind): KindName => KindName::from((string) $kind), array_keys($this->ways));
    }
}
