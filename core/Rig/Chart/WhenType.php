<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A condition on settings: each of them stands at one of the values. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class WhenType extends Either
{
    public function __construct()
    {
        parent::__construct(
            'values by the id of a setting',
            new MapOf(new ListOf(new Either('a value', new Whole(-16384, 16384), new Text()), 256, 1), most: 16),
        );
    }
}
