<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Controllers 120 to 127 used as buttons: they are channel mode messages (all sound off, reset, local, all notes off …). */
final class ModeMessagesAsControllers implements Check
{
    private const TEXT = 'controllers 120 to 127 are channel mode messages (all sound off, reset, local, all notes off, omni, mono, poly), '
        .'not buttons; use a number up to 119';

    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->kinds as $asked) {
                    [$token, $numbers] = [$asked->word, $asked->numbers];
                    if (Kind::Cc->value === $token->text && null !== $numbers && $numbers->highest() >= Kind::FIRST_MODE_NUMBER) {
                        yield Finding::warning('mode-as-controller', $numbers->span(), self::TEXT.'; write "mode" if you mean them');
                    }
                }
            }
            foreach ($rule->steps as $step) {
                if (true === $step->message()?->isMode()) {
                    yield Finding::warning('mode-as-controller', $step->message()->span, self::TEXT);
                }
            }
        }
    }
}
