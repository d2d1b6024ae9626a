<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Duration;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/**
 * What a hand does with a control that is pressed and let go: behind the kinds of a selector.
 *
 *     take cc 20..23 short
 *     take cc 20..23 held 600ms
 *     take note key 36 twice 300ms
 */
final readonly class Gesture
{
    public const SHORT = 'short';
    public const HELD = 'held';
    public const TWICE = 'twice';
    public const WORDS = [self::SHORT, self::HELD, self::TWICE];

    private function __construct(public string $word, public ?Duration $time)
    {
    }

    /**
     * Reads a gesture, if one stands here.
     *
     * @throws RulebookError
     */
    public static function parse(Cursor $cursor): ?self
    {
        $word = $cursor->accept(...self::WORDS);

        return null === $word ? null : new self($word->text, $word->is(self::SHORT) ? null : $cursor->duration());
    }

    public function print(): string
    {
        return $this->word.(null === $this->time ? '' : ' '.$this->time->print());
    }

    /** Tells gestures of one rule apart. */
    public function key(): string
    {
        return $this->word.(null === $this->time ? '' : (string) $this->time->us);
    }
}
