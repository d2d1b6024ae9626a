<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Tape;

/** Bytes that are no state of a run of this rulebook: says whether they are damaged or of another one. */
final class BadState extends \RuntimeException
{
    public static function foreign(): self
    {
        return new self('this is not the state of a run; keep one with run --save');
    }

    public static function damaged(): self
    {
        return new self('this state of a run is damaged; keep another one with run --save');
    }

    public static function ofAnother(): self
    {
        return new self('this is the state of a run of another rulebook, or of an earlier text of this one');
    }
}
