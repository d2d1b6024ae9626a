<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Writer;
use ZigzagPost\Core\Rulebook\Message\Template;
use ZigzagPost\Core\Rulebook\Message\TemplateParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * Turns the message into another kind; expressions see the old fields, the channel stays unless given.
 *
 *     become cc 20 value velocity
 */
final class BecomeStep extends Step
{
    private function __construct(Span $span, private readonly Template $message)
    {
        parent::__construct($span);
    }

    public static function parse(Cursor $cursor, Span $span): self
    {
        $message = TemplateParser::parse($cursor);
        $cursor->expectEnd();

        return new self($span, $message);
    }

    public function print(): string
    {
        return 'become '.$this->message->print();
    }

    public function facts(): array
    {
        return [Fact::ChangesMessage, Fact::MakesValue];
    }

    public function message(): Template
    {
        return $this->message;
    }

    public function makes(): Kind
    {
        return $this->message->kind();
    }

    public function compile(Writer $code): void
    {
        $wasNote = Kind::Note === $code->kind();
        $range = $this->message->emit($code, 'return 1;', false);
        $code->line('$ch = $mch; $n = $mn; $v = $mv;'.(Kind::Sysex === $this->message->kind() ? ' $raw = $mraw;' : ''));
        $code->become($this->message->kind(), $range);
        if (Kind::Note === $code->kind() && !$wasNote) {
            $this->lookForEnd($code, $range->low ?? 0);
            self::beginsOrEnds($code);
        }
    }

    public function onRelease(): OnRelease
    {
        return OnRelease::Acts;
    }

    public function expressions(): array
    {
        return $this->message->expressions();
    }

    /** Notes a note that nothing ends: neither its control, nor a velocity of 0, nor a length. */
    private function lookForEnd(Writer $code, float $least): void
    {
        $around = $code->around();
        if (!$code->isOfNote() && $least >= 1 && !$around->isAbove(Fact::PassesPresses) && !$around->comesBefore(Fact::EndsNotes, Fact::BeginsNotes)) {
            $code->finds(CompileFindingKind::Endless, 'velocity', $this->message->span);
        }
    }

    /** A note made from what was none: velocity 0 ends what the same control started; what came in as a note ends with its key. */
    private static function beginsOrEnds(Writer $code): void
    {
        if ($code->isOfNote() || $code->around()->isEndedAbove()) {
            if ($code->beginsNotes()) {
                $code->line("if (0 === \$v) { {$code->drop('a velocity of 0 begins no note')} }");
            }

            return;
        }
        $code->owner()->made();
        $release = $code->owner()->releaseFromNext();
        $goesOn =
            null === $release
                ? 'return 1;'
                : "return \$this->{$release}(\$e, \$t, \$port, \$ch, \$n, 0, Notes::RELEASE_VELOCITY, \$raw, \$ctl, \$own, \$ix);";
        if ($code->isRelease()) {
            $code->line("Notes::end(\$e, \$t, \$own); {$goesOn}"); // a second note made of it: it ends with the first, whatever its velocity would be
            $code->end();

            return;
        }
        $code->line("if (0 === \$v) { Notes::end(\$e, \$t, \$own); {$goesOn} }");
    }
}
