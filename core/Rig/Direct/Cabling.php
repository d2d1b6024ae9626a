<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Chart\Sort;
use ZigzagPost\Core\Rig\Document\ChartAt;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Wire\Levels;
use ZigzagPost\Core\Rig\Wire\Mend;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/**
 * What could lie between two plugs: the cables and adapters that do, or one of them exchanged, or an adapter more, where that makes the
 * lead work in some mode of the plugs in which it is dead. The choice stands among the settings, as that of a box that has the lead's name.
 */
final readonly class Cabling
{
    public const SETTING = 'cables';
    public const AS_IT_IS = 'as it is';
    /** Leads of more parts, or between plugs of more modes, keep their cables. */
    private const MOST_PARTS = 6;
    private const MOST_MODES = 64;

    /** @param array<string, list<Part>> $others by what hands do, in words */
    private function __construct(private ResolvedLead $joint, private End $a, private End $b, public array $others)
    {
    }

    public static function of(ResolvedLead $joint, End $a, End $b): self
    {
        if (\count($joint->lead->parts) > self::MOST_PARTS || \count($a->plug->uses) * \count($b->plug->uses) > self::MOST_MODES) {
            return self::asItIs($joint, $a, $b);
        }
        $works = self::modes($a, $b, $joint->lead->parts);
        $others = [];
        foreach (\in_array(false, $works, true) ? self::candidates($a, $b, $joint->lead->parts) : [] as $words => $parts) {
            $more = self::modes($a, $b, $parts);
            if ([] !== array_filter($more, static fn (bool $is, int $mode): bool => $is && !$works[$mode], \ARRAY_FILTER_USE_BOTH)) {
                $others[$words] = $parts;
                $works = array_map(static fn (bool $one, bool $other): bool => $one || $other, $works, $more);
            }
        }

        return new self($joint, $a, $b, $others);
    }

    /** Of a lead whose cables are not looked at. */
    public static function asItIs(ResolvedLead $joint, End $a, End $b): self
    {
        return new self($joint, $a, $b, []);
    }

    public function lead(): string
    {
        return $this->joint->lead->id;
    }

    public function at(): SettingAt
    {
        return new SettingAt("lead\t{$this->joint->lead->id}", self::SETTING);
    }

    /** The choice as a box. */
    public function box(): Device
    {
        $setting = new Setting(self::SETTING, self::SETTING, [self::AS_IT_IS, ...array_map(strval(...), array_keys($this->others))], self::AS_IT_IS);

        return new Device(new Unit($this->at()->unit, new ChartAt('', 1)), new Chart(1, self::SETTING, Sort::Other, [$setting]));
    }

    /** @return list<SettingAt> what decides whether the lead works */
    public function settings(): array
    {
        return [...LeadSettings::of($this->a, $this->b), ...[] === $this->others ? [] : [$this->at()]];
    }

    /** @param array<string, Device> $boxes */
    public function isAsItIs(array $boxes): bool
    {
        return self::AS_IT_IS === $this->chosen($boxes);
    }

    /**
     * The lead as settings and the choice of cables make it.
     *
     * @param array<string, Device> $boxes
     */
    public function lay(array $boxes): ResolvedLead
    {
        $parts = $this->others[$this->chosen($boxes)] ?? null;

        return new ResolvedLead(
            null === $parts ? $this->joint->lead : $this->joint->lead->with($parts),
            LeadSettings::at($this->a, $boxes),
            LeadSettings::at($this->b, $boxes),
            null,
        );
    }

    /** @param array<string, Device> $boxes */
    private function chosen(array $boxes): string
    {
        return (string) (($boxes[$this->at()->unit] ?? null)?->value(self::SETTING) ?? self::AS_IT_IS);
    }

    /**
     * @param list<Part> $parts
     *
     * @return iterable<string, list<Part>>
     */
    private static function candidates(End $a, End $b, array $parts): iterable
    {
        foreach (Levels::superfluous($a->plug->connector, $parts, $b->plug->connector) as $index => $part) {
            yield Mend::less($part->what, $index)->told.', part '.($index + 1) => [...\array_slice($parts, 0, $index), ...\array_slice($parts, $index + 1)];
        }
        foreach ($parts as $index => $part) {
            foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
                if ($map !== $part->map) {
                    yield Mend::otherCable($part->what, $index, $map)->told.(1 === \count($parts) ? '' : ', part '.($index + 1)) => [
                        ...\array_slice($parts, 0, $index),
                        $part->mapped($map),
                        ...\array_slice($parts, $index + 1),
                    ];
                }
            }
        }
        yield Mend::adapter(ContactMap::Crossed, '')->told => [...$parts, new Part('crossed adapter', ContactMap::Crossed)];
    }

    /**
     * @param list<Part> $parts
     *
     * @return list<bool> of each mode of the plugs, whether it works in it
     */
    private static function modes(End $a, End $b, array $parts): array
    {
        $works = [];
        foreach ($a->plug->uses as $use) {
            foreach ($b->plug->uses as $other) {
                $works[] = Verdict::Works === Walk::between($a->as($use), $b->as($other), $parts)->verdict;
            }
        }

        return $works;
    }
}
