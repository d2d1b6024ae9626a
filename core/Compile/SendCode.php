<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rulebook\Code\CompileFindingKind;
use ZigzagPost\Core\Rulebook\Code\SendWriter;

/** Code that sends messages: each kind as the bytes it has on the wire. */
final class SendCode implements SendWriter
{
    public function __construct(private readonly RuleCode $code)
    {
    }

    /** Sends the message at hand; a note belongs to its owner from then on. */
    public function send(int $line, int $port, string $channel, string $takeover = 'jump'): void
    {
        if (Kind::Note === $this->code->kind) {
            if ($this->code->noteSends) {
                $this->at($line);
                $this->note($port, $channel);
                $release = $this->code->owner->releaseVelocity();
                if (null !== $release) {
                    $this->code->line("Notes::shapeRelease(\$e, \$own, {$port}, {$channel}, \$n, '{$release}', \$port, \$ctl, \$ix);");
                }
            }

            return;
        }
        if (Kind::Nrpn === $this->code->kind && $this->code->draft->isCoarse($port) && $this->code->fields->valueRange()->high > 127 && !$this->comesCoarse()) {
            $this->code->finds(CompileFindingKind::TooFine, 'value', $this->code->place->span());
        }
        $this->code->owner->hold();
        $range = $this->code->kind->valueRange();
        if ('jump' === $takeover || null === $range || Kind::Sysex === $this->code->kind) {
            $this->message($line, $port, $this->code->kind, $channel, '$n', '$v', '$raw', true, WireCode::of($this->code, $channel));

            return;
        }
        $this->met($line, $port, $this->code->kind, $takeover, $range, $channel, '$n', '$v');
    }

    public function takingOver(int $line, int $port, Kind $kind, string $takeover, ValueRange $range): void
    {
        $this->met($line, $port, $kind, $takeover, $range, '$mch', '$mn', '$mv');
    }

    public function other(int $line, int $port, Kind $kind, int $ch, int $n, int $first, int $second): void
    {
        $sent = $this->code->temporary();
        $this->code->line("{$sent} = Takeover::other(\$s, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$first}, {$second});");
        $this->message($line, $port, $kind, (string) $ch, (string) $n, $sent, '$raw');
    }

    public function program(int $line, int $port, string $ch, string $bytes): void
    {
        foreach ([0 => 16, 32 => 8] as $number => $shift) {
            $byte = $this->code->temporary();
            $this->code->line("{$byte} = {$bytes} >> {$shift} & 0xFF;");
            $this->code->line("if ({$byte} < 128) {");
            $this->message($line, $port, Kind::Cc, $ch, (string) $number, $byte, '');
            $this->code->line('}');
        }
        $this->message($line, $port, Kind::Program, $ch, '0', "({$bytes} & 0x7F)", '');
    }

    public function unlessItStands(int $line, int $port, string $ch, string $bytes): void
    {
        $this->code->line("if (Takeover::isCalled(\$s, {$port}, {$ch}, {$bytes})) {");
        if ($this->code->draft->traced) {
            $this->code->line("\$e->trace->tear({$line}, Trace::DROPPED, 'the program stands already, and calling it again cuts the sound');");
        }
        $this->code->line('} else {');
    }

    public function whereItStands(): void
    {
        $this->code->line('}');
    }

    /**
     * Sends once a fader has met the present value.
     */
    private function met(int $line, int $port, Kind $kind, string $takeover, ValueRange $range, string $ch, string $n, string $v): void
    {
        $sent = $this->code->temporary();
        $limits = 'scaled' === $takeover ? ", {$range->low}, {$range->high}" : '';
        $this->code->line(
            "{$sent} = Takeover::{$takeover}(\$s, \$t, '{$this->code->stepId()}', \$ctl, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$v}{$limits});",
        );
        $this->code->line("if (null !== {$sent}) {");
        $this->message($line, $port, $kind, $ch, $n, $sent, '$raw', false);
        $this->code->line('}');
        if ($this->code->draft->traced) {
            $this->code->line("else { \$e->trace->tear({$line}, Trace::DROPPED, 'waits until the fader meets the present value'); }");
        }
    }

    /** Sends a message that is no note from the given variables. */
    public function message(
        int $line,
        int $port,
        Kind $kind,
        string $ch,
        string $n,
        string $v,
        string $raw,
        bool $tells = true,
        ?string $bytes = null,
    ): void {
        $this->at($line);
        if ($tells && $this->code->draft->hasTakeover && $kind->hasValue() && Kind::Sysex !== $kind) {
            $this->code->line("Takeover::sends(\$s, \$t, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$v});");
        }
        if ($kind->isGroup()) {
            $this->together($port, WireCode::group($kind, $this->code->draft->isCoarse($port), $ch, $n, $v), $kind, $ch, $n, $v);

            return;
        }
        if (Kind::Cc === $kind && $this->code->draft->hasSpread) {
            $this->code->line("if (64 === {$n}) { Voices::pedal(\$s, {$port}, {$ch}, {$v}); }");
        }
        if (Kind::Cc === $kind && $this->code->draft->hasRelease && (!ctype_digit($n) || ($n >= 64 && $n <= 69))) {
            $this->code->line("Release::pedal(\$s, {$port}, {$ch}, {$n}, {$v}, {$this->code->doer()});");
        }
        if (Kind::Program === $kind) {
            if ($this->code->draft->hasTakeover) {
                $this->code->line("Takeover::recalls(\$e, {$port}, {$ch}, {$n}, {$v});");
            }
            $this->code->line("if ({$n} > 0) {");
            $this->together($port, [...WireCode::bank($ch, "({$n} - 1)"), WireCode::bytes($kind, $ch, $n, $v, '')], $kind, $ch, $n, $v);
            $this->code->line('} else {');
            $this->emit($port, $bytes ?? WireCode::bytes($kind, $ch, $n, $v, $raw));
            $this->code->line('}');

            return;
        }
        $this->emit($port, $bytes ?? WireCode::bytes($kind, $ch, $n, $v, $raw));
    }

    /** Whether the message comes as it came in from ports whose parameters have 7 bits anyway. */
    private function comesCoarse(): bool
    {
        $fine = array_filter(
            $this->code->book()->portsHeardBy($this->code->rule),
            fn (string $name): bool => !($this->code->book()->ports[$name]->coarse ?? false),
        );

        return Kind::Nrpn === $this->code->entry->kind && [] === $fine;
    }

    /** Tells the trace which line sends next; 0 where no line does. */
    public function at(int $line): void
    {
        if ($this->code->draft->traced && $line > 0) {
            $this->code->line("\$e->trace->at({$line});");
        }
    }

    private function emit(int $port, string $bytes): void
    {
        $this->code->line($this->code->draft->traced ? "\$e->emit(\$t, {$port}, {$bytes});" : "\$e->out[] = [\$t, {$port}, {$bytes}];");
    }

    /**
     * Messages that belong together.
     *
     * @param list<string> $messages
     */
    private function together(int $port, array $messages, Kind $kind, string $ch, string $n, string $v): void
    {
        if ($this->code->draft->traced) {
            $this->code->line("\$e->emitTogether(\$t, {$port}, [".implode(', ', $messages)."], {$kind->ordinal()}, {$ch}, {$n}, {$v});");

            return;
        }
        foreach ($messages as $each) {
            $this->emit($port, $each);
        }
    }

    /** Begins a note: straight away where neither its owner nor the note began anything before. */
    private function note(int $port, string $channel): void
    {
        $begin = "Notes::begin(\$e, \$t, {$port}, {$channel}, \$n, \$v, \$own);";
        if ($this->code->draft->traced) {
            $this->code->line($begin);

            return;
        }
        $this->code->line('$note = '.Note::code($port, $channel, '$n').';');
        $this->code->line("if (isset(\$s->ledger[\$own]) || isset(\$s->sounding[\$note])) { {$begin} } else {");
        $this->code->line('$s->sounding[$note] = 1;');
        $this->code->line('$s->ledger[$own] = $note;');
        $this->code->line("\$s->carried[{$port}] |= ".(ctype_digit($channel) ? (string) (1 << (int) $channel) : "1 << {$channel}").';');
        $this->emit($port, WireCode::of($this->code, $channel));
        $this->code->line('}');
    }
}
