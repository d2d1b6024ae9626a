<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Span;
use ZigzagPost\Core\Rulebook\Step\BecomeStep;
use ZigzagPost\Core\Rulebook\Step\PostStep;

/** Parts of the language that this version can read but not run. */
final class NotBuilt implements Check
{
    public function findings(Rulebook $book): iterable
    {
        foreach ($book->ports as $port) {
            if (null !== $port->zone || $port->coarse || $port->pulse) {
                yield self::finding($port->name->span, 'MPE zones, coarse NRPN and pulses');
            }
        }
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as [$token]) {
                    if (Selector::MPE === $token->text || true === Kind::tryFrom($token->text)?->isGroup()) {
                        yield self::finding($token->span, "\"{$token->text}\" messages");
                    }
                }
            }
            foreach ($rule->steps as $step) {
                if (($step instanceof BecomeStep || $step instanceof PostStep) && $step->message->kind()->isGroup()) {
                    yield self::finding($step->message->span, "\"{$step->message->kind()->value}\" messages");
                }
            }
        }
    }

    private static function finding(Span $span, string $what): Finding
    {
        return Finding::error('not-built', $span, "{$what} belong to the language, but this version cannot run them yet");
    }
}
