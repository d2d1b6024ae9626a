<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Hazard;

/** Withholds what would reach a unit that can hurt somebody, until a person has armed it. Begins with none armed, and nothing keeps what is. */
final class HazardGuard
{
    /** @var array<string, true> units */
    private array $armed = [];
    /** @var array<string, list<GuardedWay>> by out port */
    private array $ways = [];
    /** @var array<string, string|null> the unit that would be reached, by port and what decides it */
    private array $known = [];

    /** @param list<GuardedWay> $ways */
    public function __construct(array $ways)
    {
        $this->guard($ways);
    }

    /**
     * Other ways from here on; units that are armed stay so.
     *
     * @param list<GuardedWay> $ways
     */
    public function guard(array $ways): void
    {
        $this->ways = $this->known = [];
        foreach ($ways as $way) {
            $this->ways[$way->port][] = $way;
        }
        $this->armed = array_intersect_key($this->armed, array_flip($this->units()));
    }

    /** @return list<string> all units that can be armed */
    public function units(): array
    {
        return array_values(array_unique(array_map(static fn (GuardedWay $way): string => $way->unit, array_merge(...array_values($this->ways)))));
    }

    /** @return bool false where there is no such unit to be armed */
    public function arm(string $unit): bool
    {
        if (!\in_array($unit, $this->units(), true)) {
            return false;
        }
        $this->armed[$unit] = true;
        $this->known = [];

        return true;
    }

    public function disarm(string $unit): void
    {
        unset($this->armed[$unit]);
        $this->known = [];
    }

    /** Whether anything that leaves at a port could reach such a unit, armed or not. */
    public function isGuarded(string $port): bool
    {
        return isset($this->ways[$port]);
    }

    public function isArmed(string $unit): bool
    {
        return isset($this->armed[$unit]);
    }

    /** The unit for which a message is withheld at a port; null where it may leave. */
    public function withheldFor(string $port, string $bytes): ?string
    {
        if (!isset($this->ways[$port])) {
            return null;
        }
        // Kind and channel decide: the status byte, and of controllers whether it is a channel mode message.
        $asked = $port.$bytes[0].(isset($bytes[1]) && "\xB0" === ($bytes[0] & "\xF0") && $bytes[1] >= "\x78" ? '!' : '');
        if (!\array_key_exists($asked, $this->known)) {
            $this->known[$asked] = $this->firstReached($port, $bytes);
        }

        return $this->known[$asked];
    }

    private function firstReached(string $port, string $bytes): ?string
    {
        foreach ($this->ways[$port] as $way) {
            if (!isset($this->armed[$way->unit]) && $way->reaches($bytes)) {
                return $way->unit;
            }
        }

        return null;
    }
}
