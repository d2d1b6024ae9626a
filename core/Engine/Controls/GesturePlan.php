<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Book\RuleRoute;

/** What rules in force want to know of the gestures of one control. */
final readonly class GesturePlan
{
    /**
     * @param non-empty-list<RuleRoute> $routes in order
     * @param int $heldUs how long a press is held to be more than short; 0 when no rule asks
     * @param int $twiceUs how soon a second press follows; 0 when no rule asks
     */
    private function __construct(public array $routes, public int $heldUs, public int $twiceUs)
    {
    }

    /** @param non-empty-list<RuleRoute> $routes of gestures, whose times agree */
    public static function of(array $routes): self
    {
        $us = ['short' => 0, 'held' => 0, 'twice' => 0];
        foreach ($routes as $route) {
            if (null !== $route->gesture) {
                $us[$route->gesture->gesture] = $route->gesture->timeUs;
            }
        }

        return new self($routes, $us['held'], $us['twice']);
    }
}
