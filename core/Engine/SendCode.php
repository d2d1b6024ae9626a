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
                $code->line("\$e->noteOn(\$t, {$port}, {$channel}, \$n, \$v, \$own);");
                $release = $code->releaseVelocity();
                if (null !== $release) {
                    $code->line("\$e->shapeRelease(\$own, {$port}, {$channel}, \$n, '{$release}', \$port, \$ctl);");
                }
            }

            return;
        }
        $code->hold();
        $range = $code->kind->valueRange();
        if ('jump' === $takeover || null === $range || Kind::Sysex === $code->kind) {
            self::message($code, $line, $port, $code->kind, $channel, '$n', '$v', '$raw');

            return;
        }
        $sent = $code->temporary();
        $limits = 'scaled' === $takeover ? ", {$range[0]}, {$range[1]}" : '';
        $code->line("{$sent} = Takeover::{$takeover}(\$s, '{$code->stepId()}', \$ctl, {$port}, {$code->kind->ordinal()}, {$channel}, \$n, \$v{$limits});");
        $code->line("if (null !== {$sent}) {");
        self::message($code, $line, $port, $code->kind, $channel, '$n', $sent, '$raw', false);
        $code->line('}');
        if ($code->program->traced) {
            $code->line("else { \$e->trace->tear({$line}, Trace::DROPPED, 'waits until the fader meets the present value'); }");
        }
    }

    /** Sends a message that is no note from the given variables. */
    public static function message(RuleCode $code, int $line, int $port, Kind $kind, string $ch, string $n, string $v, string $raw, bool $tells = true): void
    {
        self::at($code, $line);
        if ($tells && $code->program->hasTakeover() && $kind->hasValue() && Kind::Sysex !== $kind) {
            $code->line("Takeover::isNow(\$s, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$v});");
        }
        if ($kind->isGroup()) {
            $code->line("\$e->groupOut(\$t, {$port}, {$kind->ordinal()}, {$ch}, {$n}, {$v});");

            return;
        }
        if (Kind::Cc === $kind && $code->program->hasSpread()) {
            $code->line("if (64 === {$n}) { \$s->pedals[{$port} << 4 | {$ch} - 1] = {$v} >= 64; }");
        }
        if (Kind::Program === $kind) {
            $code->line("if ({$n} > 0) { \$e->bank(\$t, {$port}, {$ch}, {$n} - 1); }");
        }
        self::emit($code, $port, self::bytes($kind, $ch, $n, $v, $raw));
    }

    /** Sends to a port and channel that are only known when the rule runs. */
    public static function messageTo(RuleCode $code, int $line, string $port, Kind $kind, string $ch, string $n, string $v): void
    {
        self::at($code, $line);
        $code->line("\$e->emit(\$t, {$port}, ".self::bytes($kind, $ch, $n, $v, '').');');
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

    /** Code for the bytes of a message (MIDI 1.0 Detailed Specification, tables I to VII). */
    private static function bytes(Kind $kind, string $ch, string $n, string $v, string $raw): string
    {
        $status = static fn (int $high): string => ctype_digit($ch) ? \sprintf('"\x%02X"', $high + (int) $ch - 1) : '\chr('.($high - 1)." + {$ch})";

        return match ($kind) {
            Kind::PolyPressure => $status(0xA0).".\\chr({$n}).\\chr({$v})",
            Kind::Cc, Kind::Mode => $status(0xB0).".\\chr({$n}).\\chr({$v})",
            Kind::Program => $status(0xC0).".\\chr({$v})",
            Kind::Pressure => $status(0xD0).".\\chr({$v})",
            Kind::Bend => $status(0xE0).".\\chr({$v} + 8192 & 127).\\chr({$v} + 8192 >> 7)",
            Kind::Sysex => $raw,
            Kind::Position => "\"\\xF2\".\\chr({$v} & 127).\\chr({$v} >> 7)",
            Kind::Song => "\"\\xF3\".\\chr({$v})",
            Kind::TimeCode => "\"\\xF1\".\\chr({$v})",
            default => \sprintf('"\x%02X"', $kind->systemStatus()),
        };
    }
}
