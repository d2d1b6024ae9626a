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
            ->shouldNot()->dependOn()
            ->classes(Selector::inNamespace('App'), Selector::inNamespace('Symfony'), Selector::inNamespace('Doctrine'), Selector::inNamespace('Psr'));
    }
}
