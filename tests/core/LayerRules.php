<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The core reaches nothing outside itself; run by the static analysis. */
final class LayerRules
{
    public function testCoreKnowsNoFramework(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('ZigzagPost\Core'))
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Doctrine'),
                Selector::inNamespace('Psr'),
            );
    }

    /** @return iterable<string, Rule> */
    public function testRoomsOfTheCoreKnowThoseBelowThemOnly(): iterable
    {
        foreach (Rooms::MAY_USE as $room => $used) {
            yield $room => PHPat::rule()
                ->classes(Selector::inNamespace(self::within($room), true))
                ->shouldNot()
                ->dependOn()
                ->classes(
                    ...array_map(
                        static fn (string $other) => Selector::inNamespace(self::within($other), true),
                        array_values(array_diff(array_keys(Rooms::MAY_USE), [$room, ...$used])),
                    ),
                )
                ->because("the room {$room} stands below, or beside");
        }
    }

    /** @return non-empty-string the namespace of a room as a regular expression that leaves out the rooms within it */
    private static function within(string $room): string
    {
        return '/^'.preg_quote('ZigzagPost\\Core\\'.str_replace('/', '\\', $room), '/').'$/';
    }
}
