<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Kind;

/** Code that sends messages: each kind as the bytes it has on the wire. */
final class SendCode
{
    /** Sends the message at hand; a note belongs to its owner from then on. */
    public static function send(RuleCode $code, int $line, int $port, string $channel, string $takeover = 'jump'): void
    {
        if (Kind::Note === $code->kind) {
            if ($code->noteSends) {
                self::at($code, $line);
                self::note($code, $port, $channel);
                $release = $code->owner->releaseVelocity();
                if (null !== $release) {
                    $code->line("Notes::shapeRelease(\$e, \$own, {$port}, {$channel}, \$n, '{$release}', \$port, \$ctl);");
                }
            }

            return;
        }
        if (Kind::Nrpn === $code->kind && $code->program->isCoarse($port) && $code->valueRange()[1] > 127 && !self::comesCoarse($code)) {
            $code->note($code->program->tooFine, 'value', $code->here());
        }
        $code->owner->hold();
        $range = $code->kind->valueRange();
        if ('jump' === $takeover || null === $range || Kind::Sysex === $code->kind) {
            self::message($code, $line, $port, $code->kind, $channel, '$n', '$v', '$raw', true, WireCode::of($code, $channel));

            return;
        }
        $sent = $code->temporary();
        $limits = 'scaled' === $takeover ? ", {$range[0]}, {$range[1]}" : '';
        $code->line("{$sent} = Takeover::{$takeover}(\$s, \$t, '{$code->stepId()}', \$ctl, {$port}, {$code->kind->ordinal()}, {$channel}, \$n, \$v{$limits});");
        $code->line("if (null !== {$sent}) {");
        self::message($code, $line, $port, $code->kind, $channel, '$n', $sent, '$raw', false);
        $code->line('}');
        if ($code->program->traced) {
            $code->line("else { \$e->trace->tear({$line}, Trace::DROPPED, 'waits until the fader meets the present value'); }");
        }
    }

    /** Sends a message that is no note from the given variables. */
    public static function message(RuleCode $code, int $line, int $port, Kind $kind, string $ch, string $n, string $v, string $raw, bool $tells = true, ?string $bytes = null): void
    {
        self::at($code, $line);
        if ($tells && $code->program->hasTakeover && $kind->hasValue() && Kind::Sysex !== $kind) {
            $code->line("Takeover::sends(\$s, \$t, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$v});");
        }
        if ($kind->isGroup()) {
            self::together($code, $port, WireCode::group($kind, $code->program->isCoarse($port), $ch, $n, $v), $kind, $ch, $n, $v);

            return;
        }
        if (Kind::Cc === $kind && $code->program->hasSpread) {
            $code->line("if (64 === {$n}) { Voices::pedal(\$s, {$port}, {$ch}, {$v}); }");
        }
        if (Kind::Program === $kind) {
            $code->line("if ({$n} > 0) {");
            self::together($code, $port, [...WireCode::bank($ch, "({$n} - 1)"), WireCode::bytes($kind, $ch, $n, $v, '')], $kind, $ch, $n, $v);
            $code->line('} else {');
            self::emit($code, $port, $bytes ?? WireCode::bytes($kind, $ch, $n, $v, $raw));
            $code->line('}');

            return;
        }
        self::emit($code, $port, $bytes ?? WireCode::bytes($kind, $ch, $n, $v, $raw));
    }

    /** Whether the message comes as it came in from ports whose parameters have 7 bits anyway. */
    private static function comesCoarse(RuleCode $code): bool
    {
        $fine = array_filter($code->book()->portsHeardBy($code->rule), static fn (string $name): bool => !($code->book()->ports[$name]->coarse ?? false));

        return Kind::Nrpn === $code->entry->kind && [] === $fine;
    }

    /** Tells the trace which line sends next. */
    public static function at(RuleCode $code, int $line): void
    {
        if ($code->program->traced) {
            $code->line("\$e->trace->at({$line});");
        }
    }

    private static function emit(RuleCode $code, int $port, string $bytes): void
    {
        $code->line($code->program->traced ? "\$e->emit(\$t, {$port}, {$bytes});" : "\$e->out[] = [\$t, {$port}, {$bytes}];");
    }

    /**
     * Messages that belong together.
     *
     * @param list<string> $messages
     */
    private static function together(RuleCode $code, int $port, array $messages, Kind $kind, string $ch, string $n, string $v): void
    {
        if ($code->program->traced) {
            $code->line("\$e->emitTogether(\$t, {$port}, [".implode(', ', $messages)."], {$kind->ordinal()}, {$ch}, {$n}, {$v});");

            return;
        }
        foreach ($messages as $each) {
            self::emit($code, $port, $each);
        }
    }

    /** Begins a note: straight away where neither its owner nor the note began anything before. */
    private static function note(RuleCode $code, int $port, string $channel): void
    {
        $begin = "Notes::begin(\$e, \$t, {$port}, {$channel}, \$n, \$v, \$own);";
        if ($code->program->traced) {
            $code->line($begin);

            return;
        }
        $code->line('$note = '.(ctype_digit($channel) ? (string) State::note($port, (int) $channel, 0) : ($port << 11)." + ({$channel} - 1 << 7)").' + $n;');
        $code->line("if (isset(\$s->ledger[\$own]) || isset(\$s->sounding[\$note])) { {$begin} } else {");
        $code->line('$s->sounding[$note] = 1;');
        $code->line('$s->ledger[$own] = $note;');
        $code->line("\$s->carried[{$port}] |= ".(ctype_digit($channel) ? (string) (1 << (int) $channel) : "1 << {$channel}").';');
        self::emit($code, $port, WireCode::of($code, $channel));
        $code->line('}');
    }
}
