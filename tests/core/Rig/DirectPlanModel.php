<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

/**
 * The least that makes a small direct rig work, by trying everything. Knows only the facts that the rig was made from.
 *
 * @phpstan-import-type Setting from AnyDirectRig
 */
final class DirectPlanModel
{
    private const WAYS = ['menu' => 1, 'learn' => 2, 'gesture' => 3, 'unknown' => 3, 'jumper' => 5];

    /**
     * Cost, how many are changed, and the place of each value, -1 where nobody knows; then whether each cable is another.
     *
     * @var array{int, int, list<int>}|null
     */
    public ?array $best = null;
    /** @var array<string, bool> who is to play whom, and who is kept out, by "board box" */
    public array $wished = [];

    public function __construct(private readonly AnyDirectRig $rig)
    {
        foreach ($rig->boards as $board) {
            foreach ($rig->behind[$board] as $place => $box) {
                if ($place === \count($rig->behind[$board]) - 1) {
                    $this->wished["{$board} {$box}"] = true; // the last passes nothing on
                }
            }
        }
        foreach ($rig->intents as $intent) {
            $this->wished["{$intent['from']} {$intent['to']}"] = 'plays' === $intent['means'];
        }
        $this->try([]);
    }

    /** @param list<int> $places */
    private function try(array $places): void
    {
        if (\count($places) < \count($this->rig->settings)) {
            $setting = $this->rig->settings[\count($places)];
            $now = self::now($setting);
            if (null === $now) {
                $this->try([...$places, -1]);
            }
            foreach ($setting['values'] as $place => $value) {
                if (!($setting['pinned'] && null !== $setting['ticked']) || $value === $now) {
                    $this->try([...$places, $place]);
                }
            }

            return;
        }
        if (\count($places) < \count($this->rig->settings) + \count($this->rig->cables)) {
            $this->try([...$places, 0]);
            $this->try([...$places, 1]);

            return;
        }
        [$cost, $count] = $this->cost($places);
        $found = [$cost, $count, $places];
        if ((null === $this->best || $found < $this->best) && $this->works($places)) {
            $this->best = $found;
        }
    }

    /** @param list<int> $places */
    private function works(array $places): bool
    {
        foreach ($this->rig->settings as $index => $setting) {
            if (-1 === $places[$index]) {
                foreach (array_keys($setting['values']) as $place) {
                    if (!$this->works([...\array_slice($places, 0, $index), $place, ...\array_slice($places, $index + 1)])) {
                        return false;
                    }
                }

                return true;
            }
        }
        $at = [];
        foreach ($this->rig->settings as $index => $setting) {
            $at[$setting['unit']][$setting['id']] = $setting['values'][$places[$index]] ?? '';
        }
        $isOther = $isWhole = [];
        foreach (array_keys($this->rig->cables) as $index => $box) {
            $isOther[$box] = 1 === $places[\count($this->rig->settings) + $index];
            $isWhole[$box] = ('tip' === $at[$box]['wiring']) === ('straight' === $this->rig->cables[$box] xor $isOther[$box]);
        }
        foreach ($this->rig->boards as $board) {
            $from = $at[$board]['jack'] ?? 'midi';
            foreach ($this->rig->behind[$board] as $box) {
                // Nobody takes another cable to make a lead dead.
                if (($isOther[$box] ?? false) && (!$isWhole[$box] || 'midi' !== $from || 'midi' !== ($at[$box]['jack'] ?? 'midi'))) {
                    return false;
                }
                $from = 'midi';
            }
            $isOn = 'midi' === ($at[$board]['jack'] ?? 'midi') && 'on' === ($at[$board]['transmit'] ?? 'on');
            foreach ($this->rig->behind[$board] as $box) {
                $isOn = $isOn && 'midi' === ($at[$box]['jack'] ?? 'midi') && ($isWhole[$box] ?? true);
                $isHeard = $isOn
                    && 'on' === ($at[$box]['receive'] ?? 'on')
                    && \in_array($at[$box]['channel'], ['omni', $at[$board]['channel']], true);
                if ($isHeard !== ($this->wished["{$board} {$box}"] ?? $isHeard)) {
                    return false;
                }
                $isOn = $isOn && 'on' === ($at[$box]['thru'] ?? 'on');
            }
        }

        return true;
    }

    /**
     * @param list<int> $places
     *
     * @return array{int, int}
     */
    private function cost(array $places): array
    {
        $cost = $count = 0;
        $cycles = [];
        foreach ($this->rig->settings as $index => $setting) {
            if (-1 === $places[$index] || ($setting['values'][$places[$index]] ?? null) === self::now($setting)) {
                continue;
            }
            ++$count;
            $way = self::WAYS[$setting['way']];
            $cost += $way + (null === $setting['ticked'] ? 0 : 2);
            if ($setting['cycle'] && 'unknown' !== $setting['way']) {
                $cycles[$setting['unit']][] = max(0, 3 - $way);
            }
        }
        $others = array_sum(\array_slice($places, \count($this->rig->settings)));
        [$cost, $count] = [$cost + 4 * $others, $count + $others];
        foreach ($cycles as $more) {
            $cost += min($more);
        }

        return [$cost, $count];
    }

    /** @param Setting $setting */
    private static function now(array $setting): int|string|null
    {
        return $setting['ticked'] ?? $setting['factory'];
    }
}
