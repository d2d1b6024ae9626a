<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Titles of controls with their ranges written out. */
final class Titles
{
    /**
     * @param list<array{Token, ?Token}> $titles
     *
     * @return non-empty-list<Token>
     *
     * @throws RulebookError
     */
    public static function of(Token $device, array $titles, Devices $devices): array
    {
        $all = [];
        foreach ($titles as [$from, $to]) {
            array_push($all, ...(null === $to ? [$from] : $devices->between($device, $from, $to)));
        }

        return [] === $all ? throw new \LogicException('a line of titles has one at least') : $all;
    }
}
