<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

use ZigzagPost\Core\Rig\Direct\Cabling;
use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Direct\ChannelsAgree;
use ZigzagPost\Core\Rig\Direct\Condition;
use ZigzagPost\Core\Rig\Direct\DirectWay;
use ZigzagPost\Core\Rig\Direct\LeadCarries;
use ZigzagPost\Core\Rig\Direct\LeadWorks;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Direct\ObstacleSort;
use ZigzagPost\Core\Rig\Direct\SettingAt;
use ZigzagPost\Core\Rig\Direct\SwitchIsOn;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Wire\Verdict;

/**
 * What a plan has to bring about on direct ways: who plays whom does, who is kept out is, and leads that work go on working.
 * A wish that nobody uttered is left out where no setting could grant it: what is in its way is found elsewhere.
 */
final class WishList
{
    /** What moves a unit when it arrives unasked. */
    private const MOVING = [IntentKind::Notes, IntentKind::Controls, IntentKind::Programs];

    /** @var list<RawWish> */
    public readonly array $wishes;
    /** @var array<string, true> by key, the settings that decide them */
    public readonly array $settings;

    public function __construct(Setup $setup, Matrix $matrix, private readonly Standings $standings)
    {
        $wishes = [];
        foreach ($matrix->cells as $cell) {
            array_push($wishes, ...null === $cell->means() ? [] : $this->ofCell($cell));
            array_push($wishes, ...Means::Plays === $cell->means() ? $this->byItself($cell) : []);
        }
        foreach (ChannelsAgree::all($setup) as $pair) {
            $wishes[] = new RawWish([[$pair]], false, [$pair->one, $pair->other], "{$pair->one} mirrors {$pair->other}");
        }
        foreach ($setup->joints as $index => $joint) {
            if (isset($matrix->cablings[$index]) && $joint->lead->isToPlay()) {
                array_push($wishes, ...$this->toPost($joint, $matrix->cablings[$index]));
            }
        }
        $settings = self::keys(self::all($wishes));
        // What a lead of theirs is for is said by the wishes themselves; all others keep what they do now.
        $wished = array_fill_keys(array_map(static fn (Condition $condition): string => $condition->key(), self::all($wishes)), true);
        $seen = [];
        do {
            $count = \count($settings);
            foreach ($setup->joints as $index => $joint) {
                if (!isset($seen[$index]) && null !== $joint->a && null !== $joint->b) {
                    $cabling = $matrix->cablings[$index] ?? Cabling::asItIs($joint, $joint->a, $joint->b);
                    $own = array_map(static fn (SettingAt $at): string => $at->key(), $cabling->settings());
                    if ([] !== array_intersect_key($settings, array_flip($own))) {
                        $seen[$index] = true;
                        $isWished = isset($wished[LeadCarries::keyOf($joint, $joint->a)]) || isset($wished[LeadCarries::keyOf($joint, $joint->b)]);
                        array_push($wishes, ...$this->ofLead($cabling, [$joint->a->box->name, $joint->b->box->name], $isWished));
                        $settings += array_fill_keys($own, true);
                    }
                }
            }
        } while (\count($settings) > $count);
        [$this->wishes, $this->settings] = [$wishes, $settings];
    }

    /**
     * @param list<string> $units
     *
     * @return list<RawWish> those that are about these units only
     */
    public function among(array $units): array
    {
        return array_values(array_filter($this->wishes, static fn (RawWish $wish): bool => [] === array_diff($wish->units, $units)));
    }

    /** @return list<RawWish> */
    private function ofCell(Cell $cell): array
    {
        $isOut = Means::KeepsOut === $cell->means();
        $words = $isOut ? "{$cell->from->name} stays out of {$cell->to->name}" : "{$cell->from->name} plays {$cell->to->name}";
        $wishes = [];
        foreach ($cell->ways as $ways) {
            $conditions = array_map(static fn (DirectWay $way): array => $way->conditions, $ways);
            $possible = array_values(array_filter($conditions, fn (array $way): bool => $isOut ? $this->canBeShut($way) : $this->canBeOpen($way)));
            if (null !== $cell->said || ($isOut ? \count($possible) === \count($conditions) : [] !== $possible)) {
                $wishes[] = new RawWish($isOut ? $conditions : $possible, $isOut, [$cell->from->name, $cell->to->name], $words);
            }
        }

        return [] === $cell->ways && !$isOut ? [] : $wishes;
    }

    /** @return list<RawWish> a lead between the post and a unit is there to work, where settings or cables can bring that about */
    private function toPost(ResolvedLead $joint, Cabling $cabling): array
    {
        $units = array_filter([$joint->a?->box, $joint->b?->box], static fn (?Device $box): bool => null !== $box && !$box->isPost());
        $works = new LeadWorks($cabling);

        return 1 === \count($units) && $this->canBeOpen([$works])
            ? [new RawWish([[$works]], false, [array_values($units)[0]->name], "lead {$joint->lead->id} is to work")]
            : [];
    }

    /** @return list<RawWish> what a unit sends by itself, and nobody has ticked, moves none that it plays; a clock is there to be followed */
    private function byItself(Cell $cell): array
    {
        $wishes = [];
        foreach ($cell->from->chart->automatic ?? [] as $automatic) {
            $isMoving = $cell->of === IntentKind::of($automatic->kind) && \in_array($cell->of, self::MOVING, true);
            if ($isMoving && null !== $automatic->setting && !isset($this->standings->boxes[$cell->from->name]->unit->settings[$automatic->setting])) {
                $on = new SwitchIsOn(ObstacleSort::Transmit, $cell->from->name, $automatic->setting);
                $units = [$cell->from->name, $cell->to->name];
                $wishes[] = new RawWish([[$on]], true, $units, "{$units[0]} moves {$units[1]} only when it is played");
            }
        }

        return $wishes;
    }

    /**
     * @param list<string> $units at its ends
     *
     * @return list<RawWish>
     */
    private function ofLead(Cabling $cabling, array $units, bool $isWished): array
    {
        $works = new LeadWorks($cabling);
        $harms = new LeadWorks($cabling, Verdict::MayDamage);

        return [
            ...!$isWished && Truth::Yes === $this->standings->truth($works) ? [new RawWish([[$works]], false, $units)] : [],
            ...$this->canBeShut([$harms]) ? [new RawWish([[$harms]], true, $units)] : [],
            // A cable is not exchanged for one that keeps somebody out because it is the wrong one.
            ...[] === $cabling->others ? [] : [new RawWish([[new LeadWorks($cabling, isOfOthersOnly: true)]], false, $units)],
        ];
    }

    /**
     * @param list<RawWish> $wishes
     *
     * @return list<Condition>
     */
    private static function all(array $wishes): array
    {
        return array_merge(...array_map(static fn (RawWish $wish): array => $wish->conditions(), $wishes));
    }

    /** @param list<Condition> $way */
    private function canBeOpen(array $way): bool
    {
        foreach ($way as $condition) {
            if (!$this->standings->canBe($condition, true)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<Condition> $way */
    private function canBeShut(array $way): bool
    {
        foreach ($way as $condition) {
            if ($this->standings->canBe($condition, false)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Condition> $conditions
     *
     * @return array<string, true>
     */
    private static function keys(array $conditions): array
    {
        $keys = [];
        foreach ($conditions as $condition) {
            foreach ($condition->settings() as $at) {
                $keys[$at->key()] = true;
            }
        }

        return $keys;
    }
}
