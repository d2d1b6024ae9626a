<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Recording;

/** A line of a recording that says nothing that can be done. */
final class UnknownDeed extends \RuntimeException
{
    public static function word(string $word): self
    {
        return new self("\"!{$word}\" is nothing that a recording tells; there are !panic, !scene, !song, !restore, !rules, !gone and !late");
    }

    public static function port(string $details): self
    {
        return new self("\"!gone {$details}\" names no port of this rulebook");
    }

    public static function number(string $word, string $details): self
    {
        return new self("\"!{$word} {$details}\" needs a number from 1, such as !{$word} 2");
    }

    public static function rules(string $reason): self
    {
        return new self("the rules that come here cannot be used: {$reason}");
    }
}
