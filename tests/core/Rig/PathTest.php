<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\Way\Path;

/** The way of a message as it is drawn. */
final class PathTest extends TestCase
{
    public function testItEndsWhereItStops(): void
    {
        $path = new Path(['keys out', 'post in', 'post out', 'box in'], ['one', 'two', 'three'], null);

        self::assertSame(['one', 'two'], $path->stoppingAt('two')->leads, 'the lead at which it stops is drawn');
        self::assertSame(['one'], $path->stoppingAt('one')->leads);
        self::assertSame(['one', 'two', 'three'], $path->stoppingAt('box')->leads, 'a unit that stops it is behind its leads');
        self::assertSame(['box', $path->hops], [$path->stoppingAt('box')->stopsAt, $path->stoppingAt('two')->hops]);
        self::assertNull($path->stoppingAt(null)->stopsAt);
    }

    public function testOneGoesOnBehindAnother(): void
    {
        $both = (new Path(['a'], ['one'], null))->then(new Path(['b'], ['two'], 'two'));
        self::assertSame([['a', 'b'], ['one', 'two'], 'two'], [$both->hops, $both->leads, $both->stopsAt]);
        self::assertSame('one', (new Path([], [], 'one'))->then(new Path([], [], 'two'))->stopsAt, 'the first place counts');
    }
}
