<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Direct\Cabling;
use ZigzagPost\Core\Rig\Direct\Condition;
use ZigzagPost\Core\Rig\Direct\SettingAt;
use ZigzagPost\Core\Rig\Document\Chosen;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Units as a plan takes them to stand: with what was ticked or pinned, else as they come from the factory. */
final class Standings
{
    /** Combinations of values that are looked at, at most. */
    private const MOST = 4096;
    private const MANY = 64;

    /** @var array<string, array<string, Device>> units with other settings, each made once */
    private array $set = [];
    /** @var array<string, Device> by name; cables that could be exchanged stand among them */
    public readonly array $boxes;

    /**
     * @param array<int, Cabling> $cablings of leads
     * @param list<string> $unpinned units whose pins are not looked at
     */
    public function __construct(Setup $setup, array $cablings, private readonly array $unpinned = [])
    {
        $boxes = [];
        foreach ($setup->boxes as $name => $box) {
            $kept = array_filter($box->unit->settings, fn (Chosen $chosen): bool => $chosen->state->isTicked() || $this->isPinned($box->name, $chosen));
            $boxes[$name] = new Device(new Unit($box->name, $box->unit->chart, settings: $kept, assigned: $box->unit->assigned), $box->chart);
        }
        foreach ($cablings as $cabling) {
            [] === $cabling->others ?: $boxes[$cabling->at()->unit] = $cabling->box();
        }
        $this->boxes = $boxes;
    }

    public function isPinned(string $unit, ?Chosen $chosen): bool
    {
        return true === $chosen?->pinned && !\in_array($unit, $this->unpinned, true);
    }

    public function value(SettingAt $at): string|int|null
    {
        return ($this->boxes[$at->unit] ?? null)?->value($at->setting);
    }

    public function setting(SettingAt $at): ?Setting
    {
        return ($this->boxes[$at->unit] ?? null)?->chart->setting($at->setting);
    }

    /** @return list<string|int> values that a setting may be given */
    public function values(SettingAt $at): array
    {
        $chosen = ($this->boxes[$at->unit] ?? null)?->unit->settings[$at->setting] ?? null;

        return null !== $chosen && $this->isPinned($at->unit, $chosen) ? [$chosen->value] : $this->all($at);
    }

    /** @return list<string|int> all values of a setting; of very many those that something depends on, and the first */
    private function all(SettingAt $at): array
    {
        $all = $this->setting($at)?->all() ?? [];
        if (\count($all) <= self::MANY) {
            return $all;
        }
        $named = [$this->value($at) => true];
        foreach ($this->boxes[$at->unit]->chart->plugs as $plug) {
            foreach ($plug->uses as $use) {
                $named += array_fill_keys($use->when[$at->setting] ?? [], true);
            }
        }

        $isTried = static fn (string|int $value, int $place): bool => $place < self::MANY || isset($named[$value]);

        return array_values(array_filter($all, $isTried, \ARRAY_FILTER_USE_BOTH));
    }

    /**
     * Whether a condition is met while settings stand so, the others as they are.
     *
     * @param array<string, array<string, string|int>> $set by unit and setting
     */
    public function truth(Condition $condition, array $set = []): Truth
    {
        $unknown = array_values(
            array_filter($condition->settings(), fn (SettingAt $at): bool => !isset($set[$at->unit][$at->setting]) && null === $this->value($at)),
        );
        $truth = null;
        $tried = 0;
        foreach ($this->combinations($unknown) as $values) {
            if (++$tried > self::MOST) {
                return Truth::Depends;
            }
            $isMet = $condition->isMet($this->at(self::both($set, $values)));
            $one = null === $isMet ? Truth::Free : ($isMet ? Truth::Yes : Truth::No);
            if (null !== $truth && $truth !== $one) {
                return Truth::Depends;
            }
            $truth = $one;
        }

        return $truth ?? Truth::Free;
    }

    /** Whether some values of its settings, pinned or not, make a condition met, or not met. */
    public function canBe(Condition $condition, bool $wanted): bool
    {
        $tried = 0;
        foreach ($this->combinations($condition->settings(), true) as $values) {
            $isMet = $condition->isMet($this->at($values));
            if (null === $isMet || $isMet === $wanted || ++$tried > self::MOST) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param array<string, array<string, string|int>> $set
     *
     * @return array<string, Device>
     */
    private function at(array $set): array
    {
        $boxes = $this->boxes;
        foreach ($set as $unit => $settings) {
            $key = serialize($settings);
            $boxes[$unit] = $this->set[$unit][$key] ??= $boxes[$unit]->set($settings);
        }

        return $boxes;
    }

    /**
     * @param list<SettingAt> $settings
     *
     * @return \Generator<array<string, array<string, string|int>>> by unit and setting
     */
    private function combinations(array $settings, bool $isUnpinned = false): \Generator
    {
        $at = array_shift($settings);
        if (null === $at) {
            yield [];

            return;
        }
        foreach ($isUnpinned ? $this->all($at) : $this->values($at) as $value) {
            foreach ($this->combinations($settings, $isUnpinned) as $set) {
                yield self::both($set, [$at->unit => [$at->setting => $value]]);
            }
        }
    }

    /**
     * @param array<string, array<string, string|int>> $one
     * @param array<string, array<string, string|int>> $other
     *
     * @return array<string, array<string, string|int>>
     */
    private static function both(array $one, array $other): array
    {
        foreach ($other as $unit => $settings) {
            $one[$unit] = $settings + ($one[$unit] ?? []);
        }

        return $one;
    }
}
