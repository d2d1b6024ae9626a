<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Titles of controls with their ranges written out. */
final class Titles
{
    /**
     * @param list<TitleRange> $titles
     *
     * @return non-empty-list<Token>
     *
     * @throws RulebookError
     */
    public static function of(Token $device, array $titles, Devices $devices): array
    {
        $all = [];
        foreach ($titles as $range) {
            array_push($all, ...(null === $range->to ? [$range->from] : $devices->between($device, $range->from, $range->to)));
        }

        return [] === $all ? throw new \LogicException('a line of titles has one at least') : $all;
    }
}
