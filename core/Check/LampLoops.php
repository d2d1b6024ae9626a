<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\LitLamp;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Lamps that are lit by the very message that their control sends, and lamps with two reasons to be lit. */
final class LampLoops implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->lamps as $lamps) {
            foreach ($book->lit as $lit) {
                if ($lit->device !== $lamps->name->text) {
                    continue;
                }
                if ($this->loops($lit)) {
                    yield Finding::warning(
                        'lamp-loop',
                        $lamps->name->span,
                        "the lamp of \"{$lit->lamp->title}\" is lit by the message that the control itself sends: where the device sends on "
                            .'what it hears, the two run in a circle',
                    );
                }
                if (1 < $lit->sorts()) {
                    yield Finding::hint(
                        'two-lamp-reasons',
                        $lamps->name->span,
                        "the lamp of \"{$lit->lamp->title}\" could be lit for more than one reason; the first counts: its group, then a toggle, then a scene",
                    );
                }
            }
        }
    }

    private function loops(LitLamp $lit): bool
    {
        foreach ($lit->messages as $message) {
            if (
                $message->kind === $lit->lamp->kind
                && $message->number === $lit->lamp->number
                && $message->channel === $lit->lamp->channel
                && Kind::Program !== $message->kind
            ) {
                return true;
            }
        }

        return false;
    }
}
