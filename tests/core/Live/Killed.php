<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

/** A player that was killed in the middle of what it did. */
final class Killed extends \RuntimeException
{
}
