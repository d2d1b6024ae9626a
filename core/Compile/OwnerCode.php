<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Owners;
use ZigzagPost\Core\Rulebook\Text\Reference;

/**
 * Who ends what a rule begins, and how the rule goes on later: the part of {@see RuleCode} that keeps law 1.
 *
 * In compiled code `$own` is the owner, `$hch` and `$hn` are channel and key of the note as they were when it took over.
 */
final class OwnerCode implements Owners
{
    /** Step from which a release of the owner runs again. */
    private int $start;
    /** What the message was when the owner took over; null for the key that began it. */
    private ?Kind $kind = null;
    /** Whether the release has been seen to. */
    private bool $isHeld;
    private bool $needsBeginning = false;

    public function __construct(private readonly RuleCode $code)
    {
        $this->start = $code->entry->ownerStart;
        $this->isHeld = $code->entry->isHeld;
    }

    /** What has to stand above all steps. */
    public function beginning(): string
    {
        return $this->needsBeginning ? "\$hch = \$ch;\n\$hn = \$n;\n" : '';
    }

    public function latch(): void
    {
        $this->change(Owner::code(Owner::LATCH, $this->code->stepId()));
    }

    public function gate(): void
    {
        $this->change(Owner::code(Owner::GATE, $this->code->stepId()));
    }

    public function made(): void
    {
        $this->code->line('$own = '.Owner::code(Owner::MADE, $this->code->stepId()).';');
    }

    public function delay(int $us): void
    {
        if (Kind::Note !== $this->code->kind) {
            $this->hold(); // what is made of the release is worked out from its beginning, whoever ends the notes
        }
        $this->code->line("\$later = Notes::laterOwner(\$e, \$own, {$us});");
        $this->change('$later', $this->holdForLater());
    }

    /** From here on notes are ended by another owner than the key that began them. */
    private function change(string $php, bool $isHeld = false): void
    {
        $this->code->line("\$own = {$php};");
        $this->code->line('$hch = $ch;');
        $this->code->line('$hn = $n;');
        $this->start = $this->code->place->next();
        $this->isHeld = $isHeld;
        $this->kind = $this->code->kind;
    }

    /** Makes sure that the release of the note behind a message that is no note (any more) runs these steps again. */
    public function hold(): void
    {
        if (!$this->code->entry->isOfNote || $this->code->entry->isRelease || $this->isHeld) {
            return;
        }
        $this->isHeld = true;
        if (null === $this->kind) {
            $this->needsBeginning = true;
        }
        $method = $this->method(RuleEntry::ofRelease($this->kind ?? $this->code->entry->kind, $this->start));
        $this->code->line("Notes::hold(\$e, \$own, '{$method}', \$port, \$hch, \$hn, \$ctl, \$ix);");
    }

    /** Makes sure of the release now, if a step below makes something that is no note; whether it is seen to. */
    private function holdForLater(): bool
    {
        foreach ($this->code->place->below() as $step) {
            if (null !== $step->makes() && Kind::Note !== $step->makes()) {
                $this->hold();
            }
        }

        return $this->isHeld;
    }

    /** Method that says what the release velocity of a note becomes; null when no step so far changes it. */
    public function releaseVelocity(): ?string
    {
        foreach ($this->code->place->above() as $step) {
            if ($step->is(Fact::SetsRelease)) {
                return $this->method(RuleEntry::ofReleaseVelocity($this->start));
            }
        }

        return null;
    }

    public function continuation(): string
    {
        if (Kind::Note !== $this->code->kind) {
            $this->hold();
        }
        $next = $this->code->place->next();
        $method = $this->method($this->code->entry->resumed($this->code->kind, $next, $this->code->noteSends, $this->start, $this->isHeld));
        $this->code->draft->reaches[$method] = $this->portsBelow();

        return $method;
    }

    public function continuationAs(Kind $kind): string
    {
        return $this->method($this->code->entry->resumed($kind, $this->code->place->next(), $this->code->noteSends, $this->start, true));
    }

    public function arguments(): string
    {
        return '$port, $ch, $n, $v, $rel, $raw, $ctl, $own, $ix';
    }

    public function releaseFromNext(): ?string
    {
        $entry = RuleEntry::ofRelease($this->code->kind, $this->code->place->next(), $this->code->entry->isOfNote);

        return [] === $this->code->place->below() ? null : $this->method($entry);
    }

    private function method(RuleEntry $entry): string
    {
        return $this->code->draft->method($this->code->rule, $this->code->ruleIndex, $entry);
    }

    /** @return list<int> out ports that the steps below send to */
    private function portsBelow(): array
    {
        $ports = [];
        foreach ($this->code->place->below() as $step) {
            foreach ($step->references() as $reference) {
                if (Reference::OUT_PORT === $reference->what) {
                    $ports[] = $this->code->book()->portIndex($reference->name->text);
                }
            }
        }

        return array_values(array_unique($ports));
    }
}
